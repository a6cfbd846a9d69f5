'use client';
/** Ctrl Enter is the main button wherever the focus is, also where what had it is gone from the page. */
import { useEffect, useRef } from 'react';

export function usePrimaryKey(act: () => void): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
      // In a dialog it is the dialog's.
      if (event.target instanceof Element && event.target.closest('dialog, [role="dialog"]')) return;
      event.preventDefault();
      latest.current();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, []);
}
