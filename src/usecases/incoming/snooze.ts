/** Putting an incoming message off until a moment, and its return. */
import { noteDue } from '../../store/clock';
import { noteChange, record } from '../../store/journal';
import { findMessage, swapMessage, type Message } from '../../store/messages';
import {
  dueReturns,
  nextReturnDue,
  endReturn,
  insertReturn,
  waitingReturnOf,
  type Return,
} from '../../store/returns';
import type { Tx } from '../../store/store';
import { newId, type Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';

function incomingMessage(tx: Tx, id: string): Message {
  const message = findMessage(tx, id);
  if (!message) throw new NotFound('There is no such message.');
  if (message.direction !== 'in') throw new Refused('Only a message that came in can be put off.');
  return message;
}

function place(tx: Tx, message: Message, patch: Partial<Message>): void {
  if (!swapMessage(tx, message, patch)) throw new Stale('message');
  noteChange(tx, 'message', message.id);
}

/**
 * Puts a message off; it leaves the inbox. One already put off is moved.
 * @param until epoch ms
 * @throws NotFound; Refused for an outgoing message; Invalid for a moment that is past
 */
export function snooze(desk: Desk, messageId: string, until: number): Return {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    if (until <= now) throw new Invalid('This moment is past. Choose a later one.', 'until');
    const message = incomingMessage(tx, messageId);
    const before = waitingReturnOf(tx, messageId);
    if (before) endReturn(tx, before.id, 'ended');
    const row = insertReturn(tx, {
      id: newId(),
      messageId,
      kind: 'snooze',
      due: until,
      state: 'waiting',
      createdAt: now,
    });
    place(tx, message, { place: 'snoozed' });
    record(tx, { at: now, messageId, what: 'snoozed', to: new Date(until).toISOString() });
    noteChange(tx, 'return', row.id);
    noteDue(tx, until);
    return row;
  });
}

/**
 * Brings a message that was put off back now.
 * @throws NotFound; Refused where it is not put off
 */
export function endSnooze(desk: Desk, messageId: string): void {
  desk.store.write((tx) => {
    const now = desk.now(tx);
    const message = incomingMessage(tx, messageId);
    const row = waitingReturnOf(tx, messageId);
    if (!row) throw new Refused('It is not put off.');
    endReturn(tx, row.id, 'ended');
    place(tx, message, { place: 'inbox' });
    record(tx, { at: now, messageId, what: 'brought back', why: 'by me' });
    noteChange(tx, 'return', row.id);
  });
}

/** Brings back everything due by now, in order. */
export function bringBackDue(desk: Desk): Return[] {
  // Asked at every wake: most often nothing is due, and nobody has to wait for a transaction.
  if ((nextReturnDue(desk.store.db) ?? Infinity) > desk.now()) return [];
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const due = dueReturns(tx, now);
    for (const row of due) {
      endReturn(tx, row.id, 'returned');
      const returnedWhy = { kind: row.kind, since: row.createdAt };
      place(tx, findMessage(tx, row.messageId)!, { place: 'inbox', returnedAt: now, returnedWhy });
      record(tx, { at: now, messageId: row.messageId, what: 'came back' });
      noteChange(tx, 'return', row.id);
    }
    return due;
  });
}
