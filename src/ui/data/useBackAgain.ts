'use client';
/** The server answers again after it was away. */
import { useEffect, useRef } from 'react';
import { listen } from './serverLink';

export function useBackAgain(act: () => void): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(
    () =>
      listen((event) => {
        if (event.type === 'hello' && event.fresh) latest.current();
      }),
    [],
  );
}
