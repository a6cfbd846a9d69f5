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
  /** It has been kept, or is not wanted. */
  end: () => void;
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
  const left = useRef(onLeft);
  useEffect(() => {
    left.current = onLeft;
  });
  useEffect(
    () => () => {
      if (read(name) !== null) left.current(latest.current);
    },
    [name],
  );
  return { fields, change, end };
}
