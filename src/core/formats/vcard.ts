/** vCard 4.0 (RFC 6350), read and written; earlier versions are read as far as they agree. */
import ICAL from 'ical.js';
import type { PersonalDate } from '../people/personalDate';
import { assertFew } from './few';
import { isLocal } from '../time/wallClock';
import { isZone, UnknownZoneError } from '../time/zones';
import { readWeek, writeWeek } from '../time/weekText';
import { isLanguageTag } from '../text/language';
import { countryCode, countryName } from './countries';
import type { FileEntry, FileGroup, FilePerson } from './person';

const URN = 'urn:oak-lantern:';
/** Cards are folded at 75 octets (§3.2); the library does that. */
const LEAVE = /^(\d{4}-\d{2}-\d{2})\/(\d{4}-\d{2}-\d{2})(?:\s+(\S.*)?)?$/;

const first = (card: ICAL.Component, name: string): string | undefined => {
  const value = card.getFirstPropertyValue(name);
  return value === null || value === undefined ? undefined : String(value);
};

const all = (card: ICAL.Component, name: string): string[] =>
  card.getAllProperties(name).map((property) => String(property.getFirstValue()));

/** A year in which every day exists that any year has. */
const LEAP = '2028';

/** `1980-04-12`, `--0412`, `19800412`: the day and month of a date (§4.3.1); undefined where it has none. */
function dayAndMonth(text: string | undefined): { month: number; day: number } | undefined {
  const match = /^(?:\d{4}|--?)-?(\d{2})-?(\d{2})(?:T|$)/.exec(text ?? '');
  if (!match || !isLocal(`${LEAP}-${match[1]}-${match[2]}T00:00`)) return undefined;
  return { month: Number(match[1]), day: Number(match[2]) };
}

/** @param leftOut gets a sentence for each that is no date */
function datesOf(card: ICAL.Component, leftOut: string[]): PersonalDate[] {
  const dates: PersonalDate[] = [];
  for (const [name, what] of [
    ['bday', 'Birthday'],
    ['anniversary', 'Anniversary'],
  ] as const) {
    const text = first(card, name);
    const date = dayAndMonth(text);
    if (date) dates.push({ what, ...date });
    // A year and a month alone are a date that has no day to be kept (§4.3.1).
    else if (text && !/^\d{4}(-\d{2})?$/.test(text))
      leftOut.push(`The ${what.toLowerCase()} “${text}” is no date.`);
  }
  for (const text of all(card, 'x-oak-date')) {
    const date = dayAndMonth(text.slice(0, 6));
    if (date) dates.push({ what: text.slice(7), ...date });
    else leftOut.push(`“${text}” is no date.`);
  }
  return dates;
}

/** The locality and country of the first address (§6.3.1). */
function placeOf(card: ICAL.Component): { place?: string; country?: string } {
  const value: unknown = card.getFirstPropertyValue('adr');
  const parts = Array.isArray(value) ? (value as unknown[]).map(String) : [];
  const country = parts[6] ? countryCode(parts[6]) : undefined;
  return { ...(parts[3] && { place: parts[3] }), ...(country && { country }) };
}

/** Its name, without the units below it (§6.6.4). */
function organisationOf(card: ICAL.Component): { organisation?: string } {
  const value: unknown = card.getFirstPropertyValue('org');
  const name = Array.isArray(value) ? (value as unknown[])[0] : value;
  return typeof name === 'string' && name.trim() ? { organisation: name.trim() } : {};
}

const DATA = /^data:application\/pgp-keys;base64,/i;
const BASE64 = /^[A-Za-z0-9+/]+={0,2}$/;

/** The OpenPGP keys of a card (§6.8.1; RFC 2426 §3.7.2 for earlier ones); those that lie elsewhere are not fetched. */
function keysOf(card: ICAL.Component): string[] {
  return all(card, 'key').flatMap((value) => {
    if (value.includes('-----BEGIN PGP ')) return [value];
    const data = value.replace(DATA, '').replace(/\s+/g, '');
    return BASE64.test(data) ? [data] : [];
  });
}

function personOf(card: ICAL.Component): { person: FilePerson; leftOut: string[] } {
  const leftOut: string[] = [];
  const zone = first(card, 'x-oak-zone');
  const hint = first(card, 'tz');
  for (const name of new Set([zone, hint]))
    if (name && !isZone(name)) leftOut.push(new UnknownZoneError(name).message);
  const week = first(card, 'x-oak-week');
  const region = first(card, 'x-oak-region');
  const uid = first(card, 'uid');
  const leave = all(card, 'x-oak-leave').flatMap((text) => {
    const match = LEAVE.exec(text);
    if (!match) leftOut.push(`“${text}” is no leave.`);
    return match ? [{ from: match[1]!, to: match[2]!, note: match[3] ?? '' }] : [];
  });
  const language = first(card, 'lang');
  const columns = all(card, 'x-oak-column').flatMap((text) => {
    const at = text.indexOf(':');
    return at > 0 ? [[text.slice(0, at).trim(), text.slice(at + 1).trim()] as const] : [];
  });
  const keys = keysOf(card);
  const person: FilePerson = {
    ...(uid?.startsWith(URN) && { id: uid.slice(URN.length) }),
    name: first(card, 'fn') ?? '',
    addresses: all(card, 'email').map((address) => address.replace(/^mailto:/i, '')),
    ...(zone && isZone(zone) ? { zone } : hint && isZone(hint) ? { zoneHint: hint } : {}),
    ...placeOf(card),
    ...(region && { region }),
    ...(week && { week: readWeek(week) }),
    ...(leave.length && { leave }),
    ...organisationOf(card),
    ...(language && isLanguageTag(language) && { language }),
    ...(keys.length && { keys }),
    ...(columns.length && { columns: Object.fromEntries(columns) }),
    dates: datesOf(card, leftOut),
  };
  return { person, leftOut };
}

function groupOf(card: ICAL.Component): FileGroup {
  const uid = first(card, 'uid');
  return {
    ...(uid?.startsWith(URN) && { id: uid.slice(URN.length) }),
    name: first(card, 'fn') ?? '',
    members: all(card, 'member').map((uri) =>
      uri.startsWith(URN) ? uri.slice(URN.length) : uri.replace(/^mailto:/i, ''),
    ),
  };
}

/** Cards apart, so that one that cannot be read spoils no other; one without an end ends where the next begins. */
function cardsIn(text: string): { source: string; ended: boolean }[] {
  const cards: { source: string; ended: boolean }[] = [];
  let lines: string[] | undefined;
  const end = (ended: boolean) => {
    if (lines) cards.push({ source: lines.join('\r\n'), ended });
    lines = undefined;
  };
  for (const line of text.split(/\r?\n/)) {
    if (/^BEGIN:VCARD\s*$/i.test(line)) {
      end(false);
      lines = [];
    }
    lines?.push(line);
    if (/^END:VCARD\s*$/i.test(line)) end(true);
  }
  end(false);
  return cards;
}

/** One entry a card, in the order of the file; `row` counts cards from 1. */
export function readVcards(text: string): FileEntry[] {
  const cards = cardsIn(text);
  assertFew(cards.length);
  return cards.map(({ source, ended }, index): FileEntry => {
    const row = index + 1;
    const name = /\r\nFN[^:\r]*:([^\r]*)/i.exec(source)?.[1] ?? '';
    if (!ended) return { row, name, problem: 'This card has no END:VCARD: the file may be cut off.' };
    try {
      const parsed: unknown = ICAL.parse(source);
      const jcard = (
        Array.isArray((parsed as unknown[])[0]) ? (parsed as unknown[])[0] : parsed
      ) as unknown[];
      const card = new ICAL.Component(jcard as never);
      if (first(card, 'kind')?.toLowerCase() === 'group') return { row, group: groupOf(card) };
      return { row, ...personOf(card) };
    } catch (error) {
      return { row, name, problem: `This card cannot be read: ${(error as Error).message}.` };
    }
  });
}

const two = (n: number) => String(n).padStart(2, '0');

/** The library escapes the ends of lines, if they are LF (RFC 6350 §3.4). */
const escapable = (text: string) => text.replace(/\r\n?/g, '\n');

function add(card: ICAL.Component, name: string, value: string | string[], type?: string): void {
  const property = new ICAL.Property(name, card);
  // Of what it does not know, the library takes the words as they are; they are text (§6.10), to be escaped.
  const known = type ?? (name.startsWith('x-') ? 'text' : undefined);
  if (known) property.resetType(known);
  property.setValue(Array.isArray(value) ? value.map(escapable) : escapable(value));
  card.addProperty(property);
}

function begin(id: string, name: string): ICAL.Component {
  const card = new ICAL.Component('vcard');
  add(card, 'version', '4.0');
  add(card, 'uid', `${URN}${id}`);
  add(card, 'fn', name);
  return card;
}

/** The library escapes the comma of a URI as if it were text; it stands far before the first fold. */
const withBareKeys = (card: string) => card.replace(/^(KEY:data:application\/pgp-keys;base64)\\,/gm, '$1,');

/** @param people with the ids they have here */
export function writeVcards(
  people: readonly (Required<Pick<FilePerson, 'id'>> & FilePerson)[],
  groups: readonly (Required<Pick<FileGroup, 'id'>> & FileGroup)[],
): string {
  const cards = people.map((person) => {
    const card = begin(person.id, person.name || person.addresses?.[0] || '');
    for (const address of person.addresses ?? []) add(card, 'email', address);
    const zone = person.zone ?? person.zoneHint;
    if (zone) add(card, 'tz', zone, 'text');
    if (person.zone) add(card, 'x-oak-zone', person.zone);
    if (person.place || person.country)
      add(card, 'adr', [
        '',
        '',
        '',
        person.place ?? '',
        '',
        '',
        person.country ? countryName(person.country) : '',
      ]);
    if (person.organisation) add(card, 'org', [person.organisation]);
    if (person.language) add(card, 'lang', person.language, 'text');
    for (const [name, value] of Object.entries(person.columns ?? {}))
      add(card, 'x-oak-column', `${name}: ${value}`);
    for (const key of person.keys ?? []) add(card, 'key', `data:application/pgp-keys;base64,${key}`, 'uri');
    if (person.region) add(card, 'x-oak-region', person.region);
    if (person.week) add(card, 'x-oak-week', writeWeek(person.week));
    for (const { from, to, note } of person.leave ?? [])
      add(card, 'x-oak-leave', `${from}/${to}${note ? ` ${note}` : ''}`);
    for (const { what, month, day } of person.dates ?? []) {
      const date = `--${two(month)}${two(day)}`;
      const known = { Birthday: 'bday', Anniversary: 'anniversary' }[what];
      if (known) add(card, known, date, 'text');
      else add(card, 'x-oak-date', `${date} ${what}`);
    }
    return withBareKeys(card.toString());
  });
  const addressOf = new Map(people.map(({ id, addresses }) => [id, addresses?.[0]]));
  const sets = groups.map(({ id, name, members }) => {
    const card = begin(id, name);
    add(card, 'kind', 'group');
    for (const member of members) {
      // An address means the same elsewhere, an id only here.
      const address = addressOf.get(member);
      add(card, 'member', address ? `mailto:${address}` : `${URN}${member}`);
    }
    return card.toString();
  });
  return [...cards, ...sets].map((card) => `${card}\r\n`).join('');
}
