/** Chasers: prepared when a watch runs out, stopped when an answer comes, and what their leaving means for the watch. */
import { addressKey } from '#core/message/address';
import { PENDING_STATES } from '#core/departure/states';
import type { Plan } from '#core/plan/plan';
import { toLocal } from '#core/time/wallClock';
import { gapAfter, goodMoment } from '#core/watch/chasers';
import { noteDue } from '#store/clock';
import { departuresOf, type Departure } from '#store/departures';
import { deliveriesOf } from '#store/deliveries';
import { thaw } from '#store/frozen';
import { noteChange, record } from '#store/journal';
import { findMessage, recipientsOf } from '#store/messages';
import type { Tx } from '#store/store';
import { chasersOf, findChaser, insertChaser, removeChaser } from '#store/watchChasers';
import { findWatch, missingReaders, swapWatch, watchesOf, type Watch } from '#store/watches';
import { applyEvent } from '../departures/applyEvent';
import { holdLeft } from '../departures/holdLeft';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { deleteMessage } from '../messages/deleteMessage';
import { editMessage } from '../messages/editMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';
import { endOf } from './beginWatch';
import { chaserText, draftChaser } from './chase';

/** Somebody who never works is given a week, as at first. */
const A_WEEK = 7 * 86_400_000;

/** Until when is waited after a chaser, epoch ms. @param chaser the how-manieth it is */
function waitAfter(desk: Desk, tx: Tx, watch: Watch, chaser: number, left: number): number {
  const missing = missingReaders(tx, watch.id);
  const deadline = gapAfter(watch.deadline, chaser);
  return endOf(desk, tx, { deadline }, left, missing) ?? left + A_WEEK;
}

/** Now, held as usual, where they are at work; else when their work begins. Of several the first whose clock is known. */
function planFor(desk: Desk, tx: Tx, watch: Watch, now: number): Plan {
  const missing = missingReaders(tx, watch.id);
  const [reader] = placedReaders(readersAt(desk, tx, missing));
  const { zone, ...rest } = reader ?? meAsPerson(desk, tx);
  const at = goodMoment(now, { ...rest, zone });
  return at <= now ? { kind: 'now' } : { kind: 'at', local: toLocal(at, zone).slice(0, 16), zone };
}

interface MadeChaser {
  /** The how-manieth it is. */
  count: number;
  /** When it leaves, epoch ms; null where it waits for a look. */
  leaves: number | null;
}

const plain = new Intl.ListFormat('en-GB');

/** The message, planned: it leaves by itself, or stands still until somebody has looked. @throws Invalid, Refused */
function make(desk: Desk, tx: Tx, watch: Watch, now: number, count: number): MadeChaser {
  const { text, then } = watch.chasers!;
  const { id } = draftChaser(desk, tx, watch, chaserText(desk, tx, watch, text));
  const missing = missingReaders(tx, watch.id);
  // Who else has not answered, or had the message at all, is nobody's business.
  const copies = missing.length > 1 ? 'individual' : 'together';
  const plan: Plan = then === 'leave' ? planFor(desk, tx, watch, now) : { kind: 'now' };
  let departures = scheduleMessage(desk, id, plan, undefined, { copies });
  if (then === 'review') {
    const names = plain.format(missing.map(({ name, address }) => name || address));
    const reason = `No answer from ${names}: this chaser waits for your look.`;
    departures = departures.map((each) =>
      applyEvent(tx, each, 'pause', now, { pausedFor: 'review', holdLeft: holdLeft(each, now), reason }),
    );
  }
  const goes = departures.filter(({ state }) => PENDING_STATES.includes(state));
  insertChaser(tx, {
    messageId: id,
    watchId: watch.id,
    madeAt: now,
    revision: findMessage(tx, id)!.revision,
  });
  const leaves = goes.length > 0 ? Math.max(...goes.map(({ due }) => due)) : null;
  return { count, leaves };
}

/** True of one that nobody has taken back or deleted, and that has not left. */
function isUndecided(tx: Tx, messageId: string): boolean {
  const departures = departuresOf(tx, messageId);
  return departures.every(({ leftAt }) => leftAt === null) && departures.some(isUnderWay);
}

/** What becomes of a watch that runs out. */
type Chased =
  | { is: 'made'; chaser: MadeChaser }
  /** The last one still waits for a look, or cannot leave: another one beside it would be one too many. */
  | { is: 'undecided'; count: number }
  | { is: 'not made'; why: string };

/**
 * Where a watch that runs out has chasers left: the next one is made, and it is waited on.
 * @returns undefined where none is left or wanted
 */
export function chaseNext(desk: Desk, tx: Tx, watch: Watch, now: number): Chased | undefined {
  const { chasers } = watch;
  const missing = missingReaders(tx, watch.id);
  const earlier = chasersOf(tx, [watch.id]);
  const last = earlier.at(-1);
  if (last && isUndecided(tx, last.messageId)) return { is: 'undecided', count: earlier.length };
  const count = earlier.length + 1;
  if (!chasers || count > chasers.times || missing.length === 0) return undefined;
  if (findMessage(tx, watch.messageId)!.deletedAt !== null) return undefined;
  try {
    // Wholly or not at all.
    const chaser = desk.store.write(() => make(desk, tx, watch, now, count));
    // If it never leaves, the watch runs out all the same.
    const at = waitAfter(desk, tx, watch, count, chaser.leaves ?? now);
    swapWatch(tx, watch, { at });
    noteDue(tx, at);
    return { is: 'made', chaser };
  } catch (error) {
    if (error instanceof Invalid || error instanceof Refused) return { is: 'not made', why: error.message };
    throw error;
  }
}

/** A chaser has left: from here on it is given its time, also where the wait had run out before somebody let it go. */
export function noteChaserLeft(desk: Desk, tx: Tx, left: Departure, now: number): void {
  const chaser = findChaser(tx, left.messageId);
  const watch = chaser && findWatch(tx, chaser.watchId);
  if (!watch || !(watch.state === 'waiting' || watch.state === 'ran-out')) return;
  const beside = watchesOf(tx, [watch.messageId]).filter(
    ({ id, copy }) => id !== watch.id && copy === watch.copy,
  );
  if (beside.some(({ state }) => state === 'waiting')) return;
  const count = chasersOf(tx, [watch.id]).findIndex(({ messageId }) => messageId === left.messageId) + 1;
  const at = waitAfter(desk, tx, watch, count, now);
  swapWatch(tx, watch, { at, state: 'waiting', endedAt: null });
  noteDue(tx, at);
  noteChange(tx, 'return', watch.id);
}

const goes = ({ state }: Departure) => PENDING_STATES.includes(state);
const isUnderWay = (departure: Departure) =>
  goes(departure) || ['paused', 'failed', 'releasing', 'unconfirmed'].includes(departure.state);
/** Nobody has it, nor may have it. */
const noneLeft = (departures: readonly Departure[]) =>
  departures.every(({ state }) => !['sent', 'releasing', 'unconfirmed'].includes(state));

/** Stops what has not left; what somebody has worked on stands still, and says why. */
export function stopChasers(desk: Desk, tx: Tx, watchId: string, now: number, why: string): void {
  for (const { messageId, revision } of chasersOf(tx, [watchId])) {
    const message = findMessage(tx, messageId)!;
    const departures = departuresOf(tx, messageId);
    const stopped = departures.filter((each) => goes(each) || ['paused', 'failed'].includes(each.state));
    if (message.deletedAt !== null || stopped.length === 0) continue;
    if (message.revision !== revision) {
      for (const each of stopped.filter(goes)) pause(tx, each, now, why);
    } else if (noneLeft(departures)) {
      deleteMessage(desk, messageId);
      removeChaser(tx, messageId);
    } else for (const each of stopped) drop(tx, each, now, why);
    record(tx, { at: now, messageId: findWatch(tx, watchId)!.messageId, what: 'chaser stopped', why });
  }
}

function pause(tx: Tx, departure: Departure, now: number, reason: string): void {
  const patch = { pausedFor: 'wrote-first' as const, reason, holdLeft: holdLeft(departure, now) };
  applyEvent(tx, departure, 'pause', now, patch);
}

/** Of one that some readers have already the rest is let go on. */
function drop(tx: Tx, departure: Departure, now: number, why: string): void {
  if (deliveriesOf(tx, [departure.id]).some(({ status }) => status === 'accepted')) return;
  thaw(tx, departure.id);
  applyEvent(tx, departure, 'drop', now, {}, why);
}

/** One of several has answered: what has not left does not go to them. @param address lower case */
export function leaveOutOfChasers(desk: Desk, tx: Tx, watchId: string, address: string): void {
  for (const chaser of chasersOf(tx, [watchId])) {
    const message = findMessage(tx, chaser.messageId)!;
    const departures = departuresOf(tx, chaser.messageId);
    if (message.deletedAt !== null || message.revision !== chaser.revision || !noneLeft(departures)) continue;
    const to = recipientsOf(tx, [chaser.messageId]).filter((each) => each.field === 'to');
    const others = to.filter((each) => addressKey(each.address) !== address);
    if (others.length === to.length || others.length === 0) continue;
    const { revision } = editMessage(desk, chaser.messageId, {
      to: others.map((each) => ({ name: each.name, address: each.address })),
    });
    removeChaser(tx, chaser.messageId);
    insertChaser(tx, { ...chaser, revision });
  }
}
