/** Public holidays out of an iCalendar file (RFC 5545): its all-day events, those that recur expanded. */
import ICAL from 'ical.js';

/** A file that holds no holidays. `message` is fit to show. */
export class HolidayFileError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'HolidayFileError';
  }
}

const MOST_DAYS = 5000;
const MOST_LENGTH = 31;

/**
 * Names by date between two years, both included.
 * @throws HolidayFileError
 */
export function readHolidayFile(text: string, from: number, until: number): Record<string, string> {
  let days: Record<string, string>;
  try {
    days = daysOf(new ICAL.Component(ICAL.parse(text) as never), from, until);
  } catch {
    throw new HolidayFileError('This is not an iCalendar file, or one with dates that cannot be.');
  }
  if (Object.keys(days).length === 0)
    throw new HolidayFileError('The file holds no all-day events in these years, so no holidays.');
  return days;
}

function daysOf(calendar: ICAL.Component, from: number, until: number): Record<string, string> {
  const days: Record<string, string> = {};
  for (const component of calendar.getAllSubcomponents('vevent')) {
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
    if (!event.isRecurring()) put(start);
    else {
      const dates = event.iterator();
      for (let n = 0; n < MOST_DAYS; n++) {
        const next = dates.next() as ICAL.Time | null;
        if (!next || next.year > until) break;
        put(next);
      }
    }
  }
  return days;
}
