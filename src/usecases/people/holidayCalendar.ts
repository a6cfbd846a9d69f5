/**
 * Public holidays of a place: those of `date-holidays`, or those of a calendar file added for the country. Where
 * there is neither, nothing is known, which is not the same as no holidays.
 */
import Holidays from 'date-holidays';
import { holidaysAdded } from '#store/holidays';
import type { Reading } from '#store/store';

const DAY = 86_400_000;
/** Working out a year's holidays takes milliseconds; years asked for come round again and again. */
const computed = new Map<string, Record<string, string>>();
let supported: Record<string, string> | undefined;

const countries = () => (supported ??= new Holidays().getCountries('en'));

/** What is known of the public holidays of a place. */
export type HolidaysKnown = 'known' | 'added' | 'none yet' | 'place not known';

export interface Region {
  /** Its own code within the country. */
  code: string;
  name: string;
}

/** The parts of a country that have holidays of their own, by name; none where there is no calendar. */
export function regionsOf(country: string): Region[] {
  const states = (hasCalendar(country) && new Holidays().getStates(country, 'en')) || {};
  return Object.entries(states)
    .map(([code, name]) => ({ code, name }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

/** True where the holidays of a country come with the product. */
export const hasCalendar = (country: string) => countries()[country] !== undefined;

function computeYear(country: string, region: string | null, year: number): Record<string, string> {
  const key = `${country} ${region ?? ''} ${year}`;
  let days = computed.get(key);
  if (days) return days;
  days = {};
  const calendar = region ? new Holidays(country, region) : new Holidays(country);
  for (const { date, start, end, name, type } of calendar.getHolidays(year, 'en')) {
    if (type !== 'public') continue;
    const first = Date.parse(`${date.slice(0, 10)}T00:00Z`);
    const length = Math.max(1, Math.round((end.getTime() - start.getTime()) / DAY));
    for (let day = 0; day < length; day++)
      days[new Date(first + day * DAY).toISOString().slice(0, 10)] ??= name;
  }
  computed.set(key, days);
  return days;
}

const assembled = new Map<string, Record<string, string>>();

/**
 * Names by date, from the year before `now` to two years after it; undefined where nothing is known of the place.
 * @param country ISO 3166-1 alpha-2; @param region its own code within the country; @param now epoch ms
 */
export function holidaysIn(
  db: Reading,
  country: string | null,
  region: string | null,
  now: number,
): Record<string, string> | undefined {
  if (!country) return undefined;
  if (!hasCalendar(country)) return holidaysAdded(db, country);
  const year = new Date(now).getUTCFullYear();
  const key = `${country} ${region ?? ''} ${year}`;
  let days = assembled.get(key);
  if (!days) {
    days = {};
    for (const each of [year - 1, year, year + 1, year + 2])
      Object.assign(days, computeYear(country, region, each));
    assembled.set(key, days);
  }
  return days;
}

/** @param country ISO 3166-1 alpha-2; null where nobody knows it */
export function holidaysKnown(db: Reading, country: string | null): HolidaysKnown {
  if (!country) return 'place not known';
  if (hasCalendar(country)) return 'known';
  return holidaysAdded(db, country) ? 'added' : 'none yet';
}
