/** A watch begins: its message has been released, or was long ago. */
import { addressKey, type Mailbox } from '#core/message/address';
import { deadlineAt } from '#core/watch/deadline';
import { UNSETTLED_STATES } from '#core/departure/states';
import { noteDue } from '#store/clock';
import { departuresOf, type Departure } from '#store/departures';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import {
  addWatchReaders,
  insertWatch,
  removeWatch,
  setWatchReaders,
  swapWatch,
  watchesOf,
  watchToBegin,
  type Watch,
} from '#store/watches';
import type { Desk } from '../desk';
import { receivers } from '../messages/envelope';
import { newId } from '../newId';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';

/** The deadline of a watch, epoch ms; undefined where there is no such day. @param readers the one to answer first */
export function endOf(
  desk: Desk,
  tx: Tx,
  { deadline }: Pick<Watch, 'deadline'>,
  since: number,
  readers: readonly Mailbox[],
): number | undefined {
  const [reader] = placedReaders(readersAt(desk, tx, readers.slice(0, 1)));
  return deadlineAt(deadline, { start: since, me: meAsPerson(desk, tx), reader });
}

/** Of those a message goes to, in their order, those at these addresses. */
export function readersAmong(tx: Tx, messageId: string, reached: readonly string[]): Mailbox[] {
  const keys = new Set(reached.map(addressKey));
  return receivers(tx, messageId).filter(({ address }) => keys.has(addressKey(address)));
}

/** Somebody who never works is given a week. */
const A_WEEK = 7 * 86_400_000;

/** @param readers those who have it */
export function begin(desk: Desk, tx: Tx, watch: Watch, since: number, readers: readonly Mailbox[]): Watch {
  const at = endOf(desk, tx, watch, since, readers) ?? since + A_WEEK;
  setWatchReaders(
    tx,
    watch.id,
    readers.map(({ address, name }) => ({ address: addressKey(address), name })),
  );
  noteDue(tx, at);
  noteChange(tx, 'return', watch.id);
  return swapWatch(tx, watch, { since, at })!;
}

/** It may leave yet: what stands still or was refused, too. */
const couldBeginIt = ({ state }: Departure) => UNSETTLED_STATES.includes(state);

/**
 * Copies that are taken back become a message of their own: what was to be waited for goes along, and stays for those
 * that are still to leave.
 * @param back the departures that are taken back
 */
export function takeWatchAlong(tx: Tx, from: string, to: string, back: readonly Departure[]): void {
  const watch = watchToBegin(tx, from);
  if (!watch) return;
  insertWatch(tx, { ...watch, id: newId(), messageId: to, revision: 1 });
  const taken = new Set(back.map(({ id }) => id));
  const others = departuresOf(tx, from).filter((each) => !taken.has(each.id));
  if (!others.some(couldBeginIt)) removeWatch(tx, watch.id);
  noteChange(tx, 'return', watch.id);
}

/** Another copy of what asks a question has left: its reader is waited for too, and the time counts from here. */
function asOneMore(desk: Desk, tx: Tx, messageId: string, reached: readonly string[], at: number): void {
  const watch = watchesOf(tx, [messageId]).find(
    ({ state, settledBy }) => state === 'waiting' && settledBy === 'decision',
  );
  if (!watch) return;
  const readers = readersAmong(tx, messageId, reached);
  const end = endOf(desk, tx, watch, at, readers) ?? at + A_WEEK;
  addWatchReaders(
    tx,
    watch.id,
    readers.map(({ address, name }) => ({ address: addressKey(address), name })),
  );
  swapWatch(tx, watch, { at: Math.max(watch.at!, end) });
  noteChange(tx, 'return', watch.id);
}

/**
 * The watch on a message begins with the departure that has just left; where each reader gets a copy of their own, each copy has a
 * watch of its own.
 * @param reached addresses of those who have it
 * @param at when it left, epoch ms
 */
export function beginWatches(
  desk: Desk,
  tx: Tx,
  left: Departure,
  reached: readonly string[],
  at: number,
): void {
  if (reached.length === 0) return;
  const watch = watchToBegin(tx, left.messageId);
  if (!watch) {
    asOneMore(desk, tx, left.messageId, reached, at);
    return;
  }
  const readers = readersAmong(tx, left.messageId, reached);
  // A question is one, however many copies ask it.
  if (left.reader === null || watch.settledBy === 'decision') {
    begin(desk, tx, watch, at, readers);
    return;
  }
  const copy = insertWatch(tx, { ...watch, id: newId(), copy: addressKey(left.reader), revision: 1 });
  begin(desk, tx, copy, at, readers);
  // Of the others none is left that it could begin with.
  const others = departuresOf(tx, left.messageId).filter(({ id }) => id !== left.id);
  if (!others.some(couldBeginIt)) removeWatch(tx, watch.id);
}
