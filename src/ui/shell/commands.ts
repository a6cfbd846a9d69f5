'use client';
/** Which part of the screen answers to which key at the moment: the one that came last. */
import { useEffect, useRef } from 'react';

/** Keys with their meanings; views have the digits. */
export const keyHelp = [
  { code: 'KeyN', key: 'N', words: 'write a message' },
  { code: 'KeyR', key: 'R', words: 'answer' },
  { code: 'KeyE', key: 'E', words: 'answer everybody' },
  { code: 'KeyP', key: 'P', words: 'pass on: forward a message' },
  { code: 'KeyC', key: 'C', words: 'write a correction of what has left' },
  { code: 'KeyS', key: 'S', words: 'snooze' },
  { code: 'KeyD', key: 'D', words: 'to-do' },
  { code: 'KeyA', key: 'A', words: 'archive' },
  { code: 'Slash', key: '/', words: 'find' },
  { code: 'KeyF', key: 'F', words: 'the next finding in what you write' },
  { code: 'KeyT', key: 'T', words: 'take back: the row in focus, else the newest hold' },
  { code: '?', key: '?', words: 'this list' },
] as const;

export type CommandCode = (typeof keyHelp)[number]['code'];

/** Returns false where it is not its business after all. */
type Act = () => unknown;

const stack: { code: CommandCode; act: Act }[] = [];

/** Has `act` answer to a key while the component is on screen; undefined leaves the key to others. */
export function useCommand(code: CommandCode, act: Act | undefined): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  const active = act !== undefined;
  useEffect(() => {
    if (!active) return;
    const entry = { code, act: () => latest.current?.() };
    stack.push(entry);
    return () => void stack.splice(stack.indexOf(entry), 1);
  }, [code, active]);
}

/** @returns false where nothing answers to the key at the moment */
export function runCommand(code: CommandCode): boolean {
  return stack
    .filter((each) => each.code === code)
    .some((_, index, all) => all.at(-1 - index)!.act() !== false);
}
