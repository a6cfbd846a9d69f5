/** Correspondents as a table (RFC 4180), one row each. */
import Papa from 'papaparse';
import { assertFew } from './few';
import { isLocal } from '../time/wallClock';
import { isZone } from '../time/zones';
import { readWeek, writeWeek } from '../time/weekText';
import { wordTable } from '../text/wordTable';
import { isLanguageTag } from '../text/language';
import { countryCode } from './countries';
import type { FileEntry, FilePerson } from './person';

export const CSV_COLUMNS = [
  'name',
  'email',
  'zone',
  'place',
  'country',
  'region',
  'work',
  'leave',
  'dates',
  'organisation',
  'language',
] as const;
/** Of those that are not ours so many are kept. */
const MOST_COLUMNS = 40;

/**
 * Spreadsheets run what begins with such a sign, in full width too, and some look for it behind spaces and line ends;
 * the apostrophe makes it words, and is taken off on reading, where one of ours stands.
 */
const FORMULA = /^'*[\s=+@\uff1d\uff0b\uff20\uff0d-]/;
const safe = (text: string) => (FORMULA.test(text) ? `'${text}` : text);
const unsafe = (text: string) => (text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text);

/** Names other programs give the columns. */
const ALIASES = wordTable<(typeof CSV_COLUMNS)[number]>({
  'full name': 'name',
  'display name': 'name',
  'e-mail': 'email',
  'email address': 'email',
  mail: 'email',
  'e-mail address': 'email',
  timezone: 'zone',
  'time zone': 'zone',
  tz: 'zone',
  city: 'place',
  organization: 'organisation',
  company: 'organisation',
});

const isOurs = (name: string) => (CSV_COLUMNS as readonly string[]).includes(name);

/** Ours by our names; others are own columns, and keep theirs. */
const column = (header: string) => {
  const name = header.trim().toLowerCase();
  const ours = ALIASES[name] ?? name;
  return isOurs(ours) ? ours : header.trim();
};

const LEAVE = /^(\d{4}-\d{2}-\d{2})\/(\d{4}-\d{2}-\d{2})(?:\s+(\S.*)?)?$/;
const DATE = /^(\d{2})-(\d{2})\s+(\S.*)$/;

function listOf(text: string, pattern: RegExp, what: string): RegExpExecArray[] {
  return text
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const match = pattern.exec(part);
      if (!match) throw new Error(`“${part}” is no ${what}.`);
      return match;
    });
}

/** @throws Error with words for the person */
function personOf(row: Readonly<Record<string, string>>): FilePerson {
  const cell = (name: string) => {
    const text = row[name] ?? '';
    const guarded = unsafe(text);
    return guarded === text ? text.trim() : guarded;
  };
  const person: FilePerson = {};
  if (cell('name')) person.name = cell('name');
  const addresses = cell('email')
    .split(/[;,]/)
    .map((part) => part.trim())
    .filter(Boolean);
  if (addresses.length) person.addresses = addresses;
  if (!person.name && !person.addresses) throw new Error('There is neither a name nor an address.');
  if (cell('zone')) {
    if (!isZone(cell('zone'))) throw new Error(`There is no time zone called “${cell('zone')}”.`);
    person.zone = cell('zone');
  }
  if (cell('place')) person.place = cell('place');
  if (cell('country')) {
    person.country = countryCode(cell('country'));
    if (!person.country) throw new Error(`There is no country called “${cell('country')}”.`);
  }
  if (cell('region')) person.region = cell('region');
  if (cell('work')) person.week = readWeek(cell('work'));
  if (cell('leave'))
    person.leave = listOf(cell('leave'), LEAVE, 'leave: write it as 2026-12-01/2026-12-04 note').map(
      ([, from, to, note]) => ({ from: from!, to: to!, note: note ?? '' }),
    );
  if (cell('dates'))
    person.dates = listOf(cell('dates'), DATE, 'date: write it as 04-12 Birthday').map(
      ([date, month, day, what]) => {
        if (!isLocal(`2028-${month}-${day}T00:00`)) throw new Error(`“${date}” is no day of the year.`);
        return { month: Number(month), day: Number(day), what: what! };
      },
    );
  if (cell('organisation')) person.organisation = cell('organisation');
  if (cell('language')) {
    if (!isLanguageTag(cell('language')))
      throw new Error(`“${cell('language')}” is no language: write pt or ja.`);
    person.language = cell('language');
  }
  const own = Object.keys(row).filter((name) => name && !isOurs(name) && cell(name));
  if (own.length > 0)
    person.columns = Object.fromEntries(own.slice(0, MOST_COLUMNS).map((name) => [name, cell(name)]));
  return person;
}

/** What stands between the headings stands between the cells; cells may hold anything. */
function delimiterOf(text: string): string {
  const headings = text.slice(0, text.search(/[\r\n]|$/));
  const count = (each: string) => headings.split(each).length;
  return [',', ';', '\t'].reduce((best, each) => (count(each) > count(best) ? each : best));
}

/**
 * One entry a row; `row` is the line number of the table, the headings being row 1.
 * @throws Error in words where there are too many
 */
export function readCsv(text: string): FileEntry[] {
  const { data, meta, errors } = Papa.parse<Record<string, string>>(text, {
    header: true,
    delimiter: delimiterOf(text),
    transformHeader: column,
  });
  if (!meta.fields?.includes('name') && !meta.fields?.includes('email')) {
    const problem = `The first row names no column “name” or “email”. Columns: ${CSV_COLUMNS.join(', ')}.`;
    return [{ row: 1, name: '', problem }];
  }
  assertFew(data.length);
  // The parser counts the headings among the rows here.
  const unclosed = new Set(errors.filter(({ type }) => type === 'Quotes').map(({ row }) => row! - 1));
  return data.flatMap((cells, index): FileEntry[] => {
    const row = index + 2;
    if (unclosed.has(index)) {
      const problem =
        'A quotation mark in this row is not closed, or closed too soon: what follows may belong to it.';
      return [{ row, name: (cells.name || cells.email || '').split('\n')[0]!.slice(0, 80), problem }];
    }
    // An empty row is no row, and yet it counts.
    if (Object.values(cells).every((cell) => !String(cell).trim())) return [];
    try {
      return [{ row, person: personOf(cells) }];
    } catch (error) {
      return [{ row, name: cells.name || cells.email || '', problem: (error as Error).message }];
    }
  });
}

export function writeCsv(people: readonly FilePerson[]): string {
  const own = [...new Set(people.flatMap(({ columns }) => Object.keys(columns ?? {})))].sort();
  const rows = people.map((person) =>
    [
      person.name ?? '',
      (person.addresses ?? []).join('; '),
      person.zone ?? '',
      person.place ?? '',
      person.country ?? '',
      person.region ?? '',
      person.week ? writeWeek(person.week) : '',
      (person.leave ?? []).map(({ from, to, note }) => `${from}/${to}${note ? ` ${note}` : ''}`).join('; '),
      (person.dates ?? [])
        .map(
          ({ month, day, what }) =>
            `${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')} ${what}`,
        )
        .join('; '),
      person.organisation ?? '',
      person.language ?? '',
      ...own.map((name) => person.columns?.[name] ?? ''),
    ].map(safe),
  );
  return `${Papa.unparse([[...CSV_COLUMNS, ...own.map(safe)], ...rows], { newline: '\r\n' })}\r\n`;
}
