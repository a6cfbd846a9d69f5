'use client';
/** The same object as long as it says the same, so that what follows from it is not done again. */
import { useMemo } from 'react';

export function useSame<T>(value: T): T {
  const key = JSON.stringify(value);
  return useMemo(() => JSON.parse(key) as T, [key]);
}
