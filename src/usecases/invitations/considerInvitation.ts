/** What a calendar message changes here when it comes (RFC 5546 §3.2): only what whoever sent it has a say in. */
import type { CalendarMessage, Method } from '#core/calendar/invitation';
import { ATTENDANCE_WORDS, occurrenceOn } from '#core/calendar/invitation';
import type { EventEntry } from '#core/formats/eventFile';
import { addressKey } from '#core/message/address';
import { eventByUid, swapEvent, type EventRow } from '#store/events';
import { insertInvitation } from '#store/invitations';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Stale } from '../errors';
import { isLater, takeEntry } from '../events/exchangeEvents';
import { myAddresses } from '../events/eventView';
import { followEvents } from '../events/followEvents';
import { timeAt } from '../events/knownEvent';
import type { Incoming } from '../incoming/incoming';

interface Coming {
  desk: Desk;
  /** As addresses are compared. */
  sender: string;
  entries: readonly EventEntry[];
  /** The event as it is known here, with its times; undefined where it is not. */
  known: EventRow | undefined;
  now: number;
}

const isFrom = (sender: string, row: Pick<EventEntry, 'organizer'>): boolean =>
  row.organizer !== null && addressKey(row.organizer.address) === sender;

function follow(desk: Desk, tx: Tx, changed: readonly EventRow[]): void {
  for (const { id } of changed) noteChange(tx, 'event', id);
  followEvents(desk, tx, changed);
}

const sameTime = (a: EventEntry['when'], b: Pick<EventRow, 'start' | 'end' | 'zone'>) =>
  a.start === b.start && a.end === b.end && a.zone === b.zone;

/** What I have answered stands while the time is the same, whatever the change does not know of it. */
function withMyAnswer(entry: EventEntry, known: EventRow | undefined, mine: readonly string[]): EventEntry {
  if (!known || !sameTime(entry.when, known)) return entry;
  const before = known.attendees.find(({ address }) => mine.includes(addressKey(address)));
  if (!before) return entry;
  const attendees = entry.attendees.map((each) =>
    mine.includes(addressKey(each.address)) && each.attendance === 'needs-action'
      ? { ...each, attendance: before.attendance }
      : each,
  );
  return { ...entry, attendees, status: entry.status === 'confirmed' ? known.status : entry.status };
}

/** A change of what is in my calendar, by who asked me to come; what is not in it waits for my answer. */
function request(tx: Tx, { desk, sender, entries, known, now }: Coming): string | null {
  if (!known || known.deletedAt !== null || !isFrom(sender, known)) return null;
  const { zone } = desk.settings(tx);
  const mine = myAddresses(desk);
  let moved = false;
  const changed = entries.flatMap((entry) => {
    if (!isFrom(sender, entry)) return [];
    const before = eventByUid(tx, entry.uid, entry.occurrence);
    const alive = before?.deletedAt === null ? before : undefined;
    if (alive && !isLater(entry, alive)) return [];
    const masterId = entry.occurrence === '' ? null : known.id;
    moved ||= !alive || !sameTime(entry.when, alive);
    return [takeEntry(tx, withMyAnswer(entry, alive, mine), masterId, zone, now).row];
  });
  if (changed.length === 0) return null;
  follow(desk, tx, changed);
  return moved ? 'It has moved in your calendar.' : 'It is changed in your calendar.';
}

/** Called off by who asked: what leaves before it stops and asks. */
function cancel(tx: Tx, { desk, sender, entries, known, now }: Coming): string | null {
  if (!known || known.deletedAt !== null || !isFrom(sender, known)) return null;
  const { zone } = desk.settings(tx);
  const changed = entries.flatMap((entry): EventRow[] => {
    const row = eventByUid(tx, entry.uid, entry.occurrence);
    const { sequence, stamp } = entry;
    if (row?.deletedAt === null) {
      if (sequence < row.sequence || row.status === 'cancelled') return [];
      const next = swapEvent(tx, row, { status: 'cancelled', sequence, stamp });
      if (!next) throw new Stale('event');
      return [next];
    }
    if (entry.occurrence === '' || sequence < known.sequence) return [];
    return [takeEntry(tx, { ...entry, status: 'cancelled' }, known.id, zone, now).row];
  });
  if (changed.length === 0) return null;
  follow(desk, tx, changed);
  return 'It is called off in your calendar.';
}

/** The row an answer is counted on: the event, or what stands for one of its times, made where there is none. */
function rowFor(tx: Tx, desk: Desk, known: EventRow, occurrence: string, now: number): EventRow | undefined {
  if (occurrence === '') return known;
  const apart = eventByUid(tx, known.uid, occurrence);
  if (apart) return apart.deletedAt === null ? apart : undefined;
  const { zone } = desk.settings(tx);
  const time = timeAt(tx, known, occurrence, zone, now);
  if (!time) return undefined;
  const { start, end } = time.moment;
  const { summary, description, location, transparent, status, sequence, stamp, organizer, attendees } =
    known;
  const when = { start, end, zone: known.zone, rrule: null, rdate: [], exdate: [] };
  const said = { summary, description, location, transparent, status, sequence, stamp, organizer, attendees };
  // Nothing is said of it that those who are at it do not know.
  return takeEntry(tx, { uid: known.uid, occurrence, when, ...said }, known.id, zone, now).row;
}

/** What somebody answers to an event of mine, in their own name. */
function reply(tx: Tx, { desk, sender, entries, known, now }: Coming): string | null {
  if (!known || known.deletedAt !== null) return null;
  const mine = myAddresses(desk);
  if (known.organizer === null || !mine.includes(addressKey(known.organizer.address))) return null;
  const words = entries.flatMap((entry): string[] => {
    const said = entry.attendees.find(({ address }) => addressKey(address) === sender);
    if (!said) return [];
    const apart = eventByUid(tx, entry.uid, entry.occurrence) ?? known;
    const asked = apart.attendees.find(({ address }) => addressKey(address) === sender);
    const row = asked && rowFor(tx, desk, known, entry.occurrence, now);
    const name = asked?.name || said.name || said.address;
    if (asked && !row) return [];
    if (!asked || !row) return [`${name} was not asked, and is not counted.`];
    if (entry.sequence < row.sequence)
      return [`${name} answers to what it was before it moved: not counted.`];
    if (asked.said !== undefined && entry.stamp < asked.said) return [`${name} has said something later.`];
    const attendees = row.attendees.map((each) =>
      addressKey(each.address) === sender
        ? { ...each, attendance: said.attendance, said: entry.stamp }
        : each,
    );
    if (!swapEvent(tx, row, { attendees })) throw new Stale('event');
    noteChange(tx, 'event', known.id);
    return [`${name} ${ATTENDANCE_WORDS[said.attendance]}.`];
  });
  return words.length > 0 ? words.join(' ') : null;
}

const WORK: Readonly<Record<Method, (tx: Tx, coming: Coming) => string | null>> = {
  REQUEST: request,
  REPLY: reply,
  CANCEL: cancel,
  // What they say waits for me.
  COUNTER: () => null,
  DECLINECOUNTER: () => null,
};

/** What is kept of what was read. */
const kept = ({ events }: CalendarMessage): EventEntry[] => events.map(({ lost: _lost, ...entry }) => entry);

export function considerInvitation(tx: Tx, { desk, mail, message, now }: Incoming): void {
  if (!mail.calendar) return;
  const { method } = mail.calendar;
  const said = kept(mail.calendar);
  const { uid } = said[0]!;
  const sender = addressKey(mail.from.address);
  const known = eventByUid(tx, uid);
  const { zone: mine } = desk.settings(tx);
  // One time of it alone may be named on another clock than that of the event.
  const alone = known !== undefined && said.every(({ occurrence }) => occurrence !== '');
  const entries = alone
    ? said.map((each) => ({ ...each, occurrence: occurrenceOn(each, known, mine) }))
    : said;
  let did: string | null = null;
  try {
    // All of it or nothing.
    did = desk.store.write((inner) => WORK[method](inner, { desk, sender, entries, known, now }));
  } catch (error) {
    // One that never happens changes nothing; the message says so by itself.
    if (!(error instanceof Invalid)) throw error;
  }
  insertInvitation(tx, { messageId: message.id, method, uid, entries, did });
}
