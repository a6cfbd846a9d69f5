/** The days of readers, for drawing. */
import { dayStrip, type StripPart } from '#core/moment/strip';
import { canonicalZone } from '#core/time/zones';
import { correspondentAt, findCorrespondents } from '#store/correspondents';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { hasCalendar } from '../people/holidayCalendar';
import { countryOf, placedReaders, workingOf } from '../people/readers';
import { askedReaders, type AskedRecipient } from './previewPlan';

export interface Strip {
  zone: string;
  place: string;
  /** Those who share these days. */
  names: string[];
  /** The country of which no holidays are known; null where they are. */
  noHolidaysFor: string | null;
  parts: StripPart[];
}

/** More readers than this are drawn by zone. */
const DRAWN_SINGLY = 6;
const LONGEST = 15 * 86_400_000;

function checkStretch(from: number, until: number): void {
  if (until <= from || until - from > LONGEST)
    throw new Invalid('A strip ends after it begins, within 15 days.', 'until');
}

/**
 * The days of some correspondents, those whose zone is confirmed, in no order.
 * @param from epoch ms; @param until epoch ms
 * @throws Invalid
 */
export function readBoard(
  desk: Desk,
  ids: readonly string[],
  from: number,
  until: number,
): { id: string; parts: StripPart[] }[] {
  checkStretch(from, until);
  const { db } = desk.store;
  return findCorrespondents(db, ids).flatMap((row) => {
    if (!row.zone) return [];
    const person = { zone: row.zone, place: row.place ?? '', working: workingOf(db, row, desk.now()) };
    return [{ id: row.id, parts: dayStrip(person, from, until) }];
  });
}

/**
 * @param from epoch ms; @param until epoch ms
 * @throws Invalid
 */
export function readStrips(desk: Desk, recipients: AskedRecipient[], from: number, until: number): Strip[] {
  checkStretch(from, until);
  const readers = askedReaders(desk, recipients);
  const placed = readers.flatMap((reader) => {
    const [person] = placedReaders([reader]);
    return person ? [{ reader, person }] : [];
  });
  const groups = new Map<string, typeof placed>();
  for (const each of placed) {
    const zone = canonicalZone(each.person.zone);
    const key = placed.length > DRAWN_SINGLY ? zone : each.reader.address;
    groups.set(key, [...(groups.get(key) ?? []), each]);
  }
  return [...groups.values()].map((members) => {
    const { reader, person } = members[0]!;
    const row = correspondentAt(desk.store.db, reader.address);
    const country = countryOf({ country: row?.country ?? null, zone: person.zone });
    const known = !country || hasCalendar(country) || person.working.holidays !== undefined;
    return {
      zone: canonicalZone(person.zone),
      place: person.place,
      names: members.map(({ reader: each }) => each.name ?? each.address),
      noHolidaysFor: known ? null : country,
      parts: dayStrip(person, from, until),
    };
  });
}
