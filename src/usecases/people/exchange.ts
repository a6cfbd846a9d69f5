/** Correspondents and groups in and out of files: vCard 4.0 and CSV. */
import { addressKey } from '../../core/message/address';
import { readCsv, writeCsv } from '../../core/formats/csv';
import { HolidayFileError, readHolidayFile } from '../../core/formats/holidayFile';
import type { FileEntry, FileGroup, FilePerson } from '../../core/formats/person';
import { readVcards, writeVcards } from '../../core/formats/vcard';
import {
  allCorrespondents,
  correspondentAt,
  findCorrespondent,
  type Correspondent,
} from '../../store/correspondents';
import { allGroups, findGroup, putGroup } from '../../store/groups';
import { replaceHolidays } from '../../store/holidays';
import { noteChange } from '../../store/journal';
import type { Tx } from '../../store/store';
import { newId, type Desk } from '../desk';
import { Invalid } from '../errors';
import { oneLine } from '../messages/draftInput';
import { addWithin, changeWithin, type CorrespondentInput } from './correspondents';
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

/** Thrown to leave everything as it was after a preview. */
class OnlyLooked extends Error {}

function findSame(tx: Tx, person: FilePerson): Correspondent | undefined {
  const own = person.id && findCorrespondent(tx, person.id);
  if (own) return own;
  for (const address of person.addresses ?? []) {
    const row = correspondentAt(tx, address);
    if (row) return findCorrespondent(tx, row.id);
  }
  return undefined;
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** What a file says that is not known yet; addresses are added, never taken away. */
function differences(known: Correspondent, person: FilePerson): CorrespondentInput {
  const { addresses, zoneHint, name, zone, place, country, region, week, leave, dates } = person;
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
  if (leave && !same(leave, known.leave)) changed.leave = leave;
  if (dates?.length && !same(dates, known.dates)) changed.dates = dates;
  return changed;
}

const FIELD_WORDS: Record<string, string> = {
  zoneHint: 'time zone as a guess',
  zone: 'time zone',
  week: 'working week',
};
const fieldWords = (changed: CorrespondentInput) =>
  Object.keys(changed)
    .map((field) => FIELD_WORDS[field] ?? field)
    .join(', ');

function takePerson(
  desk: Desk,
  tx: Tx,
  row: number,
  { id: _id, ...person }: FilePerson,
  full: FilePerson,
): ImportRow {
  const name = person.name || person.addresses?.[0] || '';
  const known = findSame(tx, full);
  if (!known) {
    addWithin(tx, person);
    return { row, name, what: 'add', detail: person.addresses?.join(', ') ?? '' };
  }
  const changed = differences(known, person);
  if (Object.keys(changed).length === 0) return { row, name, what: 'same', detail: '' };
  changeWithin(desk, tx, known.id, changed);
  return { row, name, what: 'change', detail: fieldWords(changed) };
}

function takeGroup(tx: Tx, row: number, group: FileGroup): ImportRow {
  const name = oneLine(group.name);
  if (!name) throw new Invalid('A group needs a name.', 'name');
  const members = group.members.flatMap((member) => {
    const person = findCorrespondent(tx, member) ?? correspondentAt(tx, member);
    return person ? [person.id] : [];
  });
  const known =
    (group.id && findGroup(tx, group.id)) ||
    allGroups(tx).find((each) => each.name.toLowerCase() === name.toLowerCase());
  const missing = group.members.length - members.length;
  putGroup(tx, { id: known ? known.id : newId(), name, members });
  const left = missing ? `, ${missing} not known here` : '';
  return { row, name, what: 'group', detail: `${members.length} members${left}` };
}

function take(desk: Desk, tx: Tx, entry: FileEntry): ImportRow {
  const { row } = entry;
  if ('problem' in entry) return { row, name: entry.name, what: 'error', detail: entry.problem };
  try {
    return 'group' in entry
      ? takeGroup(tx, row, entry.group)
      : takePerson(desk, tx, row, entry.person, entry.person);
  } catch (error) {
    if (!(error instanceof Invalid)) throw error;
    const name = ('group' in entry ? entry.group.name : entry.person.name) ?? '';
    return { row, name, what: 'error', detail: error.message };
  }
}

/**
 * Reads a file of correspondents: known ones are found by address and changed, others added. A row that cannot be
 * used is named and left out; the rest goes in.
 * @param commit false: only says what would change
 * @throws Invalid where nothing in it can be read
 */
export function importCorrespondents(
  desk: Desk,
  format: ExchangeFormat,
  text: string,
  commit: boolean,
): ImportResult {
  const entries = format === 'vcard' ? readVcards(text) : readCsv(text);
  if (entries.length === 0) throw new Invalid('The file holds no correspondents.', 'text');
  // Groups last: their members may stand after them.
  const ordered = [...entries].sort((a, b) => Number('group' in a) - Number('group' in b));
  const rows: ImportRow[] = [];
  try {
    desk.store.write((tx) => {
      for (const entry of ordered) rows.push(take(desk, tx, entry));
      if (!commit) throw new OnlyLooked();
      noteChange(tx, 'correspondent', 'import');
    });
  } catch (error) {
    if (!(error instanceof OnlyLooked)) throw error;
  }
  const count = (what: ImportRow['what']) => rows.filter((each) => each.what === what).length;
  return { added: count('add'), changed: count('change'), same: count('same'), groups: count('group'), rows };
}

const asFilePerson = (person: Correspondent) => ({
  id: person.id,
  name: person.name,
  addresses: person.addresses,
  zone: person.zone ?? undefined,
  zoneHint: person.zoneGuess?.zone,
  place: person.place ?? undefined,
  country: person.country ?? undefined,
  region: person.region ?? undefined,
  week: person.week ?? undefined,
  leave: person.leave,
  dates: person.dates,
});

/** Everyone as a file; groups go into vCard only. */
export function exportCorrespondents(desk: Desk, format: ExchangeFormat): string {
  const { db } = desk.store;
  const people = allCorrespondents(db).map(asFilePerson);
  return format === 'csv' ? writeCsv(people) : writeVcards(people, allGroups(db));
}

/**
 * Takes the public holidays of a country from an iCalendar file.
 * @returns how many days
 * @throws Invalid
 */
export function addHolidays(desk: Desk, country: string, text: string): number {
  if (hasCalendar(country))
    throw new Invalid('The holidays of this country come with Oak Lantern already.', 'country');
  const year = new Date(desk.now()).getUTCFullYear();
  try {
    const days = readHolidayFile(text, year - 1, year + 5);
    desk.store.write((tx) => {
      replaceHolidays(tx, country, days);
      noteChange(tx, 'correspondent', 'holidays');
    });
    return Object.keys(days).length;
  } catch (error) {
    if (error instanceof HolidayFileError) throw new Invalid(error.message, 'text');
    throw error;
  }
}
