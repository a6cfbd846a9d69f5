/** A sending server that cannot be used: everything of its account waits for it together, and one departure tries for all. */
import { serverRetryAfter } from '#core/departure/retry';
import { CONNECTIONS } from '#mail/smtpPool';
import { allTroubles, clearTrouble, loadTrouble, saveTrouble, type ServerTrouble } from '#store/accounts';
import { noteDue } from '#store/clock';
import { departuresInState } from '#store/departures';
import type { Tx } from '#store/store';
import { namesOf, usualAccount } from '../accounts/usualAccount';
import type { Desk } from '../desk';
import { Refused } from '../errors';

/** Another attempt found it out of reach. @param words what is wrong, for the person */
export function reportTrouble(tx: Tx, account: string, words: string, now: number): ServerTrouble {
  const before = loadTrouble(tx, account);
  const tries = (before?.tries ?? 0) + 1;
  const trouble = {
    account,
    trouble: words,
    since: before?.since ?? now,
    tries,
    nextTry: now + serverRetryAfter(tries),
    tryingSince: null,
  };
  saveTrouble(tx, trouble);
  return trouble;
}

/** It cannot even be tried. @param words what is wrong, for the person */
export const reportUnusable = (desk: Desk, account: string, words: string): void =>
  desk.store.write((tx) => void reportTrouble(tx, account, words, desk.now(tx)));

/** It answers again. */
export const reportReached = (tx: Tx, account: string): void => clearTrouble(tx, account);

/** A server that has not answered for so long, real ms, may be tried again beside the one that still waits. */
const FRESH_MS = 30_000;

/** True while one tries that may be answered any moment. */
export const isBeingTried = ({ tryingSince }: ServerTrouble): boolean =>
  tryingSince !== null && Math.abs(Date.now() - tryingSince) < FRESH_MS;

/** One begins to try for all. The next does so at its time, should this one hang. */
export function noteTrial(tx: Tx, account: string, now: number): void {
  const trouble = loadTrouble(tx, account);
  if (!trouble) return;
  saveTrouble(tx, { ...trouble, tryingSince: Date.now(), nextTry: now + serverRetryAfter(trouble.tries) });
}

function trySoon(tx: Tx, now: number, trouble: ServerTrouble): void {
  saveTrouble(tx, { ...trouble, nextTry: now, tryingSince: null });
  noteDue(tx, now);
}

/** At start: has what waits tried again at once; nothing where nothing is wrong. @param account of one alone */
export function tryServersSoon(desk: Desk, account?: string): void {
  desk.store.write((tx) => {
    for (const trouble of allTroubles(tx))
      if (account === undefined || trouble.account === account) trySoon(tx, desk.now(tx), trouble);
  });
}

/** Why it is not tried more than it is, in words; undefined where it may be. */
function whyNotTried(tx: Tx, trouble: ServerTrouble): string | undefined {
  if (isBeingTried(trouble)) return 'It is being tried right now; what comes of it is said here.';
  const names = namesOf(trouble.account, usualAccount(tx));
  const open = departuresInState(tx, 'releasing').filter(({ account }) => names.includes(account));
  return open.length >= CONNECTIONS
    ? `${CONNECTIONS} attempts wait for its answer already, and none more is made beside them. The first of them gives up within minutes.`
    : undefined;
}

/**
 * @param account of one alone; else of all that are in trouble
 * @throws Refused where nothing is wrong, or where none can be tried more than it is
 */
export function tryServersNow(desk: Desk, account?: string): void {
  desk.store.write((tx) => {
    const troubles = allTroubles(tx).filter((each) => account === undefined || each.account === account);
    if (troubles.length === 0) throw new Refused('Nothing is wrong with the mail server.');
    const why = troubles.map((each) => whyNotTried(tx, each));
    if (why.every((words) => words !== undefined)) throw new Refused(why[0]);
    troubles.forEach((each, index) => why[index] === undefined && trySoon(tx, desk.now(tx), each));
  });
}

/** What was wrong with others is of no account any more. @param ids of the accounts there are */
export function keepTroublesOf(desk: Desk, ids: readonly string[]): void {
  const gone = allTroubles(desk.store.db).filter(({ account }) => !ids.includes(account));
  if (gone.length > 0) desk.store.write((tx) => gone.forEach(({ account }) => clearTrouble(tx, account)));
}
