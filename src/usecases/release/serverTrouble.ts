/** A mail server that cannot be used: everything waits for it together, and one departure tries for all. */
import { serverRetryAfter } from '../../core/departure/retry';
import { noteDue } from '../../store/clock';
import { clearTrouble, loadTrouble, saveTrouble, type MailServerTrouble } from '../../store/mailServer';
import type { Tx } from '../../store/store';
import type { Desk } from '../desk';
import { Refused } from '../errors';

export type { MailServerTrouble } from '../../store/mailServer';

/** Another attempt found it out of reach. @param words what is wrong, for the person */
export function reportTrouble(tx: Tx, words: string, now: number): MailServerTrouble {
  const before = loadTrouble(tx);
  const tries = (before?.tries ?? 0) + 1;
  const trouble = {
    trouble: words,
    since: before?.since ?? now,
    tries,
    nextTry: now + serverRetryAfter(tries),
  };
  saveTrouble(tx, trouble);
  return trouble;
}

/** It answers again. */
export const reportReached = (tx: Tx): void => clearTrouble(tx);

/** Has what waits tried again at once; nothing where nothing is wrong. */
export function tryServerSoon(desk: Desk): void {
  desk.store.write((tx) => {
    const trouble = loadTrouble(tx);
    if (!trouble) return;
    const now = desk.now(tx);
    saveTrouble(tx, { ...trouble, nextTry: now });
    noteDue(tx, now);
  });
}

/** @throws Refused where nothing is wrong with the mail server */
export function tryServerNow(desk: Desk): void {
  if (!loadTrouble(desk.store.db)) throw new Refused('Nothing is wrong with the mail server.');
  tryServerSoon(desk);
}
