/** Events: made, changed, moved, cancelled, deleted; one time of one that recurs, from one on, or all. */
import {
  isRecurring,
  LONGEST,
  MOST_ATTENDEES,
  takesWholeDays,
  type Attendee,
  type EventReach,
  type EventStatus,
  type EventWhen,
} from '#core/calendar/event';
import { boundsOf, clockOf, instantOf, later, movedTo } from '#core/calendar/occurrences';
import { splitAt } from '#core/calendar/split';
import { inOrderOf, shiftedOccurrence, shiftedTime, shiftOf } from '#core/calendar/shiftedTime';
import { RuleShiftError, shiftedRule } from '#core/calendar/shiftedRule';
import { AddressError, addressKey, parseMailbox } from '#core/message/address';
import { readRule, RuleError } from '#core/recurrence/rule';
import { dateOfDay, dayNumberOf } from '#core/time/dayNumber';
import { isLocal } from '#core/time/wallClock';
import { canonicalZone, UnknownZoneError } from '#core/time/zones';
import {
  eventByUid,
  exceptionsOf,
  findEvent,
  insertEvent,
  putEventRow,
  SHORT_MS,
  swapEvent,
  type EventRow,
} from '#store/events';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { undoable } from '../incoming/undoable';
import { oneLine } from '../messages/draftInput';
import { newId } from '../newId';
import { followEvents } from './followEvents';
import { knownEvent, timeAt, whenOf } from './knownEvent';
import { rebind } from './rebind';

export interface EventInput {
  summary: string;
  description?: string;
  location?: string;
  /** `2026-12-01T09:00` on the clock of `zone`; `2026-12-01` for whole days. */
  start: string;
  /** In the same form; an hour later, or the end of that day, where it is not said. */
  end?: string;
  /** IANA zone; mine where it is not said; null: on my clock, wherever I am. */
  zone?: string | null;
  rrule?: string | null;
  transparent?: boolean;
  status?: EventStatus;
  /** `Ana <ana@sul.example>`, without me. */
  attendees?: string[];
}

export type EventChange = Partial<EventInput>;

export interface Which {
  /** RECURRENCE-ID, RFC 5545 §3.8.4.4. */
  occurrence?: string;
  reach?: EventReach;
}

const isDate = (time: string) => /^\d{4}-\d{2}-\d{2}$/.test(time) && isLocal(`${time}T00:00`);

function checkedTime(time: string, path: 'start' | 'end'): string {
  if (isDate(time) || isLocal(time))
    return time.endsWith(':00') && time.length === 19 ? time.slice(0, 16) : time;
  throw new Invalid(`“${time}” is no day or time. Write it as 2026-12-01T09:00, or as 2026-12-01.`, path);
}

function checkedZone(zone: string): string {
  try {
    return canonicalZone(zone);
  } catch (error) {
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, 'zone');
    throw error;
  }
}

function checkedRule(rrule: string): string {
  try {
    readRule(rrule);
    return rrule
      .trim()
      .replace(/^RRULE:/i, '')
      .toUpperCase();
  } catch (error) {
    if (error instanceof RuleError) throw new Invalid(error.message, 'rrule');
    throw error;
  }
}

/** @throws Invalid */
function checkedWhen(when: EventWhen, mine: string): EventWhen {
  if (takesWholeDays(when) !== (when.end.length === 10))
    throw new Invalid('Its start and its end are both days, or both times.', 'end');
  const zone = clockOf(when, mine);
  if (
    instantOf(when.end, zone) < instantOf(when.start, zone) ||
    (takesWholeDays(when) && when.end <= when.start)
  )
    throw new Invalid('It would end before it begins.', 'end');
  return when;
}

/** @throws Invalid */
function checkedAttendees(given: readonly string[], known: readonly Attendee[]): Attendee[] {
  if (given.length > MOST_ATTENDEES)
    throw new Invalid(`An event has at most ${MOST_ATTENDEES} people.`, 'attendees');
  const before = new Map(known.map((each) => [addressKey(each.address), each]));
  const read = given.map((text, index): Attendee => {
    try {
      const { name, address } = parseMailbox(text);
      const was = before.get(addressKey(address));
      return { attendance: 'needs-action', role: 'required', ...was, address, name: name || was?.name || '' };
    } catch (error) {
      if (error instanceof AddressError) throw new Invalid(error.message, `attendees.${index}`);
      throw error;
    }
  });
  return [...new Map(read.map((each) => [addressKey(each.address), each])).values()];
}

function checkedText(text: string, name: keyof typeof LONGEST): string {
  const good = name === 'description' ? text.replace(/\r\n?/g, '\n').trim() : oneLine(text);
  if (good.length > LONGEST[name])
    throw new Invalid(`That is too long: at most ${LONGEST[name].toLocaleString('en')} characters.`, name);
  return good;
}

/** What of a row says when it is, as it can be looked for. @throws Invalid where it never is */
export function placedIn(when: EventWhen, mine: string) {
  let bounds: ReturnType<typeof boundsOf>;
  try {
    bounds = boundsOf(when, mine);
  } catch (error) {
    if (error instanceof RuleError) throw new Invalid(error.message, 'rrule');
    throw error;
  }
  if (!bounds) throw new Invalid('This never happens: no day is one of it. Choose another rule.', 'rrule');
  const { from, until } = bounds;
  const spans = isRecurring(when) || until === null || until - from > SHORT_MS;
  return { startsAt: from, endsAt: until, spans };
}

type Said = Pick<EventRow, 'summary' | 'description' | 'location' | 'transparent' | 'status' | 'attendees'>;

function saidBy(change: EventChange, before: Said): Said {
  const { summary, description, location, transparent, status, attendees } = change;
  const name = summary === undefined ? before.summary : checkedText(summary, 'summary');
  if (!name) throw new Invalid('An event needs a name: “Broker call”.', 'summary');
  return {
    summary: name,
    description: description === undefined ? before.description : checkedText(description, 'description'),
    location: location === undefined ? before.location : checkedText(location, 'location'),
    transparent: transparent ?? before.transparent,
    status: status ?? before.status,
    attendees: attendees ? checkedAttendees(attendees, before.attendees) : before.attendees,
  };
}

/** The times a change gives it; in the same zone and as long as before where it does not say otherwise. */
function whenBy(change: EventChange, before: EventWhen, mine: string): EventWhen {
  const zone =
    change.zone === undefined ? before.zone : change.zone === null ? null : checkedZone(change.zone);
  const start = change.start === undefined ? before.start : checkedTime(change.start, 'start');
  const moved = start === before.start && zone === before.zone ? before : movedTo(before, start, mine, zone);
  const end = change.end === undefined ? moved.end : checkedTime(change.end, 'end');
  const rrule =
    change.rrule === undefined ? before.rrule : change.rrule === null ? null : checkedRule(change.rrule);
  return checkedWhen({ ...moved, end, rrule }, mine);
}

const EMPTY: Said = {
  summary: '',
  description: '',
  location: '',
  transparent: false,
  status: 'confirmed',
  attendees: [],
};

function firstWhen({ start: given, end: until, zone, rrule }: EventInput, mine: string): EventWhen {
  const start = checkedTime(given, 'start');
  const whole = start.length === 10;
  const on = whole || zone === null ? null : checkedZone(zone ?? mine);
  const end =
    until === undefined
      ? whole
        ? dateOfDay(dayNumberOf(start) + 1)
        : later({ start, zone: on }, 3_600_000, mine)
      : checkedTime(until, 'end');
  return checkedWhen(
    { start, end, zone: on, rrule: rrule ? checkedRule(rrule) : null, rdate: [], exdate: [] },
    mine,
  );
}

const announce = (tx: Tx, id: string) => noteChange(tx, 'event', id);

/** Swaps, says so, and has what leaves before or after it follow. @throws Stale */
export function swapAndFollow(desk: Desk, tx: Tx, seen: EventRow, patch: Partial<EventRow>): EventRow {
  const next = swapEvent(tx, seen, patch);
  if (!next) throw new Stale('event');
  announce(tx, seen.id);
  followEvents(desk, tx, [next]);
  return next;
}

/** @throws Invalid */
export function createEvent(desk: Desk, input: EventInput): EventRow {
  const id = newId();
  return desk.store.write((tx) =>
    undoable(desk, tx, { eventIds: [id] }, () => {
      const { zone: mine, me } = desk.settings(tx);
      const now = desk.now(tx);
      const when = firstWhen(input, mine);
      const said = saidBy(input, EMPTY);
      const row = insertEvent(tx, {
        id,
        uid: `${id}@oak-lantern`,
        ...said,
        ...when,
        ...placedIn(when, mine),
        // Who asks others is said to them; alone nobody is.
        organizer: said.attendees.length > 0 && me.address ? { name: me.name, address: me.address } : null,
        stamp: now,
        createdAt: now,
      });
      announce(tx, id);
      return row;
    }),
  );
}

/** One time of it stands for itself from now on. @throws Stale */
function changeOne(desk: Desk, tx: Tx, event: EventRow, occurrence: string, change: EventChange): EventRow {
  const { zone: mine } = desk.settings(tx);
  const now = desk.now(tx);
  const time = timeAt(tx, event, occurrence, mine, now);
  if (!time) throw new NotFound('There is no such occurrence.');
  if (change.rrule) throw new Invalid('One time of it does not repeat by itself.', 'rrule');
  const before: EventWhen = {
    ...whenOf(time.row),
    start: time.moment.start,
    end: time.moment.end,
    rrule: null,
    rdate: [],
    exdate: [],
  };
  const when = whenBy(change, before, mine);
  const patch = { ...saidBy(change, time.row), ...when, ...placedIn(when, mine), stamp: now };
  const moved = when.start !== before.start || when.end !== before.end || when.zone !== before.zone;
  const sequence = time.row.sequence + (moved ? 1 : 0);
  if (time.row.masterId !== null) return swapAndFollow(desk, tx, time.row, { ...patch, sequence });
  const gone = eventByUid(tx, event.uid, occurrence);
  const whole = { ...patch, sequence, masterId: event.id, organizer: event.organizer, deletedAt: null };
  if (gone) return swapAndFollow(desk, tx, gone, whole);
  const row = insertEvent(tx, { id: newId(), uid: event.uid, occurrence, ...whole, createdAt: now });
  announce(tx, event.id);
  followEvents(desk, tx, [row]);
  return row;
}

function shiftExceptions(tx: Tx, event: EventRow, ms: number): void {
  for (const row of inOrderOf(exceptionsOf(tx, [event.id]), ms)) {
    const occurrence = shiftedOccurrence(row.occurrence, ms);
    const there = eventByUid(tx, event.uid, occurrence);
    // One that was taken out is in nobody’s way.
    if (there && there.deletedAt !== null) putEventRow(tx, there.id, null);
    if (!swapEvent(tx, row, { occurrence })) throw new Stale('event');
  }
}

/** All of it; where its start moves, the days of its rule, those taken out and those that stand for themselves move along. */
function changeAll(desk: Desk, tx: Tx, event: EventRow, change: EventChange): EventRow {
  const { zone: mine } = desk.settings(tx);
  const before = whenOf(event);
  const asked = whenBy(change, before, mine);
  const sameForm = takesWholeDays(before) === takesWholeDays(asked);
  if (!sameForm && isRecurring(before))
    throw new Invalid('What recurs stays on days, or at times: make another event for that.', 'start');
  const ms = sameForm ? shiftOf(before.start, asked.start) : 0;
  let { rrule } = asked;
  try {
    if (ms !== 0 && rrule !== null && change.rrule === undefined)
      rrule = shiftedRule(rrule, before.start, asked.start);
  } catch (error) {
    if (error instanceof RuleShiftError) throw new Invalid(error.message, 'rrule');
    throw error;
  }
  const move = (days: readonly string[]) => (ms === 0 ? days : days.map((day) => shiftedTime(day, ms)));
  const when = { ...asked, rrule, rdate: move(before.rdate), exdate: move(before.exdate) };
  const moved = JSON.stringify(when) !== JSON.stringify(before);
  // First those that stand for themselves, and what belongs to any of its times: whoever follows finds all of it.
  if (ms !== 0 && isRecurring(before)) {
    shiftExceptions(tx, event, ms);
    rebind(tx, { event: event.id, ms });
  }
  const now = desk.now(tx);
  return swapAndFollow(desk, tx, event, {
    ...saidBy(change, event),
    ...when,
    ...placedIn(when, mine),
    sequence: event.sequence + (moved ? 1 : 0),
    stamp: now,
  });
}

/** A change that was told of one time of it, as one of all: moved from there by so much, each is. @throws NotFound */
function ofAll(desk: Desk, tx: Tx, event: EventRow, occurrence: string, change: EventChange): EventChange {
  if (change.start === undefined && change.end === undefined) return change;
  const time = timeAt(tx, event, occurrence, desk.settings(tx).zone, desk.now(tx));
  if (!time) throw new NotFound('There is no such occurrence.');
  const { start, end } = time.moment;
  const told = (given: string, was: string, own: string) => {
    const good = checkedTime(given, 'start');
    // Days become times, or the other way: then that is all that is said.
    return good.length === was.length ? shiftedTime(own, shiftOf(was, good)) : good;
  };
  return {
    ...change,
    ...(change.start !== undefined && { start: told(change.start, start, event.start) }),
    ...(change.end !== undefined && { end: told(change.end, end, event.end) }),
  };
}

/** What follows becomes an event of its own, and the one before ends. */
function changeFollowing(
  desk: Desk,
  tx: Tx,
  event: EventRow,
  occurrence: string,
  made: string,
  change: EventChange,
): EventRow {
  const { zone: mine } = desk.settings(tx);
  const now = desk.now(tx);
  const split = splitAt(whenOf(event), occurrence, mine);
  // From the first on is all of it.
  if (!split) return changeAll(desk, tx, event, ofAll(desk, tx, event, occurrence, change));
  const { before, after } = split;
  const apart = exceptionsOf(tx, [event.id]).filter((row) => row.occurrence >= occurrence);
  const { id: _id, revision: _revision, uid: _uid, createdAt: _createdAt, ...kept } = event;
  const next = insertEvent(tx, {
    ...kept,
    ...after,
    ...placedIn(after, mine),
    id: made,
    uid: `${made}@oak-lantern`,
    createdAt: now,
    stamp: now,
  });
  for (const row of apart)
    if (!swapEvent(tx, row, { masterId: made, uid: next.uid })) throw new Stale('event');
  rebind(tx, { event: event.id, to: made, from: occurrence });
  swapAndFollow(desk, tx, event, {
    ...before,
    ...placedIn(before, mine),
    sequence: event.sequence + 1,
    stamp: now,
  });
  announce(tx, made);
  return Object.keys(change).length > 0 ? changeAll(desk, tx, next, change) : next;
}

/** Which event, and which time of it, says by now what was asked for. */
export interface Changed {
  event: string;
  occurrence: string | null;
}

/** The time of an event that was the one asked for. */
function changedTo(before: EventRow, { id, masterId, occurrence, start }: EventRow, asked?: string): Changed {
  if (masterId !== null) return { event: masterId, occurrence };
  if (!asked || !isRecurring(before)) return { event: id, occurrence: null };
  const ms = id === before.id ? shiftOf(before.start, start) : 0;
  const moved =
    id === before.id ? shiftedTime(asked.slice(0, 16), ms) : start.length === 10 ? `${start}T00:00` : start;
  return { event: id, occurrence: `${moved.slice(0, 16)}:00` };
}

/**
 * @param revision of the event as it was read; undefined takes any
 * @throws NotFound, Stale, Invalid
 */
export function changeEvent(
  desk: Desk,
  id: string,
  change: EventChange,
  { occurrence, reach }: Which = {},
  revision?: number,
): Changed {
  const made = newId();
  return desk.store.write((tx) => {
    const event = knownEvent(tx, id);
    if (revision !== undefined && revision !== event.revision) throw new Stale('event');
    const recurs = isRecurring(event) && occurrence !== undefined;
    const how = reach ?? (recurs ? 'this' : 'all');
    return undoable(desk, tx, { eventIds: [id, made] }, () => {
      if (recurs && how === 'all')
        return changedTo(
          event,
          changeAll(desk, tx, event, ofAll(desk, tx, event, occurrence, change)),
          occurrence,
        );
      if (!recurs) return changedTo(event, changeAll(desk, tx, event, change));
      if (how === 'this') return changedTo(event, changeOne(desk, tx, event, occurrence, change));
      return changedTo(event, changeFollowing(desk, tx, event, occurrence, made, change), occurrence);
    });
  });
}

/**
 * It is no more; what belongs before or after it stops and asks, or becomes a draft. {@link undo} brings it back, also {@link restoreEvent}.
 * @throws NotFound, Stale
 */
export function deleteEvent(
  desk: Desk,
  id: string,
  { occurrence, reach }: Which = {},
  revision?: number,
): void {
  desk.store.write((tx) => {
    const event = knownEvent(tx, id);
    if (revision !== undefined && revision !== event.revision) throw new Stale('event');
    const { zone: mine } = desk.settings(tx);
    const now = desk.now(tx);
    undoable(desk, tx, { eventIds: [id] }, () => {
      const recurs = isRecurring(event) && occurrence !== undefined;
      const how = reach ?? (recurs ? 'this' : 'all');
      if (!recurs || how === 'all') {
        swapAndFollow(desk, tx, event, { deletedAt: now });
        return;
      }
      if (!timeAt(tx, event, occurrence, mine, now)) throw new NotFound('There is no such occurrence.');
      const split = how === 'following' ? splitAt(whenOf(event), occurrence, mine) : undefined;
      if (how === 'following' && !split) {
        swapAndFollow(desk, tx, event, { deletedAt: now });
        return;
      }
      for (const row of exceptionsOf(tx, [id]))
        if (split ? row.occurrence >= occurrence : row.occurrence === occurrence)
          if (!swapEvent(tx, row, { deletedAt: now })) throw new Stale('event');
      const day = occurrence.slice(0, event.start.length === 10 ? 10 : 16);
      const when = split?.before ?? { ...whenOf(event), exdate: [...new Set([...event.exdate, day])].sort() };
      if (!boundsOf(when, mine)) {
        // That was the last one.
        swapAndFollow(desk, tx, event, { deletedAt: now });
        return;
      }
      swapAndFollow(desk, tx, event, {
        ...when,
        ...placedIn(when, mine),
        sequence: event.sequence + 1,
        stamp: now,
      });
    });
  });
}

/** @throws NotFound; Refused where it is there */
export const restoreEvent = (desk: Desk, id: string): EventRow =>
  desk.store.write((tx) => {
    const seen = findEvent(tx, id);
    if (!seen) throw new NotFound('There is no such event.');
    if (seen.deletedAt === null) throw new Refused('It is in the calendar.');
    return swapAndFollow(desk, tx, seen, { deletedAt: null });
  });

/** When whole days and floating times are changes with my zone. */
export function placeFloating(desk: Desk, tx: Tx, rows: readonly EventRow[]): void {
  const { zone: mine } = desk.settings(tx);
  for (const row of rows) {
    const placed = placedIn(whenOf(row), mine);
    if (placed.startsAt === row.startsAt && placed.endsAt === row.endsAt) continue;
    swapAndFollow(desk, tx, row, placed);
  }
}
