/** What a calendar message asks or says, on both clocks, with what I have then. */
import { takesWholeDays, timed, type Attendance } from '#core/calendar/event';
import { ATTENDANCE_WORDS, type InvitationAnswer, type Method } from '#core/calendar/invitation';
import { eventMoments, type EventMoment } from '#core/calendar/occurrences';
import type { DepartureState } from '#core/departure/states';
import type { EventEntry } from '#core/formats/eventFile';
import { addressKey } from '#core/message/address';
import { repeatWords } from '#core/recurrence/repeat';
import { departuresOf } from '#store/departures';
import { eventByUid, type EventRow } from '#store/events';
import { calendarOf, invitationOf, invitationsOf, type InvitationRow } from '#store/invitations';
import { findMessage, type Message } from '#store/messages';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { placeInCalendar, type Placed } from '../events/againstCalendar';
import { isLater } from '../events/exchangeEvents';
import { myAddresses } from '../events/eventView';
import { writerOf } from '../events/writerOf';
import { eventCountered } from './answerCounter';

export interface InvitationView {
  method: Method;
  summary: string;
  location: string;
  description: string;
  organizer: { name: string; address: string } | null;
  attendees: { name: string; address: string; attendance: Attendance }[];
  /** Whose clock it is told on beside mine. */
  name: string;
  zone: string;
  /** “every Monday”; null where it is once. */
  repeats: string | null;
  /** Null where it never is. */
  when: Placed | null;
  /** What it says, in a sentence: “Haruki Anzai comes.” */
  says: string;
  /** What it changed here when it came. */
  did: string | null;
  /** Why nothing may be answered to what asks, or proposes; null where something may. */
  over: string | null;
  /** What I have answered, by which message, and how that stands: null where that is not there any more. */
  answer: { attendance: InvitationAnswer; messageId: string; state: DepartureState | 'draft' | null } | null;
  /** The event in my calendar. */
  event: { id: string; occurrence: string | null } | null;
}

/** @throws NotFound */
export function knownInvitation(desk: Desk, messageId: string): { message: Message; row: InvitationRow } {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  const row = message && message.deletedAt === null ? invitationOf(db, messageId) : undefined;
  if (!message || !row) throw new NotFound('This message is no invitation, and answers none.');
  return { message, row };
}

/** The event it is about: of one time of it, that. */
export const entryOf = ({ entries }: Pick<InvitationRow, 'entries'>): EventEntry =>
  entries.find(({ occurrence }) => occurrence === '') ?? entries[0]!;

const aliveRow = (row: EventRow | undefined) => (row?.deletedAt === null ? row : undefined);

function saysWords({ method }: InvitationRow, entry: EventEntry, sender: string, who: string): string {
  const said = entry.attendees.find(({ address }) => addressKey(address) === sender) ?? entry.attendees[0];
  switch (method) {
    case 'REQUEST':
      return entry.occurrence ? `${who} asks you to one time of it.` : `${who} asks you to come.`;
    case 'CANCEL':
      return `${who} calls it off.`;
    case 'REPLY':
      return said ? `${who} ${ATTENDANCE_WORDS[said.attendance]}.` : `${who} answers.`;
    case 'COUNTER':
      return `${who} proposes another time.`;
    case 'DECLINECOUNTER':
      return `${who} keeps to the time there was.`;
  }
}

/** Why it is not to be answered, or not any more. */
function overWords(
  desk: Desk,
  row: InvitationRow,
  entry: EventEntry,
  until: number | undefined,
  sender: string,
): string | null {
  const { db } = desk.store;
  if (row.method === 'COUNTER') {
    const event = eventCountered(db, myAddresses(desk), sender, entry);
    return typeof event === 'string' ? event : null;
  }
  if (row.method !== 'REQUEST') return null;
  // What anybody else says of it changes nothing.
  const others = invitationsOf(db, row.uid).flatMap((each) => {
    const from = each.messageId === row.messageId ? undefined : findMessage(db, each.messageId)?.fromAddress;
    const said = { method: each.method, entry: entryOf(each) };
    const same = from !== undefined && addressKey(from) === sender;
    return same && said.entry.occurrence === entry.occurrence ? [said] : [];
  });
  if (others.some((each) => each.method === 'CANCEL' && each.entry.sequence >= entry.sequence))
    return 'It has been called off since.';
  if (others.some((each) => each.method === 'REQUEST' && isLater(each.entry, entry)))
    return 'There is a later message about it.';
  if (entry.status === 'cancelled') return 'It is called off.';
  if (until !== undefined && until <= desk.now()) return 'It is over.';
  if (!entry.organizer) return 'It does not say who asks, so that nobody can be answered.';
  return null;
}

/** @throws NotFound for a message that is none */
export function readInvitation(desk: Desk, messageId: string): InvitationView {
  const { db } = desk.store;
  const { message, row } = knownInvitation(desk, messageId);
  const entry = entryOf(row);
  const { zone: mine } = desk.settings();
  const writer = writerOf(desk, message);
  const { when } = entry;
  const now = desk.now();
  const next = firstFrom(when, mine, now);
  const zone = when.zone ?? mine;
  const last = next?.endsAt;
  const placed =
    next &&
    placeInCalendar(
      desk,
      {
        at: next.startsAt,
        until: next.endsAt,
        wholeDay: takesWholeDays(when),
        saysEnd: true,
        // A day is the same day on every clock.
        zone: takesWholeDays(when) ? mine : zone === mine ? writer.zone : zone,
        uid: entry.uid,
      },
      writer,
    );
  const known = aliveRow(eventByUid(db, entry.uid, entry.occurrence)) ?? aliveRow(eventByUid(db, entry.uid));
  const sent = row.answeredBy === null ? undefined : findMessage(db, row.answeredBy);
  const departure = sent && departuresOf(db, sent.id).at(-1);
  const state = sent?.deletedAt === null ? (departure?.state ?? 'draft') : null;
  const sender = addressKey(message.fromAddress);
  return {
    method: row.method,
    summary: entry.summary,
    location: entry.location,
    description: entry.description,
    organizer: entry.organizer,
    attendees: entry.attendees.map(({ name, address, attendance }) => ({ name, address, attendance })),
    name: writer.name!,
    zone: writer.zone,
    repeats:
      when.rrule === null
        ? null
        : repeatWords({
            rrule: when.rrule,
            start: timed(when.start),
            zone,
          }),
    when: placed ?? null,
    says: saysWords(row, entry, sender, writer.name!),
    did: row.did,
    over: overWords(desk, row, entry, last, sender),
    answer:
      row.answer && row.answeredBy ? { attendance: row.answer, messageId: row.answeredBy, state } : null,
    event: known
      ? { id: known.masterId ?? known.id, occurrence: known.masterId === null ? null : known.occurrence }
      : null,
  };
}

export interface MessageCalendarView {
  invitation: InvitationView | null;
  /** What a message of mine says to calendar programs. */
  carries: { method: Method; summary: string } | null;
}

/** @throws NotFound */
export function readMessageCalendar(desk: Desk, messageId: string): MessageCalendarView {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const said = calendarOf(db, messageId);
  return {
    invitation: invitationOf(db, messageId) ? readInvitation(desk, messageId) : null,
    carries: said ? { method: said.method, summary: said.summary } : null,
  };
}

/** Its next time, or, of one that is all over, its first. */
function firstFrom(when: EventEntry['when'], mine: string, now: number): EventMoment | undefined {
  for (const moment of eventMoments(when, mine, now, Infinity)) return moment;
  for (const moment of eventMoments(when, mine, -Infinity, Infinity)) return moment;
  return undefined;
}
