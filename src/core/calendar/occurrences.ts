/** When an event is, as instants: once, or each of its occurrences. */
import { seriesSeconds, type Series } from '../recurrence/series';
import { untilOn } from '../recurrence/occurrences';
import { readRule } from '../recurrence/rule';
import { dateOfDay, dayNumberOf, localOf } from '../time/dayNumber';
import { onlyInstant, toInstant, toLocal } from '../time/wallClock';
import { isRecurring, takesWholeDays, type EventWhen } from './event';

/** One time that an event is. */
export interface EventMoment {
  /** Which one it is (RECURRENCE-ID, RFC 5545 §3.8.4.4), `2026-12-03T09:10:00`, or the day with `T00:00:00`; empty of one that is once. */
  occurrence: string;
  /** Epoch ms, the end not part of it. */
  startsAt: number;
  endsAt: number;
  /** The same as it is written, in the form of the event’s own. */
  start: string;
  end: string;
}

/** Nobody looks for the last of more occurrences: it is as good as endless. */
const MOST_COUNTED = 20_000;

const DAY_S = 86_400;

const atMidnight = (date: string) => `${date}T00:00`;
/** The clock an event is on. @param mine IANA zone */
export const clockOf = ({ zone, start }: Pick<EventWhen, 'zone' | 'start'>, mine: string): string =>
  start.length === 10 ? mine : (zone ?? mine);

const wall = (time: string) => (time.length === 10 ? atMidnight(time) : time);
/** The instant of a time of an event, or of the midnight its day begins with, epoch ms. @throws LocalTimeError, UnknownZoneError */
export const instantOf = (time: string, zone: string): number => toInstant(wall(time), zone).at;

const shortened = (local: string) => (local.endsWith(':00') ? local.slice(0, 16) : local);

/** How long it is, ms: a member of a recurring one lasts as exactly as the first (RFC 5545 §3.8.5.3). Whole days are as many days. */
const lengthOf = (when: EventWhen, zone: string): number =>
  instantOf(when.end, zone) - instantOf(when.start, zone);

const daysOf = (when: EventWhen): number => dayNumberOf(when.end) - dayNumberOf(when.start);

/** The times of an occurrence, given as seconds on its clock: of thousands few are ever looked at twice. */
function momentsOn(when: EventWhen, zone: string): (seconds: number) => EventMoment {
  const at = (seconds: number) => onlyInstant(seconds * 1000, zone) ?? toInstant(localOf(seconds), zone).at;
  if (takesWholeDays(when)) {
    const days = daysOf(when);
    return (seconds) => {
      const over = seconds + days * DAY_S;
      return {
        occurrence: localOf(seconds),
        startsAt: at(seconds),
        endsAt: at(over),
        start: localOf(seconds).slice(0, 10),
        end: localOf(over).slice(0, 10),
      };
    };
  }
  const length = lengthOf(when, zone);
  return (seconds) => {
    const occurrence = localOf(seconds);
    const startsAt = at(seconds);
    const endsAt = startsAt + length;
    return {
      occurrence,
      startsAt,
      endsAt,
      start: shortened(occurrence),
      end: shortened(toLocal(endsAt, zone)),
    };
  };
}

const seriesOf = (when: EventWhen): Series => ({
  start: wall(when.start),
  ...(when.rrule !== null && { rrule: when.rrule }),
  rdate: when.rdate.map(wall),
  exdate: when.exdate.map(wall),
});

/** Of whatever is in a span, all of it or a part. One without any length is in it as it begins. */
export const isWithin = (
  { startsAt, endsAt }: Pick<EventMoment, 'startsAt' | 'endsAt'>,
  from: number,
  until: number,
): boolean => startsAt < until && (endsAt > from || startsAt >= from);

/**
 * The times an event is within a span, soonest first.
 * @param mine my zone, for what is on my clock; @param from @param until epoch ms, which may be infinite
 * @param without occurrences that stand for themselves
 * @throws RuleError, LocalTimeError, UnknownZoneError
 */
export function* eventMoments(
  when: EventWhen,
  mine: string,
  from: number,
  until: number,
  without: ReadonlySet<string> = new Set(),
): Generator<EventMoment> {
  const zone = clockOf(when, mine);
  if (!isRecurring(when)) {
    const { start, end } = when;
    const once = {
      occurrence: '',
      startsAt: instantOf(start, zone),
      endsAt: instantOf(end, zone),
      start,
      end,
    };
    if (isWithin(once, from, until)) yield once;
    return;
  }
  const momentOf = momentsOn(when, zone);
  const length = lengthOf(when, zone);
  // A day more: whole days are as long as clocks have them.
  const begin = Number.isFinite(from) ? toLocal(from - length - 86_400_000, zone) : undefined;
  for (const { id } of seriesSeconds(seriesOf(when), zone, begin)) {
    const moment = momentOf(id);
    if (moment.startsAt >= until) return;
    if (isWithin(moment, from, until) && !without.has(moment.occurrence)) yield moment;
  }
}

/** From when to when it is at all, epoch ms. @returns until null where it has no end, or nobody counts so far; undefined where it never is */
export function boundsOf(when: EventWhen, mine: string): { from: number; until: number | null } | undefined {
  const zone = clockOf(when, mine);
  if (!isRecurring(when)) return { from: instantOf(when.start, zone), until: instantOf(when.end, zone) };
  const all = seriesSeconds(seriesOf(when), zone);
  const first = all.next();
  if (first.done) return undefined;
  const momentOf = momentsOn(when, zone);
  const from = momentOf(first.value.id).startsAt;
  const rule = when.rrule === null ? undefined : readRule(when.rrule);
  if (rule && rule.count === null && untilOn(rule, zone) === undefined) return { from, until: null };
  let last = first.value.id;
  let counted = 1;
  for (const { id } of all) {
    if (++counted > MOST_COUNTED) return { from, until: null };
    last = id;
  }
  return { from, until: momentOf(last).endsAt };
}

/**
 * The same event at another time, as long as before.
 * @param start in the form of its own, or the other: whole days become a time, and take an hour; a time becomes a day
 */
export function movedTo(when: EventWhen, start: string, mine: string, zone = when.zone): EventWhen {
  const on = { ...when, start, zone: start.length === 10 ? null : zone };
  if (takesWholeDays(when) !== takesWholeDays(on))
    return {
      ...on,
      end: takesWholeDays(on) ? dateOfDay(dayNumberOf(start) + 1) : later(on, 3_600_000, mine),
    };
  if (takesWholeDays(on)) return { ...on, end: dateOfDay(dayNumberOf(start) + daysOf(when)) };
  return { ...on, end: later(on, lengthOf(when, clockOf(when, mine)), mine) };
}

/** The end of one that begins so and lasts so long, ms. */
export function later(
  { start, zone }: Pick<EventWhen, 'start' | 'zone'>,
  length: number,
  mine: string,
): string {
  const on = clockOf({ start, zone }, mine);
  return shortened(toLocal(instantOf(start, on) + length, on));
}
