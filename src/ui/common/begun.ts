'use client';
/** What was begun in a form and has been neither kept nor left: in this window it is there again when the form is. */
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';

const keyOf = (name: string) => `oak.begun.${name}`;

const read = (name: string): string | null => sessionStorage.getItem(keyOf(name));

const never = () => () => {};

/** Whether something was begun under a name. */
export const useIsBegun = (name: string): boolean =>
  useSyncExternalStore(
    never,
    () => read(name) !== null,
    () => false,
  );

export interface Begun<Fields> {
  fields: Fields;
  change: (patch: Partial<Fields>) => void;
  /** It is not wanted. */
  end: () => void;
  /** It ends where that keeps it, which may take its form away before it is known to be kept. @returns what that came to */
  keep: <T>(work: () => Promise<T>) => Promise<T>;
}

/**
 * @param initial where nothing was begun
 * @param onLeft called where the form goes before it has come to an end
 */
export function useBegun<Fields extends object>(
  name: string,
  initial: () => Fields,
  onLeft: (fields: Fields) => void,
): Begun<Fields> {
  const [fields, setFields] = useState<Fields>(() => {
    const before = read(name);
    return before === null ? initial() : (JSON.parse(before) as Fields);
  });
  const latest = useRef(fields);
  const change = useCallback(
    (patch: Partial<Fields>) => {
      latest.current = { ...latest.current, ...patch };
      sessionStorage.setItem(keyOf(name), JSON.stringify(latest.current));
      setFields(latest.current);
    },
    [name],
  );
  const end = useCallback(() => sessionStorage.removeItem(keyOf(name)), [name]);
  const keeping = useRef(false);
  const keep = useCallback(
    async <T>(work: () => Promise<T>) => {
      keeping.current = true;
      try {
        const done = await work();
        if (done) end();
        return done;
      } finally {
        keeping.current = false;
      }
    },
    [end],
  );
  const left = useRef(onLeft);
  useEffect(() => {
    left.current = onLeft;
  });
  useEffect(
    () => () => {
      if (read(name) !== null && !keeping.current) left.current(latest.current);
    },
    [name],
  );
  return { fields, change, end, keep };
}
