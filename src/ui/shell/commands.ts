'use client';
/** Which part of the screen answers to which key at the moment: the one that came last. */
import { useEffect, useRef } from 'react';

/** Keys with their meanings; views have the digits. */
export const keyHelp = [
  { key: 'n', words: 'write a message' },
  { key: 'r', words: 'answer' },
  { key: 'e', words: 'answer everybody' },
  { key: 'p', words: 'pass on: forward a message' },
  { key: 'c', words: 'write a correction of what has left' },
  { key: 's', words: 'snooze' },
  { key: 'd', words: 'to-do' },
  { key: 'a', words: 'archive' },
  { key: '/', words: 'find' },
  { key: 'f', words: 'the next finding in what you write' },
  { key: 't', words: 'take back: the row in focus, else the newest hold' },
  { key: '?', words: 'this list' },
] as const;

export type CommandKey = (typeof keyHelp)[number]['key'];

/** Returns false where it is not its business after all. */
type Act = () => unknown;

const stack: { key: CommandKey; act: Act }[] = [];

/** Has `act` answer to a key while the component is on screen; undefined leaves the key to others. */
export function useCommand(key: CommandKey, act: Act | undefined): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  const active = act !== undefined;
  useEffect(() => {
    if (!active) return;
    const entry = { key, act: () => latest.current?.() };
    stack.push(entry);
    return () => void stack.splice(stack.indexOf(entry), 1);
  }, [key, active]);
}

/** @returns false where nothing answers to the key at the moment */
export function runCommand(key: CommandKey): boolean {
  return stack
    .filter((each) => each.key === key)
    .some((_, index, all) => all.at(-1 - index)!.act() !== false);
}
