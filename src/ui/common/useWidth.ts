'use client';
import { useEffect, useRef, useState, type RefObject } from 'react';

/** The width of an element as it changes, pixels. @param guess until it is known */
export function useWidth<T extends HTMLElement>(guess: number): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(guess);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) =>
      setWidth(Math.max(200, Math.round(entry!.contentRect.width))),
    );
    observer.observe(ref.current!);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}
