/** Events as they are known, and when they are. */
import { isRecurring, type EventWhen } from '#core/calendar/event';
import { clockOf, eventMoments, type EventMoment } from '#core/calendar/occurrences';
import { eventByUid, exceptionsOf, findEvent, type EventRow } from '#store/events';
import type { Reading } from '#store/store';
import { NotFound } from '../errors';

/** @throws NotFound */
export function knownEvent(db: Reading, id: string): EventRow {
  const event = findEvent(db, id);
  if (!event || event.deletedAt !== null) throw new NotFound('There is no such event.');
  return event;
}

export const whenOf = ({ start, end, zone, rrule, rdate, exdate }: EventRow): EventWhen => ({
  start,
  end,
  zone,
  rrule,
  rdate,
  exdate,
});

/** One time of an event: what it says then, and when that is. */
export interface EventTime {
  /** The event, or what stands for this occurrence. */
  row: EventRow;
  moment: EventMoment;
  /** IANA name of the clock its times are on. */
  clock: string;
  cancelled: boolean;
}

const timeOf = (row: EventRow, moment: EventMoment, mine: string, master = row): EventTime => ({
  row,
  moment: { ...moment, occurrence: row.occurrence || moment.occurrence },
  clock: clockOf(row, mine),
  cancelled: row.status === 'cancelled' || master.status === 'cancelled',
});

/** The times of an event in a span, each with what it says then, soonest first. @param until epoch ms, which may be infinite */
export function* timesOf(
  db: Reading,
  event: EventRow,
  mine: string,
  from: number,
  until: number,
): Generator<EventTime> {
  const exceptions = exceptionsOf(db, [event.id]);
  const without = new Set(exceptions.map(({ occurrence }) => occurrence));
  const apart = exceptions
    .flatMap((row) =>
      [...eventMoments(whenOf(row), mine, from, until)].map((each) => timeOf(row, each, mine, event)),
    )
    .sort((a, b) => a.moment.startsAt - b.moment.startsAt);
  for (const moment of eventMoments(whenOf(event), mine, from, until, without)) {
    while (apart[0] && apart[0].moment.startsAt <= moment.startsAt) yield apart.shift()!;
    yield timeOf(event, moment, mine);
  }
  yield* apart;
}

/**
 * The time of an event that is meant.
 * @param occurrence of one that recurs; null: the next that has not begun, or else the last one looked for
 * @returns undefined where it is never, or not then
 */
export function timeAt(
  db: Reading,
  event: EventRow,
  occurrence: string | null,
  mine: string,
  now: number,
): EventTime | undefined {
  const when = whenOf(event);
  if (!isRecurring(when)) {
    const [once] = [...eventMoments(when, mine, -Infinity, Infinity)];
    return once && timeOf(event, once, mine);
  }
  if (occurrence === null) {
    for (const time of timesOf(db, event, mine, now, Infinity))
      if (time.moment.startsAt >= now && !time.cancelled) return time;
    return undefined;
  }
  const apart = eventByUid(db, event.uid, occurrence);
  if (apart && apart.deletedAt === null) {
    const [moment] = [...eventMoments(whenOf(apart), mine, -Infinity, Infinity)];
    return moment && timeOf(apart, moment, mine, event);
  }
  const [start] = [
    ...eventMoments(
      {
        ...when,
        start: startFor(when, occurrence),
        end: startFor(when, occurrence),
        rrule: null,
        rdate: [],
        exdate: [],
      },
      mine,
      -Infinity,
      Infinity,
    ),
  ];
  if (!start) return undefined;
  for (const moment of eventMoments(when, mine, start.startsAt, start.startsAt + 1))
    if (moment.occurrence === occurrence) return timeOf(event, moment, mine);
  return undefined;
}

const startFor = ({ start }: EventWhen, occurrence: string) =>
  start.length === 10 ? occurrence.slice(0, 10) : occurrence;
