/** Messages as they stand in lists. */
import { addressKey, type Mailbox } from '#core/message/address';
import { withoutQuotes } from '#core/text/quotes';
import { repeatWords } from '#core/recurrence/repeat';
import { withAttachments } from '#store/attachments';
import { correspondentsAt } from '#store/correspondents';
import { dealingsWith } from '#store/dealings';
import { findSummaryRows, firstReaders, type Recipient, type SummaryRow } from '#store/messages';
import { waitingReturns, type Return } from '#store/returns';
import { openTodosOf, type Todo } from '#store/todos';
import type { Desk } from '../desk';

/** How a message is put off. Moments are epoch ms. */
export interface SnoozeView {
  until: number;
  /** The words its moment was chosen by. */
  words: string;
  note: string;
  wholeThread: boolean;
  early: boolean;
  /** How often it has been put off, this time counted. */
  times: number;
  /** “every 2 weeks on Monday”; null for once. */
  repeat: string | null;
  since: number;
}

/** A message in a list. Moments are epoch ms. */
export interface MessageSummary {
  id: string;
  threadId: string;
  direction: 'in' | 'out';
  from: Mailbox & { zone: string | null; place: string | null };
  /** The first of many. */
  to: Mailbox[];
  /** How many there are in To. */
  toCount: number;
  subject: string;
  /** The first words. */
  preview: string;
  at: number;
  /** When it was written, by its own Date, and the offset that carries, minutes; null where it does not say. */
  writtenAt: number | null;
  writtenOffset: number | null;
  /** It came in and has not been looked at. */
  unseen: boolean;
  /** I have answered it, or passed it on, and that has left. */
  answered: boolean;
  forwarded: boolean;
  /** Something of mine in its thread waits to leave. */
  leaving: boolean;
  automatic: boolean;
  place: SummaryRow['place'];
  returnedAt: number | null;
  returnedWhy: SummaryRow['returnedWhy'];
  /** Until when it is put off; null where it is not. */
  snoozedUntil: number | null;
  snooze: SnoozeView | null;
  /** The open to-do on it. */
  todo: Todo | null;
  /** It is signed or encrypted; one of mine: what it says is kept encrypted. */
  protection: SummaryRow['protection'];
  /** Something is attached. */
  attached: boolean;
}

export const asMailbox = ({ name, address, groupId }: Recipient): Mailbox =>
  groupId ? { name, address, group: groupId } : { name, address };

const PREVIEW_LENGTH = 140;

function firstWords(text: string): string {
  const own = withoutQuotes(text).replace(/\s+/g, ' ').trim();
  return own.length > PREVIEW_LENGTH ? `${own.slice(0, PREVIEW_LENGTH).trimEnd()}…` : own;
}

export function snoozeView(row: Return): SnoozeView {
  const { due: until, words, note, wholeThread, early, times, repeat, createdAt: since } = row;
  return {
    until,
    words,
    note,
    wholeThread,
    early,
    times,
    since,
    repeat: repeat && repeatWords(repeat),
  };
}

/** In the order given. */
export function summaries(desk: Desk, rows: readonly SummaryRow[]): MessageSummary[] {
  const { db } = desk.store;
  const ids = rows.map((message) => message.id);
  const people = correspondentsAt(
    db,
    rows.map((message) => message.fromAddress),
  );
  const readers = firstReaders(db, ids);
  const attached = withAttachments(db, ids);
  const dealings = dealingsWith(db, ids);
  const returns = new Map(waitingReturns(db, ids).map((row) => [row.messageId, row]));
  const todos = new Map(openTodosOf(db, ids).map((todo) => [todo.messageId, todo]));
  return rows.map((message) => {
    const person = people.get(addressKey(message.fromAddress));
    const row = returns.get(message.id);
    return {
      id: message.id,
      threadId: message.threadId,
      direction: message.direction,
      from: {
        name: message.fromName || person?.name || '',
        address: message.fromAddress,
        zone: person?.zone ?? null,
        place: person?.place ?? null,
      },
      to: (readers.get(message.id)?.first ?? []).map(asMailbox),
      toCount: readers.get(message.id)?.count ?? 0,
      subject: message.subject,
      preview: firstWords(message.text),
      at: message.at,
      writtenAt: message.writtenAt,
      writtenOffset: message.writtenOffset,
      unseen: message.unseen,
      ...dealings.get(message.id)!,
      automatic: message.automatic,
      place: message.place,
      returnedAt: message.returnedAt,
      returnedWhy: message.returnedWhy,
      snoozedUntil: row?.due ?? null,
      snooze: row ? snoozeView(row) : null,
      todo: todos.get(message.id) ?? null,
      protection: message.protection,
      attached: attached.has(message.id),
    };
  });
}

/** Those of these messages that there are, in their order. */
export function summariesOf(desk: Desk, ids: readonly string[]): MessageSummary[] {
  const rows = new Map(findSummaryRows(desk.store.db, ids).map((row) => [row.id, row]));
  return summaries(
    desk,
    ids.flatMap((id) => rows.get(id) ?? []),
  );
}
