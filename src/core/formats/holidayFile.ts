/** Public holidays out of an iCalendar file (RFC 5545): its all-day events, those that recur expanded. */
import ICAL from 'ical.js';
import { occurrences, untilOn } from '../recurrence/occurrences';
import { readRule } from '../recurrence/rule';

/** A file that holds no holidays. `message` is fit to show. */
export class HolidayFileError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'HolidayFileError';
  }
}

const MOST_LENGTH = 31;
/** Of a country's holidays for some years. */
const MOST_EVENTS = 2000;
/** What a public holiday can come by; a file that asks for hours or seconds is none of holidays. */
const YEARLY_OR_SO = /(?:^|;)FREQ=(?:DAILY|WEEKLY|MONTHLY|YEARLY)(?:;|$)/i;
const BY_THE_CLOCK = /(?:^|;)BY(?:HOUR|MINUTE|SECOND)=/i;

/**
 * Names by date between two years, both included.
 * @throws HolidayFileError
 */
export function readHolidayFile(text: string, from: number, until: number): Record<string, string> {
  let days: Record<string, string>;
  try {
    days = daysOf(new ICAL.Component(ICAL.parse(text) as never), from, until);
  } catch (error) {
    if (error instanceof HolidayFileError) throw error;
    throw new HolidayFileError('This is not an iCalendar file, or one with dates that cannot be.');
  }
  if (Object.keys(days).length === 0)
    throw new HolidayFileError('The file holds no all-day events in these years, so no holidays.');
  return days;
}

function daysOf(calendar: ICAL.Component, from: number, until: number): Record<string, string> {
  const days: Record<string, string> = {};
  const events = calendar.getAllSubcomponents('vevent');
  if (events.length > MOST_EVENTS)
    throw new HolidayFileError(`The file holds ${events.length} events; at most ${MOST_EVENTS} are read.`);
  for (const component of events) {
    const event = new ICAL.Event(component);
    const start = event.startDate as ICAL.Time | null;
    if (!start?.isDate) continue;
    const name = event.summary || 'Public holiday';
    const length = Math.min(MOST_LENGTH, Math.max(1, Math.round(event.duration.toSeconds() / 86_400)));
    const put = (time: ICAL.Time) => {
      const day = time.clone();
      for (let n = 0; n < length; n++, day.adjust(1, 0, 0, 0))
        if (day.year >= from && day.year <= until) days[day.toString().slice(0, 10)] ??= name;
    };
    for (const date of datesOf(component, start, name, from, until)) put(ICAL.Time.fromDateString(date));
  }
  return days;
}

/** The dates an event begins on between two years. @throws HolidayFileError for a rule that cannot be followed */
function datesOf(
  component: ICAL.Component,
  start: ICAL.Time,
  name: string,
  from: number,
  until: number,
): string[] {
  const dateOf = (time: ICAL.Time) => time.toString().slice(0, 10);
  const listed = (property: string) =>
    component
      .getAllProperties(property)
      .flatMap((each) => each.getValues() as unknown[])
      .flatMap((value) => (value instanceof ICAL.Time ? [dateOf(value)] : []));
  const without = new Set(listed('exdate'));
  const dates = [dateOf(start), ...listed('rdate')];
  for (const property of component.getAllProperties('rrule')) {
    const rule = String(property.getFirstValue());
    try {
      if (!YEARLY_OR_SO.test(rule) || BY_THE_CLOCK.test(rule)) throw new Error('by the clock');
      const read = readRule(rule);
      const [end, last] = [untilOn(read, 'Etc/UTC'), `${until}-12-31T23:59:59`];
      const span = { from: `${from}-01-01T00:00:00`, until: end && end < last ? end : last };
      for (const each of occurrences(read, `${dateOf(start)}T00:00:00`, span)) dates.push(each.slice(0, 10));
    } catch {
      throw new HolidayFileError(
        `“${name.slice(0, 80)}” recurs by a rule that cannot be followed: ${rule.slice(0, 80)}.`,
      );
    }
  }
  return [...new Set(dates)].filter((date) => !without.has(date));
}
