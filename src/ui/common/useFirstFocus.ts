'use client';
/** The focus goes to an element once it can be seen: what unfolds is hidden at first, and then cannot take it. */
import { useEffect, useRef, type RefObject } from 'react';

/** About half a second. */
const MOST_FRAMES = 30;

/** Put the result on the element's `ref`. */
export function useFirstFocus<T extends { focus(): void }>(wanted = true): RefObject<T | null> {
  const ref = useRef<T>(null);
  useEffect(() => {
    if (!wanted) return;
    const before = document.activeElement;
    let frames = MOST_FRAMES;
    let frame = 0;
    const take = () => {
      ref.current?.focus();
      if (document.activeElement === before && --frames > 0) frame = requestAnimationFrame(take);
    };
    take();
    return () => cancelAnimationFrame(frame);
  }, [wanted]);
  return ref;
}
