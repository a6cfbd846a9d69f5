/** Correspondents and groups in and out of files: vCard 4.0 and CSV. */
import type { PersonalDate } from '#core/people/personalDate';
import type { Leave } from '#core/time/leave';
import { folded } from '#core/text/folded';
import { addressKey } from '#core/message/address';
import { writeCsv } from '#core/formats/csv';
import type { FileEntry, FileGroup, FilePerson } from '#core/formats/person';
import { writeVcards } from '#core/formats/vcard';
import { allCorrespondents, type Correspondent } from '#store/correspondents';
import { allKeys, type StoredKey } from '#store/keys';
import { allGroups } from '#store/groups';
import { replaceHolidays } from '#store/holidays';
import { noteChange } from '#store/journal';
import type { Desk } from '../desk';
import { diskWords } from '../diskTrouble';
import { Invalid, Refused } from '../errors';
import { inTurns } from '../inTurns';
import { readFileApart } from '../readApart';
import { oneLine } from '../messages/draftInput';
import { takeCardKeys } from '../openpgp/cards';
import { scratchBook, writingBook, type Book } from './book';
import type { CorrespondentInput, Known } from './correspondents';
import { hasCalendar } from './holidayCalendar';

export type ExchangeFormat = 'vcard' | 'csv';

export interface ImportRow {
  row: number;
  name: string;
  what: 'add' | 'change' | 'same' | 'group' | 'error';
  /** What changes, or why it cannot be used. */
  detail: string;
}

export interface ImportResult {
  added: number;
  changed: number;
  same: number;
  groups: number;
  rows: ImportRow[];
}

function findSame(known: Known, person: FilePerson): Correspondent | undefined {
  const own = person.id && known.person(person.id);
  if (own) return own;
  for (const address of person.addresses ?? []) {
    const row = known.at(addressKey(address));
    if (row) return known.person(row.id);
  }
  return undefined;
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
/** The same, in whatever order. */
const sameSet = (a: readonly unknown[], b: readonly unknown[]) =>
  same(a.map((each) => JSON.stringify(each)).sort(), b.map((each) => JSON.stringify(each)).sort());

/** With their fields in one order. */
const spanned = ({ from, to, note }: Leave) => [from, to, note];
const dated = ({ what, month, day }: PersonalDate) => [what, month, day];

/** What a file says that is not known yet; addresses are added, never taken away. */
function differences(known: Correspondent, person: FilePerson): CorrespondentInput {
  const { addresses, zoneHint, name, zone, place, country, region, week, leave, dates } = person;
  const { organisation, language, columns } = person;
  const changed: CorrespondentInput = {};
  if (name && name !== known.name) changed.name = name;
  const more = (addresses ?? []).map(addressKey).filter((address) => !known.addresses.includes(address));
  if (more.length) changed.addresses = [...known.addresses, ...more];
  if (zone && zone !== known.zone) changed.zone = zone;
  if (zoneHint && !known.zone && known.zoneGuess?.zone !== zoneHint) changed.zoneHint = zoneHint;
  if (place && place !== known.place) changed.place = place;
  if (country && country !== known.country) changed.country = country;
  if (region && region !== known.region) changed.region = region;
  if (week && !same(week, known.week)) changed.week = week;
  if (leave && !sameSet(leave.map(spanned), known.leave.map(spanned))) changed.leave = leave;
  if (dates?.length && !sameSet(dates.map(dated), known.dates.map(dated))) changed.dates = dates;
  if (organisation && organisation !== known.organisation) changed.organisation = organisation;
  if (language && language !== known.language) changed.language = language;
  const whole = { ...known.columns, ...columns };
  if (columns && !same(whole, known.columns)) changed.columns = whole;
  return changed;
}

const FIELD_WORDS: Record<string, string> = {
  zoneHint: 'time zone as a guess',
  zone: 'time zone',
  week: 'working week',
  columns: 'own columns',
};
const fieldWords = (changed: CorrespondentInput) =>
  Object.keys(changed)
    .map((field) => FIELD_WORDS[field] ?? field)
    .join(', ');

function takePerson(book: Book, row: number, full: FilePerson, leftOut: readonly string[]): ImportRow {
  const taken = takeWhole(book, row, full);
  if (full.keys) taken.detail = [taken.detail, 'with a key'].filter(Boolean).join('; ');
  // What is left out is said, and what is not taken at all is no news.
  return leftOut.length
    ? {
        ...taken,
        detail: [taken.detail, ...leftOut.map((why) => `left out: ${why}`)].filter(Boolean).join('; '),
      }
    : taken;
}

function takeWhole(book: Book, row: number, full: FilePerson): ImportRow {
  const { id: _id, keys: _keys, ...person } = full;
  const name = person.name || person.addresses?.[0] || '';
  const known = findSame(book, full);
  if (!known) {
    book.add(person);
    return { row, name, what: 'add', detail: person.addresses?.join(', ') ?? '' };
  }
  const changed = differences(known, person);
  if (Object.keys(changed).length === 0) return { row, name, what: 'same', detail: '' };
  book.change(known.id, changed);
  return { row, name, what: 'change', detail: fieldWords(changed) };
}

function takeGroup(book: Book, row: number, group: FileGroup): ImportRow {
  const name = oneLine(group.name);
  if (!name) throw new Invalid('A group needs a name.', 'name');
  const members = group.members.flatMap((member) => {
    const person = book.person(member) ?? book.at(addressKey(member));
    return person ? [person.id] : [];
  });
  const groups = book.groups();
  const known =
    groups.find(({ id }) => id === group.id) ?? groups.find((each) => folded(each.name) === folded(name));
  const missing = group.members.length - members.length;
  if (known?.name === name && missing === 0 && sameSet(members, known.members))
    return { row, name, what: 'same', detail: '' };
  book.putGroup({ name, members }, known?.id);
  const left = missing ? `, ${missing} not known here` : '';
  return { row, name, what: 'group', detail: `${members.length} members${left}` };
}

function take(book: Book, entry: FileEntry): ImportRow {
  const { row } = entry;
  if ('problem' in entry) return { row, name: entry.name, what: 'error', detail: entry.problem };
  try {
    return 'group' in entry
      ? takeGroup(book, row, entry.group)
      : takePerson(book, row, entry.person, entry.leftOut ?? []);
  } catch (error) {
    if (!(error instanceof Invalid)) throw error;
    const name = ('group' in entry ? entry.group.name : entry.person.name) ?? '';
    return { row, name, what: 'error', detail: error.message };
  }
}

/** Rows at a time: few enough for others to have their turn, and whoever looks on reads everything after each. */
const BATCH = 200;

async function inBatches(
  entries: readonly FileEntry[],
  takeBatch: (batch: readonly FileEntry[]) => ImportRow[],
  signal?: AbortSignal,
): Promise<ImportRow[]> {
  const rows: ImportRow[] = [];
  await inTurns(
    entries,
    (batch, from) => {
      if (signal?.aborted)
        throw new Refused(`It was stopped. The first ${from} were taken in; import the file again to go on.`);
      try {
        rows.push(...takeBatch(batch));
      } catch (error) {
        if (from === 0) throw error;
        const why = diskWords(error) ?? 'Something went wrong here.';
        throw new Refused(`${why} The first ${from} were taken in; import the file again to go on.`);
      }
    },
    BATCH,
  );
  return rows;
}

/**
 * Reads a file of correspondents: known ones are found by address and changed, others added. A row that cannot be
 * used is named and left out; the rest goes in, some at a time, so that nothing else waits for a large file.
 * @param commit false: only says what would change, and writes nothing
 * @param signal ends it; what has been taken in stays
 * @throws (rejects) Invalid where nothing in it can be read; Refused where it could not go on, with how far it came
 */
export async function importCorrespondents(
  desk: Desk,
  format: ExchangeFormat,
  text: string,
  commit: boolean,
  signal?: AbortSignal,
): Promise<ImportResult> {
  const entries = await readFileApart(format, [text], text.length, signal);
  if (entries.length === 0) throw new Invalid('The file holds no correspondents.', 'text');
  // Groups last: their members may stand after them.
  if (commit) await takeCardKeys(desk, entries, signal);
  const ordered = [...entries].sort((a, b) => Number('group' in a) - Number('group' in b));
  const scratch = scratchBook(desk.store.db);
  const takeBatch = (batch: readonly FileEntry[]) =>
    commit
      ? desk.store.write((tx) => {
          const book = writingBook(desk, tx);
          noteChange(tx, 'correspondent', 'import');
          return batch.map((entry) => take(book, entry));
        })
      : batch.map((entry) => take(scratch, entry));
  const rows = await inBatches(ordered, takeBatch, signal);
  const count = (what: ImportRow['what']) => rows.filter((each) => each.what === what).length;
  return { added: count('add'), changed: count('change'), same: count('same'), groups: count('group'), rows };
}

const asFilePerson = (person: Correspondent, keys: readonly StoredKey[]) => ({
  keys: keysFor(person, keys),
  id: person.id,
  name: person.name,
  addresses: person.addresses,
  zone: person.zone ?? undefined,
  zoneHint: person.zoneGuess?.zone ?? undefined,
  place: person.place ?? undefined,
  country: person.country ?? undefined,
  region: person.region ?? undefined,
  week: person.week ?? undefined,
  leave: person.leave,
  dates: person.dates,
  organisation: person.organisation ?? undefined,
  language: person.language ?? undefined,
  columns: person.columns,
});

/** The keys that are used for somebody, in base64. */
function keysFor({ addresses }: Correspondent, keys: readonly StoredKey[]): string[] {
  const own = new Set(addresses.map(addressKey));
  return keys
    .filter(({ people }) => people.some(({ address }) => own.has(addressKey(address))))
    .map(({ certificate }) => certificate.toString('base64'));
}

/** Everyone as a file; groups go into vCard only. */
export function exportCorrespondents(desk: Desk, format: ExchangeFormat): string {
  const { db } = desk.store;
  const keys = allKeys(db).filter(({ used, mine }) => used && !mine);
  const people = allCorrespondents(db).map((person) => asFilePerson(person, keys));
  return format === 'csv' ? writeCsv(people) : writeVcards(people, allGroups(db));
}

/**
 * Takes the public holidays of a country from an iCalendar file.
 * @returns how many days
 * @throws (rejects) Invalid
 */
export async function addHolidays(desk: Desk, country: string, text: string): Promise<number> {
  if (hasCalendar(country))
    throw new Invalid('The holidays of this country come with Oak Lantern already.', 'country');
  const year = new Date(desk.now()).getUTCFullYear();
  const days = await readFileApart('holidays', [text, year - 1, year + 5], text.length);
  desk.store.write((tx) => {
    replaceHolidays(tx, country, days);
    noteChange(tx, 'correspondent', 'holidays');
  });
  return Object.keys(days).length;
}
