'use client';
/** Which part of the screen answers to which key at the moment: what has the focus, else the one that came last. */
import { useEffect, useRef } from 'react';
import { keyInForce, type CommandKey } from '#core/commandKeys';
import { useSettings } from '../data/queries';

/** Returns false where it is not its business after all. */
type Act = () => unknown;

interface Entry {
  key: CommandKey;
  act: Act;
  first: boolean;
}

const stack: Entry[] = [];

/**
 * Has `act` answer to a key while the component is on screen; undefined leaves the key to others.
 * @param first asked before the others, however late they came: what has the focus, and what is chosen
 */
export function useCommand(key: CommandKey, act: Act | undefined, first = false): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  const active = act !== undefined;
  useEffect(() => {
    if (!active) return;
    const entry = { key, act: () => latest.current?.(), first };
    stack.push(entry);
    return () => void stack.splice(stack.indexOf(entry), 1);
  }, [key, active, first]);
}

/** @returns false where nothing answers to the key at the moment */
export function runCommand(key: CommandKey): boolean {
  const entries = stack.filter((each) => each.key === key).reverse();
  return [...entries.filter(({ first }) => first), ...entries.filter(({ first }) => !first)].some(
    ({ act }) => act() !== false,
  );
}

/** What the key of a command is called at present, for a title or a sentence. */
export function useKeyName(): (command: CommandKey) => string {
  const { keys } = useSettings();
  return (command) => keyInForce(command, keys).toUpperCase();
}
