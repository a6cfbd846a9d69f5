'use client';
/** What is changed step by step, and done once it rests. */
import { useEffect, useRef, useState } from 'react';

const RESTED_MS = 900;

/** @returns what has not been done yet, and how it is changed; whoever leaves the page has it done at once */
export function useRested<T>(act: (value: T) => void): [T | null, (value: T) => void] {
  const [value, setValue] = useState<T | null>(null);
  const latest = useRef({ act, value });
  useEffect(() => {
    latest.current = { act, value };
  });
  useEffect(() => {
    if (value === null) return;
    const timer = setTimeout(() => {
      setValue(null);
      latest.current.act(value);
    }, RESTED_MS);
    return () => clearTimeout(timer);
  }, [value]);
  useEffect(
    () => () => {
      const { act: last, value: open } = latest.current;
      if (open !== null) last(open);
    },
    [],
  );
  return [value, setValue];
}
