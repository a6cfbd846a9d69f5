/** Events as they are shown. */
import { isRecurring, takesWholeDays, timed, type Attendee, type EventStatus } from '#core/calendar/event';
import { eventMoments } from '#core/calendar/occurrences';
import { addressKey } from '#core/message/address';
import { repeatWords } from '#core/recurrence/repeat';
import { eventsById, eventsWithin, exceptedOf, type EventRow } from '#store/events';
import type { Desk } from '../desk';
import { Invalid, NotFound } from '../errors';
import { knownEvent, timeAt, whenOf, type EventTime } from './knownEvent';

/** One time of an event. Moments are epoch ms. */
export interface EventView {
  /** Of the event, whichever of its times this is. */
  id: string;
  uid: string;
  /** Which time of one that recurs (RECURRENCE-ID, RFC 5545 §3.8.4.4); null of one that is once. */
  occurrence: string | null;
  /** It stands for itself: it says something else than the others, or is at another time. */
  differs: boolean;
  summary: string;
  description: string;
  location: string;
  at: number;
  until: number;
  /** On the clock of the event, in the form they are written. */
  start: string;
  end: string;
  zone: string | null;
  wholeDays: boolean;
  rrule: string | null;
  /** “every second Monday”; null of one that is once. */
  repeats: string | null;
  transparent: boolean;
  status: EventStatus;
  organizer: { name: string; address: string } | null;
  /** I am who asks, or nobody is. */
  mine: boolean;
  attendees: readonly Attendee[];
  revision: number;
}

/** A span may be so long, days. */
export const LONGEST_SPAN_DAYS = 400;
/** So many times are shown of a span. */
const MOST_SHOWN = 5000;
const DAY_MS = 86_400_000;

/** Said of many times of one event: its rule is read once. */
const saidOf = new WeakMap<EventRow, string | null>();

function repeatsOf(master: EventRow, clock: string): string | null {
  let words = saidOf.get(master);
  if (words === undefined) saidOf.set(master, (words = repeatsNow(master, clock)));
  return words;
}

function repeatsNow(master: EventRow, clock: string): string | null {
  if (!isRecurring(master)) return null;
  const { rrule, start } = master;
  if (rrule === null) return 'on picked days';
  return repeatWords({ rrule, start: timed(start), zone: clock });
}

function viewOf(
  { row, moment, clock, cancelled }: EventTime,
  master: EventRow,
  mine: readonly string[],
): EventView {
  const { summary, description, location, transparent, organizer, attendees } = row;
  const whole = takesWholeDays(moment);
  return {
    id: master.id,
    uid: row.uid,
    occurrence: moment.occurrence || null,
    differs: row !== master,
    summary,
    description,
    location,
    at: moment.startsAt,
    until: moment.endsAt,
    start: moment.start,
    end: moment.end,
    zone: whole || row.zone === null ? null : clock,
    wholeDays: whole,
    rrule: master.rrule,
    repeats: repeatsOf(master, clock),
    transparent,
    status: cancelled ? 'cancelled' : row.status,
    organizer,
    mine: organizer === null || mine.includes(addressKey(organizer.address)),
    attendees,
    revision: master.revision,
  };
}

/** As addresses are compared. */
export const myAddresses = (desk: Desk): string[] => {
  const { me, identities } = desk.settings();
  return [me, ...identities].map(({ address }) => addressKey(address));
};

/**
 * What is in a span, soonest first.
 * @param from @param until epoch ms
 * @throws Invalid where that is longer than anybody looks at
 */
export function listEvents(desk: Desk, from: number, until: number): EventView[] {
  if (!(until > from) || until - from > LONGEST_SPAN_DAYS * DAY_MS)
    throw new Invalid(`A span ends after it begins, and is at most ${LONGEST_SPAN_DAYS} days.`, 'until');
  const { db } = desk.store;
  const { zone: mine } = desk.settings();
  const excepted = exceptedOf(db);
  const found = eventsWithin(db, from, until).flatMap((timed) =>
    [...eventMoments(timed, mine, from, until, excepted.get(timed.id))].map((moment) => ({
      id: timed.id,
      moment,
    })),
  );
  found.sort((a, b) => a.moment.startsAt - b.moment.startsAt || a.moment.endsAt - b.moment.endsAt);
  const shown = found.slice(0, MOST_SHOWN);
  const rows = eventsById(db, [...new Set(shown.map(({ id }) => id))]);
  const masters = eventsById(db, [
    ...new Set([...rows.values()].flatMap(({ masterId }) => (masterId === null ? [] : [masterId]))),
  ]);
  const me = myAddresses(desk);
  return shown.flatMap(({ id, moment }) => {
    const row = rows.get(id)!;
    const master = (row.masterId !== null && masters.get(row.masterId)) || row;
    // An event that is deleted takes what stands for its times along.
    if (master.deletedAt !== null) return [];
    const clock = row.zone ?? mine;
    const time: EventTime = {
      row,
      moment: { ...moment, occurrence: row.occurrence || moment.occurrence },
      clock,
      cancelled: row.status === 'cancelled' || master.status === 'cancelled',
    };
    return [viewOf(time, master, me)];
  });
}

/**
 * One event: the time of it that is asked for, else its next one, or its last.
 * @throws NotFound
 */
export function readEvent(desk: Desk, id: string, occurrence: string | null = null): EventView {
  const { db } = desk.store;
  const event = knownEvent(db, id);
  const { zone: mine } = desk.settings();
  const time =
    timeAt(db, event, occurrence, mine, desk.now()) ??
    (occurrence === null ? lastTime(event, mine) : undefined);
  if (!time) throw new NotFound('There is no such occurrence.');
  return viewOf(time, event, myAddresses(desk));
}

/** The first time of one that is all over: of those before nobody knows which is meant. */
function lastTime(event: EventRow, mine: string): EventTime | undefined {
  const [first] = eventMoments({ ...whenOf(event), exdate: [] }, mine, event.startsAt, event.startsAt + 1);
  return (
    first && { row: event, moment: first, clock: event.zone ?? mine, cancelled: event.status === 'cancelled' }
  );
}
