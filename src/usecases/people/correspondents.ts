/** The people one writes with. */
import { AddressError, addressKey, parseMailbox } from '../../core/message/address';
import { answerTimes, type AnswerTimes } from '../../core/people/answerTimes';
import type { PersonalDate } from '../../core/people/personalDate';
import { resolvePlan } from '../../core/plan/moments';
import type { DaySpan, WorkingWeek } from '../../core/time/dayParts';
import type { Leave } from '../../core/time/leave';
import { canonicalZone, UnknownZoneError } from '../../core/time/zones';
import {
  allCorrespondents,
  correspondentAt,
  deleteCorrespondent,
  findCorrespondent,
  insertCorrespondent,
  updateCorrespondent,
  type Correspondent,
} from '../../store/correspondents';
import { groupsOf, messagesNaming } from '../../store/groups';
import { departuresWaitingFor } from '../../store/departures';
import { noteChange } from '../../store/journal';
import { answerDelays } from '../../store/messages';
import type { Tx } from '../../store/store';
import { applyEvent } from '../departures/applyEvent';
import { newId, type Desk } from '../desk';
import { Invalid, NotFound } from '../errors';
import { oneLine } from '../messages/draftInput';
import { replanReaders } from '../messages/planDepartures';
import { hasCalendar, holidaysIn } from './holidayCalendar';
import { countryOf, readersAt } from './readers';
import { evidenceFor } from './zoneGuess';

export type { Correspondent } from '../../store/correspondents';

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
  /** The TZ of a vCard: a hint, not a confirmation. */
  zoneHint?: string;
}

export interface CorrespondentView extends Correspondent {
  /** What is known of their public holidays. */
  holidays: 'known' | 'added' | 'none yet' | 'place not known';
  answers: AnswerTimes | null;
}

function viewsOf(desk: Desk, people: readonly Correspondent[]): CorrespondentView[] {
  const delays = new Map<string, number[]>();
  for (const { address, delay } of answerDelays(desk.store.db)) {
    const key = addressKey(address);
    const own = delays.get(key);
    if (own) own.push(delay);
    else delays.set(key, [delay]);
  }
  const now = desk.now();
  return people.map((person) => ({
    ...person,
    holidays: holidaysKnown(desk, person, now),
    answers: answerTimes(person.addresses.flatMap((address) => delays.get(address) ?? [])) ?? null,
  }));
}

/** Everyone, by name. */
export const listCorrespondents = (desk: Desk): CorrespondentView[] =>
  viewsOf(desk, allCorrespondents(desk.store.db));

function holidaysKnown(desk: Desk, person: Correspondent, now: number): CorrespondentView['holidays'] {
  const country = countryOf(person);
  if (!country) return 'place not known';
  if (hasCalendar(country)) return 'known';
  return holidaysIn(desk.store.db, country, person.region, now) ? 'added' : 'none yet';
}

/** @throws NotFound */
export function readCorrespondent(desk: Desk, id: string): CorrespondentView {
  const person = findCorrespondent(desk.store.db, id);
  if (!person) throw new NotFound('There is no such correspondent.');
  return viewsOf(desk, [person])[0]!;
}

function checkSpans(spans: readonly DaySpan[], path: string): void {
  spans.forEach(({ from, to }, index) => {
    if (from >= to || from < 0 || to > 1440)
      throw new Invalid('A span of work begins before it ends, within one day.', `${path}.${index}`);
    if (index > 0 && from < spans[index - 1]!.to)
      throw new Invalid('Spans of work of one day follow one another.', `${path}.${index}`);
  });
}

function checkDates(dates: readonly PersonalDate[]): void {
  dates.forEach(({ month, day }, index) => {
    const last = new Date(Date.UTC(2024, month, 0)).getUTCDate();
    if (day > last) throw new Invalid(`There is no day ${day} in that month.`, `dates.${index}`);
  });
}

function checked(tx: Tx, input: CorrespondentInput, id: string | undefined): Partial<Correspondent> {
  const { zoneHint: _hint, name, addresses, zone, leave, week, dates, ...rest } = input;
  const good: Partial<Correspondent> = { ...rest };
  if (name !== undefined) good.name = oneLine(name);
  if (addresses) {
    good.addresses = addresses.map((text, index) => {
      const path = `addresses.${index}`;
      try {
        const address = addressKey(parseMailbox(text).address);
        const owner = correspondentAt(tx, address);
        if (owner && owner.id !== id)
          throw new Invalid(`${address} belongs to ${owner.name || 'another correspondent'}.`, path);
        return address;
      } catch (error) {
        if (error instanceof AddressError) throw new Invalid(error.message, path);
        throw error;
      }
    });
  }
  if (zone !== undefined) {
    try {
      good.zone = zone && canonicalZone(zone);
    } catch (error) {
      if (error instanceof UnknownZoneError) throw new Invalid(error.message, 'zone');
      throw error;
    }
  }
  if (leave) {
    leave.forEach(({ from, to }, index) => {
      if (from > to) throw new Invalid('Leave begins before it ends.', `leave.${index}.to`);
    });
    good.leave = [...leave].sort((a, b) => a.from.localeCompare(b.from));
  }
  if (week !== undefined) {
    week?.work.forEach((spans, day) => checkSpans(spans, `week.work.${day}`));
    good.week = week;
  }
  if (dates) {
    checkDates(dates);
    good.dates = [...dates];
  }
  return good;
}

/** What is pending to groups somebody belongs to follows their address. */
function followGroups(desk: Desk, tx: Tx, id: string): void {
  const messages = new Set(groupsOf(tx, id).flatMap((group) => messagesNaming(tx, group)));
  for (const message of messages) replanReaders(desk, tx, message);
}

/** What is pending to them at a time on their own clock moves to where that time is now, unless it is past there. */
function followZone(desk: Desk, tx: Tx, id: string): void {
  const now = desk.now(tx);
  for (const address of findCorrespondent(tx, id)!.addresses) {
    for (const departure of departuresWaitingFor(tx, address)) {
      const { plan, reader, attempts, state } = departure;
      if (plan.kind !== 'each-local' || !reader || attempts > 0) continue;
      const [known] = readersAt(desk, tx, [{ name: '', address: reader }]);
      if (!known?.zone) continue;
      const { at } = resolvePlan(plan, { now, holdSeconds: 0 }, known.zone);
      if (at <= now || at === departure.meant) continue;
      const event = state === 'paused' ? 'replan' : 'move';
      applyEvent(tx, departure, event, now, { meant: at, due: at }, 'their time zone is another');
    }
  }
}

/** {@link addCorrespondent} within a transaction. */
export function addWithin(tx: Tx, input: CorrespondentInput): string {
  const id = newId();
  const good = checked(tx, input, undefined);
  const name = good.name ?? '';
  const addresses = good.addresses ?? [];
  if (!name && addresses.length === 0)
    throw new Invalid('A correspondent needs a name or an address.', 'name');
  insertCorrespondent(tx, { ...good, id, name, addresses });
  renewGuess(tx, id, input.zoneHint);
  noteChange(tx, 'correspondent', id);
  return id;
}

/** {@link changeCorrespondent} within a transaction. */
export function changeWithin(desk: Desk, tx: Tx, id: string, input: CorrespondentInput): void {
  if (!findCorrespondent(tx, id)) throw new NotFound('There is no such correspondent.');
  updateCorrespondent(tx, id, checked(tx, input, id));
  renewGuess(tx, id, input.zoneHint);
  if (input.addresses) followGroups(desk, tx, id);
  if (input.zone) followZone(desk, tx, id);
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
