/** Where somebody is and when they work, checked: the same of correspondents and of oneself. */
import { DAY_MINUTES, type DaySpan, type WorkingWeek } from '#core/time/dayParts';
import { overlaps } from '#core/time/weekText';
import type { Leave } from '#core/time/leave';
import { canonicalZone, UnknownZoneError } from '#core/time/zones';
import { Invalid } from '../errors';
import { regionsOf } from './holidayCalendar';
import { countryOf } from './readers';

export interface PlaceInput {
  zone?: string | null;
  country?: string | null;
  region?: string | null;
  week?: WorkingWeek | null;
  leave?: readonly Leave[];
}

interface Place {
  zone: string | null;
  country: string | null;
  region: string | null;
  week: WorkingWeek | null;
  leave: Leave[];
}

function checkSpans(spans: readonly DaySpan[], path: string): void {
  spans.forEach(({ from, to }, index) => {
    if (from >= to || from < 0 || from >= DAY_MINUTES || to > from + DAY_MINUTES)
      throw new Invalid('A span of work begins before it ends, within a day.', `${path}.${index}`);
    if (index > 0 && from < spans[index - 1]!.to)
      throw new Invalid('Spans of work of one day follow one another.', `${path}.${index}`);
  });
}

function checkedZone(zone: string): string {
  try {
    return canonicalZone(zone);
  } catch (error) {
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, 'zone');
    throw error;
  }
}

/**
 * What was given, in its usual form.
 * @param before what is known already, for what depends on it
 * @throws Invalid
 */
export function checkedPlace(
  { zone, country, region, week, leave }: PlaceInput,
  before: { zone: string | null; country: string | null } = { zone: null, country: null },
): Partial<Place> {
  const good: Partial<Place> = {};
  if (zone !== undefined) good.zone = zone && checkedZone(zone);
  if (country !== undefined) {
    good.country = country;
    // A region says nothing within another country.
    if (country !== before.country) good.region = null;
  }
  if (region !== undefined) {
    const where = countryOf({ ...before, ...good });
    if (region && !(where && regionsOf(where).some(({ code }) => code === region)))
      throw new Invalid(
        `${where ?? 'An unknown country'} has no region “${region}” with holidays of its own.`,
        'region',
      );
    good.region = region;
  }
  if (leave) {
    leave.forEach(({ from, to }, index) => {
      if (from > to) throw new Invalid('Leave begins before it ends.', `leave.${index}.to`);
    });
    good.leave = [...leave].sort((a, b) => a.from.localeCompare(b.from));
  }
  if (week !== undefined) {
    week?.work.forEach((spans, day) => checkSpans(spans, `week.work.${day}`));
    if (week && overlaps(week.work))
      throw new Invalid('Work that goes on past midnight ends before the next day’s begins.', 'week.work');
    good.week = week;
  }
  return good;
}
