/** The people one writes with. */
import { rollup } from 'd3-array';
import { followsReaders } from '#core/plan/kinds/registry';
import { AddressError, addressKey, parseMailbox } from '#core/message/address';
import { answerTimes, type AnswerTimes } from '#core/people/answerTimes';
import type { PersonalDate } from '#core/people/personalDate';
import { isLanguageTag } from '#core/text/language';
import type { WorkingWeek } from '#core/time/dayParts';
import type { Leave } from '#core/time/leave';
import {
  allCorrespondents,
  correspondentAt,
  deleteCorrespondent,
  findCorrespondent,
  insertCorrespondent,
  updateCorrespondent,
  type Correspondent,
} from '#store/correspondents';
import { groupsOf, messagesNaming } from '#store/groups';
import { departuresWaitingFor } from '#store/deliveries';
import { noteChange } from '#store/journal';
import { answerDelays } from '#store/messages';
import type { Reading, Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid, NotFound } from '../errors';
import { oneLine } from '../messages/draftInput';
import { replanReaders } from '../departures/planDepartures';
import { holidaysKnown, type HolidaysKnown } from './holidayCalendar';
import { checkedPlace } from './checkedPlace';
import { countryOf, readersAt } from './readers';
import { evidenceFor } from './zoneGuess';
import { momentFor } from '../departures/momentFor';
import { followPlaced, placedFor } from '../occasions/followReader';

export type { Correspondent } from '#store/correspondents';

/** What can be told about somebody; what is not given stays. */
export interface CorrespondentInput {
  name?: string;
  addresses?: readonly string[];
  zone?: string | null;
  place?: string | null;
  country?: string | null;
  region?: string | null;
  week?: WorkingWeek | null;
  leave?: readonly Leave[];
  dates?: readonly PersonalDate[];
  organisation?: string | null;
  /** BCP 47 */
  language?: string | null;
  columns?: Readonly<Record<string, string>>;
  /** The TZ of a vCard: a hint, not a confirmation. */
  zoneHint?: string;
}

export interface CorrespondentView extends Correspondent {
  /** What is known of their public holidays. */
  holidays: HolidaysKnown;
  answers: AnswerTimes | null;
}

function viewsOf(desk: Desk, people: readonly Correspondent[]): CorrespondentView[] {
  const delays = rollup(
    answerDelays(
      desk.store.db,
      people.flatMap(({ addresses }) => addresses),
    ),
    (theirs) => theirs.map(({ delay }) => delay),
    ({ address }) => addressKey(address),
  );
  return people.map((person) => ({
    ...person,
    holidays: holidaysKnown(desk.store.db, countryOf(person)),
    answers: answerTimes(person.addresses.flatMap((address) => delays.get(address) ?? [])) ?? null,
  }));
}

/** Everyone, by name. */
export const listCorrespondents = (desk: Desk): CorrespondentView[] =>
  viewsOf(desk, allCorrespondents(desk.store.db));

/** @throws NotFound */
export function readCorrespondent(desk: Desk, id: string): CorrespondentView {
  const person = findCorrespondent(desk.store.db, id);
  if (!person) throw new NotFound('There is no such correspondent.');
  return viewsOf(desk, [person])[0]!;
}

/** Who is known already: what a person's input is checked against. */
export interface Known {
  person(id: string): Correspondent | undefined;
  /** Who writes from an address, in lower case. */
  at(address: string): { id: string; name: string } | undefined;
}

export const knownIn = (db: Reading): Known => ({
  person: (id) => findCorrespondent(db, id),
  at: (address) => correspondentAt(db, address),
});

function checkDates(dates: readonly PersonalDate[]): void {
  dates.forEach(({ month, day }, index) => {
    const last = new Date(Date.UTC(2024, month, 0)).getUTCDate();
    if (day > last) throw new Invalid(`There is no day ${day} in that month.`, `dates.${index}`);
  });
}

/**
 * What was given, in its usual form.
 * @param id of whom it is about; undefined of somebody new
 * @throws Invalid
 */
export function checkedPerson(
  known: Known,
  input: CorrespondentInput,
  id: string | undefined,
): Partial<Correspondent> {
  const { name, addresses, dates, place, organisation, language, columns } = input;
  const good: Partial<Correspondent> = checkedPlace(input, id ? known.person(id) : undefined);
  if (place !== undefined) good.place = place;
  if (organisation !== undefined) good.organisation = organisation && oneLine(organisation);
  if (language !== undefined) {
    if (language && !isLanguageTag(language))
      throw new Invalid('Write a language as its tag: en, pt, ja.', 'language');
    good.language = language || null;
  }
  if (columns)
    good.columns = Object.fromEntries(
      Object.entries(columns).flatMap(([column, value]) =>
        oneLine(column) && value.trim() ? [[oneLine(column), value.trim()]] : [],
      ),
    );
  if (name !== undefined) good.name = oneLine(name);
  if (addresses) {
    good.addresses = addresses.map((text, index) => {
      const path = `addresses.${index}`;
      try {
        const address = addressKey(parseMailbox(text).address);
        const owner = known.at(address);
        if (owner && owner.id !== id)
          throw new Invalid(`${address} belongs to ${owner.name || 'another correspondent'}.`, path);
        return address;
      } catch (error) {
        if (error instanceof AddressError) throw new Invalid(error.message, path);
        throw error;
      }
    });
  }
  if (dates) {
    checkDates(dates);
    good.dates = [...dates];
  }
  if (id === undefined && !good.name && !good.addresses?.length)
    throw new Invalid('A correspondent needs a name or an address.', 'name');
  return good;
}

/** What is pending to groups somebody belongs to follows their address. */
function followGroups(desk: Desk, tx: Tx, id: string): void {
  const messages = new Set(groupsOf(tx, id).flatMap((group) => messagesNaming(tx, group)));
  for (const message of messages) replanReaders(desk, tx, message);
}

/** What is pending to them by their own clock or days of work moves to where that is now, unless it is past there. */
function followReader(desk: Desk, tx: Tx, id: string): void {
  const now = desk.now(tx);
  for (const address of findCorrespondent(tx, id)!.addresses) {
    for (const departure of departuresWaitingFor(tx, address)) {
      const { plan, reader, attempts, state } = departure;
      if (!followsReaders(plan) || !reader || attempts > 0) continue;
      const [known] = readersAt(desk, tx, [{ name: '', address: reader }]);
      if (!known?.zone) continue;
      const at = momentFor(desk, tx, plan, known);
      if (at <= now || at === departure.meant) continue;
      const event = state === 'paused' ? 'replan' : 'move';
      applyEvent(tx, departure, event, now, { meant: at, due: at }, 'their clock or days are others');
    }
  }
}

/** {@link addCorrespondent} within a transaction. */
export function addWithin(tx: Tx, input: CorrespondentInput): string {
  const id = newId();
  const good = checkedPerson(knownIn(tx), input, undefined);
  insertCorrespondent(tx, { ...good, id, name: good.name ?? '', addresses: good.addresses ?? [] });
  renewGuess(tx, id, input.zoneHint);
  noteChange(tx, 'correspondent', id);
  return id;
}

/** What says when something reaches somebody at a good time. */
const WHEN = ['zone', 'week', 'leave', 'country', 'region'] as const;

/** {@link changeCorrespondent} within a transaction. */
export function changeWithin(desk: Desk, tx: Tx, id: string, input: CorrespondentInput): void {
  const seen = findCorrespondent(tx, id);
  if (!seen) throw new NotFound('There is no such correspondent.');
  const moves = WHEN.some((field) => input[field] !== undefined);
  const placed = moves ? placedFor(desk, tx, seen.addresses) : [];
  updateCorrespondent(tx, id, checkedPerson(knownIn(tx), input, id));
  renewGuess(tx, id, input.zoneHint);
  if (input.addresses) followGroups(desk, tx, id);
  if (moves) followReader(desk, tx, id);
  followPlaced(desk, tx, placed);
  noteChange(tx, 'correspondent', id);
}

function renewGuess(tx: Tx, id: string, hint: string | undefined): void {
  const person = findCorrespondent(tx, id)!;
  const zoneGuess = person.zone ? null : (evidenceFor(tx, person, hint) ?? (hint ? null : person.zoneGuess));
  updateCorrespondent(tx, id, { zoneGuess });
}

/**
 * Adds a correspondent.
 * @throws Invalid
 */
export function addCorrespondent(desk: Desk, input: CorrespondentInput): CorrespondentView {
  return readCorrespondent(
    desk,
    desk.store.write((tx) => addWithin(tx, input)),
  );
}

/**
 * Changes what is given; a zone given is confirmed by that.
 * @throws Invalid, NotFound
 */
export function changeCorrespondent(desk: Desk, id: string, input: CorrespondentInput): CorrespondentView {
  desk.store.write((tx) => changeWithin(desk, tx, id, input));
  return readCorrespondent(desk, id);
}

/**
 * Notes that somebody is away; what is known already stays.
 * @throws Invalid, NotFound
 */
export function addLeave(desk: Desk, id: string, away: Leave): CorrespondentView {
  desk.store.write((tx) => {
    const { leave = [] } = findCorrespondent(tx, id) ?? {};
    const known = leave.some(({ from, to }) => from === away.from && to === away.to);
    changeWithin(desk, tx, id, { leave: known ? leave : [...leave, away] });
  });
  return readCorrespondent(desk, id);
}

/**
 * Says of several readers on whose clock they are: all of them or none. Who is not known is added.
 * @returns how many are on another clock than before
 * @throws Invalid
 */
export function placeReaders(
  desk: Desk,
  readers: readonly { address: string; name: string; zone: string }[],
): number {
  return desk.store.write((tx) => {
    let placed = 0;
    for (const { address, name, zone } of readers) {
      const known = correspondentAt(tx, addressKey(address));
      if (known?.zone === zone) continue;
      if (known) changeWithin(desk, tx, known.id, { zone });
      else addWithin(tx, { name, addresses: [address], zone });
      placed++;
    }
    return placed;
  });
}

/** Forgets somebody; messages to and from them stay. @throws NotFound */
export function removeCorrespondent(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    if (!findCorrespondent(tx, id)) throw new NotFound('There is no such correspondent.');
    const messages = new Set(groupsOf(tx, id).flatMap((group) => messagesNaming(tx, group)));
    deleteCorrespondent(tx, id);
    for (const message of messages) replanReaders(desk, tx, message);
    noteChange(tx, 'correspondent', id);
  });
}
