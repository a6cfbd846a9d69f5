/** The zone that a calendar file means by a TZID (RFC 5545 §3.2.19), which every program words in its own way. */
import ICAL from 'ical.js';
import { findIana } from 'windows-iana';
import { offsetMinutes, toInstant } from '../time/wallClock';
import { canonicalZone, listZones } from '../time/zones';

const known = (name: string): string | undefined => {
  try {
    return canonicalZone(name);
  } catch {
    return undefined;
  }
};

/** `/vendor.example/20260101_1/Europe/Lisbon` ends with what it means. */
function atItsEnd(tzid: string): string | undefined {
  const parts = tzid.split('/').filter(Boolean);
  for (const length of [3, 2]) {
    const zone = parts.length > length ? known(parts.slice(-length).join('/')) : undefined;
    if (zone) return zone;
  }
  return undefined;
}

const MONTHS = Array.from({ length: 24 }, (_, n) => n);

/** Mine, or the first of all, that shows what a described zone shows for two years. */
function sameClock(described: ICAL.Timezone, year: number, mine: string): string | undefined {
  const shows = MONTHS.map((month) => {
    const time = ICAL.Time.fromData({
      year: year + Math.floor(month / 12),
      month: (month % 12) + 1,
      day: 15,
      hour: 12,
    });
    return { local: time.toString(), minutes: described.utcOffset(time) / 60 };
  });
  const agrees = (zone: string) =>
    shows.every(({ local, minutes }) => offsetMinutes(toInstant(local, zone).at, zone) === minutes);
  return [mine, ...listZones().map(({ id }) => id)].find(agrees);
}

/**
 * By its name, by the name under which another system knows it, by where it is said to be, or by what its clocks show.
 * @param described the VTIMEZONE of the file, looked at by `zonesArePlain` before
 * @param year of the events; @param mine comes first where several zones show the same
 * @returns undefined where nobody can tell
 */
export function zoneOfTzid(
  tzid: string,
  described: ICAL.Component | undefined,
  year: number,
  mine: string,
): string | undefined {
  const plain = tzid.trim();
  // Other systems’ names have spaces, and those of the standard none.
  const byName = known(plain) ?? (plain.includes(' ') ? findIana(plain)[0] : undefined) ?? atItsEnd(plain);
  if (byName) return canonicalZone(byName);
  if (!described) return undefined;
  const location = described.getFirstPropertyValue('x-lic-location') as unknown;
  const there = typeof location === 'string' ? known(location) : undefined;
  return there ?? sameClock(new ICAL.Timezone({ component: described, tzid }), year, mine);
}
