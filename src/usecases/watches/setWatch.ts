/** Waiting for an answer to a message: set, changed, closed. */
import type { Chasers } from '#core/watch/chasers';
import type { Deadline, SettledBy } from '#core/watch/watch';
import type { Mailbox } from '#core/message/address';
import { isZone } from '#core/time/zones';
import { isLocal } from '#core/time/wallClock';
import { noteChange, record } from '#store/journal';
import { hasLeft } from '#store/left';
import { departuresOf } from '#store/departures';
import { deliveriesOf } from '#store/deliveries';
import { findMessage, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import { insertWatch, readersOfWatches, watchesOf, type Watch } from '#store/watches';
import { noteDue } from '#store/clock';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused } from '../errors';
import { undoable } from '../incoming/undoable';
import { newId } from '../newId';
import { begin, endOf, readersAmong } from './beginWatch';
import { checkChasers } from './checkChasers';
import { checkSettledBy } from './checkSettledBy';
import { stopChasers } from './chasers';
import { changed } from './endWatch';
import { knownWatch } from './knownWatch';

export interface WatchInput {
  deadline: Deadline;
  settledBy?: SettledBy;
  note?: string;
  /** What follows where nobody answers; null: nothing. */
  chasers?: Chasers | null;
}

/** Those who have a message of mine; of one that came in who wrote it. */
function readersWho(tx: Tx, message: Message): Mailbox[] {
  if (message.direction === 'in') return [{ address: message.fromAddress, name: message.fromName }];
  const departures = departuresOf(tx, message.id).map(({ id }) => id);
  const reached = deliveriesOf(tx, departures).filter(({ status }) => status === 'accepted');
  return readersAmong(
    tx,
    message.id,
    reached.map(({ address }) => address),
  );
}

function checkDeadline(deadline: Deadline): void {
  if (!('local' in deadline)) return;
  if (!isLocal(deadline.local))
    throw new Invalid('There is no such day or time. Write it as 2026-12-01T09:00.', 'deadline.local');
  if (!isZone(deadline.zone)) throw new Invalid(`There is no time zone “${deadline.zone}”.`, 'deadline.zone');
}

/** The moment of a deadline that counts from now. @throws Invalid where there is none ahead */
function endAhead(desk: Desk, tx: Tx, deadline: Deadline, now: number, readers: readonly Mailbox[]): number {
  const at = endOf(desk, tx, { deadline }, now, readers);
  if (at === undefined)
    throw new Invalid('They have no working days ahead. Choose hours, days or a date.', 'deadline');
  if (at <= now) throw new Invalid('This moment is past. Choose a later one.', 'deadline');
  return at;
}

const waitingOf = (tx: Tx, messageId: string): Watch[] =>
  watchesOf(tx, [messageId]).filter(({ state }) => state === 'waiting');

/**
 * Waits for an answer to a message. Of what has not been released the time begins to run when it is; of everything else now.
 * A message that is watched already is watched by this from now on.
 * @throws NotFound, Invalid
 */
export function watchMessage(desk: Desk, messageId: string, input: WatchInput): Watch {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const message = findMessage(tx, messageId);
    if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
    const { deadline, settledBy = 'anyone', note = '', chasers = null } = input;
    checkDeadline(deadline);
    checkChasers(settledBy, chasers);
    checkSettledBy(desk, tx, settledBy, message);
    // Where each reader has a copy of their own, each is waited for.
    const [first, ...others] = waitingOf(tx, messageId);
    if (first) {
      for (const each of others) change(desk, tx, each, input);
      return change(desk, tx, first, input);
    }
    const begins = message.direction === 'in' || hasLeft(message);
    const readers = readersWho(tx, message);
    if (begins) endAhead(desk, tx, deadline, now, readers);
    const id = newId();
    const row = {
      id,
      messageId,
      deadline,
      settledBy,
      note,
      chasers,
      state: 'waiting' as const,
      createdAt: now,
    };
    const watch = undoable(desk, tx, { watchIds: [id] }, () => {
      const made = insertWatch(tx, row);
      return begins ? begin(desk, tx, made, now, readers) : made;
    });
    record(tx, { at: now, messageId, what: 'watched' });
    noteChange(tx, 'return', id);
    noteChange(tx, 'message', messageId);
    return watch;
  });
}

function change(desk: Desk, tx: Tx, seen: Watch, input: Partial<WatchInput>): Watch {
  const now = desk.now(tx);
  const {
    deadline = seen.deadline,
    settledBy = seen.settledBy,
    note = seen.note,
    chasers = seen.chasers,
  } = input;
  checkChasers(settledBy, chasers);
  // One that waits for visits may go on doing so: its links lead through here.
  if (settledBy !== seen.settledBy) checkSettledBy(desk, tx, settledBy, findMessage(tx, seen.messageId));
  const patch: Partial<Watch> = { deadline, settledBy, note, chasers };
  if (input.deadline) {
    checkDeadline(input.deadline);
    if (seen.since !== null) {
      // Given more time, it waits again, whatever had become of it.
      patch.at = endAhead(desk, tx, input.deadline, now, readersOfWatches(tx, [seen.id]));
      Object.assign(patch, { state: 'waiting', endedAt: null, endedBy: null });
    }
  }
  const waiting = () => waitingOf(tx, seen.messageId).some(({ copy }) => copy === seen.copy);
  if (patch.state && seen.state !== 'waiting' && waiting())
    throw new Refused('This message is watched already.');
  // Who is given more time, or is not to be chased after all, is not chased meanwhile.
  if (input.deadline) stopChasers(desk, tx, seen.id, now, 'They were given more time.');
  else if (!chasers) stopChasers(desk, tx, seen.id, now, 'They are not to be chased.');
  const next = undoable(desk, tx, { watchIds: [seen.id] }, () => changed(tx, seen, patch));
  if (next.state === 'waiting' && next.at !== null) noteDue(tx, next.at);
  return next;
}

/**
 * Changes what is given. Another deadline counts from now, and one that is over waits again.
 * @throws NotFound, Invalid, Stale; Refused where another watches its message by now
 */
export const changeWatch = (desk: Desk, id: string, input: Partial<WatchInput>, revision?: number): Watch =>
  desk.store.write((tx) => change(desk, tx, knownWatch(tx, id, revision), input));

/** Waits no longer. @throws NotFound; Refused where it is over */
export const endWatch = (desk: Desk, id: string): Watch =>
  desk.store.write((tx) => {
    const seen = knownWatch(tx, id);
    if (seen.state !== 'waiting') throw new Refused('Nothing is waited for any more.');
    const now = desk.now(tx);
    record(tx, { at: now, messageId: seen.messageId, what: 'watch ended' });
    stopChasers(desk, tx, id, now, 'Nothing is waited for any more.');
    return undoable(desk, tx, { watchIds: [id] }, () => changed(tx, seen, { state: 'ended', endedAt: now }));
  });
