/** A mail server that cannot be used: everything waits for it together, and one departure tries for all. */
import { serverRetryAfter } from '#core/departure/retry';
import { CONNECTIONS } from '#mail/smtpPool';
import { noteDue } from '#store/clock';
import { departuresInState } from '#store/departures';
import { clearTrouble, loadTrouble, saveTrouble, type MailServerTrouble } from '#store/mailServer';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Refused } from '../errors';

export type { MailServerTrouble } from '#store/mailServer';

/** Another attempt found it out of reach. @param words what is wrong, for the person */
export function reportTrouble(tx: Tx, words: string, now: number): MailServerTrouble {
  const before = loadTrouble(tx);
  const tries = (before?.tries ?? 0) + 1;
  const trouble = {
    trouble: words,
    since: before?.since ?? now,
    tries,
    nextTry: now + serverRetryAfter(tries),
    tryingSince: null,
  };
  saveTrouble(tx, trouble);
  return trouble;
}

/** It answers again. */
export const reportReached = (tx: Tx): void => clearTrouble(tx);

/** A server that has not answered for so long, real ms, may be tried again beside the one that still waits. */
const FRESH_MS = 30_000;

/** True while one tries that may be answered any moment. */
export const isBeingTried = ({ tryingSince }: MailServerTrouble): boolean =>
  tryingSince !== null && Math.abs(Date.now() - tryingSince) < FRESH_MS;

/** One begins to try for all. The next does so at its time, should this one hang. */
export function noteTrial(tx: Tx, now: number): void {
  const trouble = loadTrouble(tx);
  if (!trouble) return;
  saveTrouble(tx, { ...trouble, tryingSince: Date.now(), nextTry: now + serverRetryAfter(trouble.tries) });
}

function trySoon(tx: Tx, now: number, trouble: MailServerTrouble): void {
  saveTrouble(tx, { ...trouble, nextTry: now, tryingSince: null });
  noteDue(tx, now);
}

/** At start: has what waits tried again at once; nothing where nothing is wrong. */
export function tryServerSoon(desk: Desk): void {
  desk.store.write((tx) => {
    const trouble = loadTrouble(tx);
    if (trouble) trySoon(tx, desk.now(tx), trouble);
  });
}

/** @throws Refused where nothing is wrong with the mail server, or where it cannot be tried more than it is */
export function tryServerNow(desk: Desk): void {
  desk.store.write((tx) => {
    const trouble = loadTrouble(tx);
    if (!trouble) throw new Refused('Nothing is wrong with the mail server.');
    if (isBeingTried(trouble))
      throw new Refused('It is being tried right now; what comes of it is said here.');
    if (departuresInState(tx, 'releasing').length >= CONNECTIONS)
      throw new Refused(
        `${CONNECTIONS} attempts wait for its answer already, and none more is made beside them. The first of them gives up within minutes.`,
      );
    trySoon(tx, desk.now(tx), trouble);
  });
}
