/** People as planning sees them: where they are and when they work. */
import { addressKey, type Mailbox } from '#core/message/address';
import type { Person } from '#core/people/person';
import type { PersonalDate } from '#core/people/personalDate';
import type { Reader } from '#core/plan/plan';
import { defaultWeek, type Working } from '#core/time/dayParts';
import { canonicalZone, countryOfZone, zoneCity } from '#core/time/zones';
import { correspondentsAt, type CorrespondentRow } from '#store/correspondents';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { holidaysIn } from './holidayCalendar';

/** A reader with what a person is known by besides. */
export interface KnownReader extends Reader {
  dates: PersonalDate[];
  /** Whose language, order and own fields are theirs; null of a stranger. */
  known: Pick<CorrespondentRow, 'id' | 'organisation' | 'language' | 'country' | 'columns'> | null;
}

/** The country whose holidays somebody has: the one given, else that of their zone. */
export const countryOf = ({
  country,
  zone,
}: {
  country: string | null;
  zone: string | null;
}): string | null => country ?? (zone ? (countryOfZone(zone) ?? null) : null);

type Placed = Pick<CorrespondentRow, 'zone' | 'country' | 'region' | 'week' | 'leave'>;

export function workingOf(db: Reading, person: Placed, now: number): Working {
  return {
    week: person.week ?? defaultWeek,
    leave: person.leave,
    holidays: holidaysIn(db, countryOf(person), person.region, now),
  };
}

/** Of a stranger whose zone is all that is known: office hours, and the holidays of its country. */
export const workingIn = (db: Reading, zone: string, now: number): Working =>
  workingOf(db, { zone, country: null, region: null, week: null, leave: [] }, now);

/** The readers at these addresses, in their order; of strangers only the address is known. */
export function readersAt(desk: Desk, db: Reading, mailboxes: readonly Mailbox[]): KnownReader[] {
  const now = desk.now(db);
  const known = correspondentsAt(
    db,
    mailboxes.map(({ address }) => address),
  );
  return mailboxes.map(({ address, name }) => {
    const person = known.get(addressKey(address));
    if (!person) return { address, name: name || undefined, dates: [], known: null };
    return {
      address,
      name: person.name || name || undefined,
      zone: person.zone ?? undefined,
      place: person.place ?? undefined,
      working: workingOf(db, person, now),
      dates: person.dates,
      known: person,
    };
  });
}

/** Readers whose clock is known, as persons. */
export const placedReaders = (readers: readonly KnownReader[]): (Person & { dates: PersonalDate[] })[] =>
  readers.flatMap(({ name, zone, place, working, dates }) =>
    zone ? [{ name, zone, place: place ?? zoneCity(canonicalZone(zone)), working: working!, dates }] : [],
  );

/** Me, on my own clock. */
export function meAsPerson(desk: Desk, db: Reading = desk.store.db): Person {
  const { me, zone, week, leave, country, region } = desk.settings(db);
  return {
    name: me.name,
    zone,
    place: zoneCity(canonicalZone(zone)),
    working: {
      week: week ?? defaultWeek,
      leave,
      holidays: holidaysIn(db, countryOf({ country, zone }), region, desk.now(db)),
    },
  };
}
