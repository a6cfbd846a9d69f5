/** Putting a message off until a moment, changing that, and having it back before. */
import { nextRepeat, RepeatError, type Repeat } from '#core/recurrence/repeat';
import { noteDue } from '#store/clock';
import { noteChange, record } from '#store/journal';
import { hasLeft } from '#store/left';
import { findMessage, messagesOfThread, type Message } from '#store/messages';
import { insertReturn, timesPutOff, updateReturn, waitingReturnOf, type Return } from '#store/returns';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid, NotFound, Refused } from '../errors';
import { endReturn, placeMessage } from './bringBack';
import { unknownOf } from './seen';
import { undoable } from './undoable';

export interface SnoozeInput {
  /** Epoch ms. */
  until: number;
  /** The words it was chosen by. */
  words?: string;
  /** To myself. */
  note?: string;
  /** The whole thread (the usual), or this message alone. */
  wholeThread?: boolean;
  /** A new answer brings it back before (the usual). */
  early?: boolean;
  /**
   * Messages of its thread that are known besides: what came after them and has not been seen is not put off. Not given,
   * all of the thread is meant.
   */
  known?: readonly string[];
  /** The rule by which it comes again and again, null for once; not given, it stays as it was. */
  repeat?: Repeat | null;
}

/** @throws NotFound; Refused for what has not left: it is not here to be put off */
function messageToPutOff(tx: Tx, id: string): Message {
  const message = findMessage(tx, id);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  if (message.direction === 'out' && !hasLeft(message))
    throw new Refused('This message has not left. Give it another moment to leave instead.');
  return message;
}

function checkRepeat(repeat: Repeat | null | undefined, until: number): void {
  if (!repeat) return;
  try {
    nextRepeat(repeat, until);
  } catch (error) {
    if (error instanceof RepeatError) throw new Invalid(error.message, 'repeat');
    throw error;
  }
}

/**
 * Puts a message off, or one already put off until another moment; it leaves the inbox, with its thread unless that
 * is not wanted. What I sent, and what I have answered, can be put off as well.
 * @throws NotFound; Refused for what has not left; Invalid for a moment that is past, or a rule that cannot be used
 */
export const snooze = (desk: Desk, messageId: string, input: SnoozeInput): Return =>
  desk.store.write((tx) =>
    undoable(desk, tx, { messageIds: [messageId] }, () => putOff(desk, tx, messageId, input)),
  );

/** As {@link snooze}, within a transaction and with no undo of its own. */
export function putOff(desk: Desk, tx: Tx, messageId: string, input: SnoozeInput): Return {
  const { until, words = '', note, wholeThread = true, early = true, repeat, known } = input;
  checkRepeat(repeat, until);
  const now = desk.now(tx);
  if (until <= now) throw new Invalid('This moment is past. Choose a later one.', 'until');
  const message = messageToPutOff(tx, messageId);
  const before = waitingReturnOf(tx, messageId);
  if (before) updateReturn(tx, before.id, { state: 'ended' });
  const row = insertReturn(tx, {
    id: newId(),
    messageId,
    kind: 'snooze',
    due: until,
    state: 'waiting',
    createdAt: now,
    words,
    wholeThread,
    early,
    // Moved, it goes on as it was unless that is said otherwise.
    repeat: repeat === undefined ? (before?.repeat ?? null) : repeat,
    note: note ?? before?.note ?? '',
    // Given another moment it has not been put off once more.
    times: before ? before.times : timesPutOff(tx, messageId) + 1,
    fromPlace: before ? before.fromPlace : message.place,
  });
  placeMessage(tx, message, { place: 'snoozed' });
  if (wholeThread) {
    // What has come since and has not been seen is not put off with it.
    const unknown = unknownOf(tx, [messageId], known);
    for (const each of messagesOfThread(tx, message.threadId))
      if (each.id !== message.id && each.place === 'inbox' && !unknown.has(each.id))
        placeMessage(tx, each, { place: 'snoozed' });
  }
  const to = new Date(until).toISOString();
  record(tx, { at: now, messageId, what: 'snoozed', to, why: words || null });
  noteChange(tx, 'return', row.id);
  noteDue(tx, until);
  return row;
}

/** What can be changed of a snooze without giving it another moment. */
export type SnoozeChange = Partial<Pick<Return, 'note' | 'early'>>;

/** @throws NotFound; Refused where it is not put off */
export function changeSnooze(desk: Desk, messageId: string, change: SnoozeChange): void {
  desk.store.write((tx) =>
    undoable(desk, tx, { messageIds: [messageId] }, () => {
      const row = waitingSnooze(tx, messageId);
      updateReturn(tx, row.id, change);
      noteChange(tx, 'return', row.id);
      noteChange(tx, 'message', messageId);
    }),
  );
}

function waitingSnooze(tx: Tx, messageId: string): Return {
  if (!findMessage(tx, messageId)) throw new NotFound('There is no such message.');
  const row = waitingReturnOf(tx, messageId);
  if (!row) throw new Refused('It is not put off.');
  return row;
}

/**
 * Brings a message that was put off back now, and ends its repeating.
 * @param undo true to have it where it was before instead
 * @throws NotFound; Refused where it is not put off
 */
export function endSnooze(desk: Desk, messageId: string, undo = false): void {
  desk.store.write((tx) =>
    undoable(desk, tx, { messageIds: [messageId] }, () => {
      const now = desk.now(tx);
      const row = waitingSnooze(tx, messageId);
      const message = findMessage(tx, messageId)!;
      // One that repeats may be in the inbox already, or done with.
      const place = message.place === 'snoozed' ? (undo ? row.fromPlace : 'inbox') : message.place;
      endReturn(tx, row, 'ended', place);
      record(tx, { at: now, messageId, what: 'brought back', why: 'by me' });
    }),
  );
}
