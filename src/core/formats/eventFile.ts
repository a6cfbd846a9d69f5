/** Events as iCalendar (RFC 5545): out for any calendar program, and in from any. */
import ICAL from 'ical.js';
import {
  LONGEST,
  MOST_ATTENDEES,
  type Attendance,
  type Attendee,
  type EventStatus,
  type EventWhen,
  type Role,
} from '../calendar/event';
import { untilOn } from '../recurrence/occurrences';
import { readRule, RuleError } from '../recurrence/rule';
import { dateOfDay, dayNumberOf } from '../time/dayNumber';
import { toInstant, toLocal } from '../time/wallClock';
import { assertFew } from './few';
import { hasRealTimes } from './realTimes';
import { zoneComponent } from './zoneComponent';
import { zoneOfTzid } from './zoneNames';
import { zonesArePlain } from './zoneRules';

export interface EventEntry {
  /** The same for all that is said of one event (RFC 5545 §3.8.4.7). */
  uid: string;
  /** Which occurrence it is instead of, on the clock of the event it belongs to, `2026-12-03T09:10:00`; empty for the event. */
  occurrence: string;
  when: EventWhen;
  summary: string;
  description: string;
  location: string;
  /** It takes up no time: who has it is free all the same (TRANSP, RFC 5545 §3.8.2.7). */
  transparent: boolean;
  status: EventStatus;
  sequence: number;
  /** When it was said, epoch ms (DTSTAMP, RFC 5545 §3.8.7.2). */
  stamp: number;
  organizer: { name: string; address: string } | null;
  attendees: readonly Attendee[];
}

/** One that was read, and what of it is not kept, in words. */
export interface ReadEntry extends EventEntry {
  lost: string[];
}

export interface ReadEvents {
  /** REQUEST, REPLY, … (RFC 5546 §1.4), in capitals; null where it is none of these. */
  method: string | null;
  /** X-WR-CALNAME, as many programs write it; empty where it has none. */
  name: string;
  events: ReadEntry[];
  /** What could not be read, in words. */
  unread: string[];
}

/** A file that cannot be used. `message` is fit to show. */
export class EventFileError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'EventFileError';
  }
}

const NO_CALENDAR = 'This is no iCalendar file.';

const YEAR_MS = 366 * 86_400_000;
/** Times in a zone are right for so long on both sides; no calendar program asks further. */
const ZONES_YEARS = 12;

const STATUS: Readonly<Record<string, EventStatus>> = {
  CONFIRMED: 'confirmed',
  TENTATIVE: 'tentative',
  CANCELLED: 'cancelled',
};
const ROLE_OUT: Record<Role, string> = {
  chair: 'CHAIR',
  required: 'REQ-PARTICIPANT',
  optional: 'OPT-PARTICIPANT',
  informed: 'NON-PARTICIPANT',
};
const ROLE_IN: Readonly<Record<string, Role>> = Object.fromEntries(
  Object.entries(ROLE_OUT).map(([role, name]) => [name, role as Role]),
);
const ATTENDANCE_IN: Readonly<Record<string, Attendance>> = {
  'NEEDS-ACTION': 'needs-action',
  ACCEPTED: 'accepted',
  DECLINED: 'declined',
  TENTATIVE: 'tentative',
  DELEGATED: 'delegated',
};

/* Out. */

const utc = (at: number) => ICAL.Time.fromJSDate(new Date(at), true);
/** The library escapes the ends of lines, if they are LF (RFC 5545 §3.3.11). */
const plain = (text: string) => text.replace(/\r\n?/g, '\n');

/** A date, or a time on the clock of a zone; floating where it has none. */
function timed(name: string, time: string, zone: string | null): ICAL.Property {
  const property = new ICAL.Property(name);
  if (time.length === 10) {
    property.resetType('date');
    property.setValue(ICAL.Time.fromDateString(time));
    return property;
  }
  const local = ICAL.Time.fromDateTimeString(time.length === 16 ? `${time}:00` : time);
  if (zone === 'UTC') local.zone = ICAL.Timezone.utcTimezone;
  else if (zone !== null) property.setParameter('tzid', zone);
  property.setValue(local);
  return property;
}

/** UNTIL is in UTC where the start has a zone, and of its form where it has none (RFC 5545 §3.3.10). */
function ruleOut({ rrule, zone, start }: EventWhen): string {
  const until = untilOn(readRule(rrule!), zone ?? 'UTC');
  if (until === undefined) return rrule!;
  const compact = (local: string) => local.replace(/[-:]/g, '');
  const end =
    start.length === 10
      ? compact(until.slice(0, 10))
      : zone === null
        ? compact(until)
        : `${compact(new Date(toInstant(until, zone).at).toISOString().slice(0, 19))}Z`;
  return rrule!.replace(/UNTIL=[^;]+/i, `UNTIL=${end}`);
}

const inForm = (occurrence: string, { start }: EventWhen) =>
  start.length === 10 ? occurrence.slice(0, 10) : occurrence;

function attendeeOut({ address, name, attendance, role }: Attendee): ICAL.Property {
  const property = new ICAL.Property('attendee');
  if (name) property.setParameter('cn', name);
  property.setParameter('role', ROLE_OUT[role]);
  property.setParameter('partstat', attendance.toUpperCase());
  if (attendance === 'needs-action') property.setParameter('rsvp', 'TRUE');
  property.setValue(`mailto:${address}`);
  return property;
}

function componentOf(entry: EventEntry, master: EventWhen): ICAL.Component {
  const { when } = entry;
  const event = new ICAL.Component('vevent');
  const put = (name: string, value: string) => event.addPropertyWithValue(name, plain(value));
  put('uid', entry.uid);
  event.addPropertyWithValue('dtstamp', utc(entry.stamp));
  if (entry.occurrence)
    event.addProperty(timed('recurrence-id', inForm(entry.occurrence, master), master.zone));
  event.addProperty(timed('dtstart', when.start, when.zone));
  event.addProperty(timed('dtend', when.end, when.zone));
  if (when.rrule) event.addPropertyWithValue('rrule', ICAL.Recur.fromString(ruleOut(when)));
  for (const day of when.rdate) event.addProperty(timed('rdate', day, when.zone));
  for (const day of when.exdate) event.addProperty(timed('exdate', day, when.zone));
  put('summary', entry.summary);
  if (entry.description) put('description', entry.description);
  if (entry.location) put('location', entry.location);
  put('transp', entry.transparent ? 'TRANSPARENT' : 'OPAQUE');
  put('status', entry.status.toUpperCase());
  event.addPropertyWithValue('sequence', entry.sequence);
  if (entry.organizer) {
    const organizer = new ICAL.Property('organizer');
    if (entry.organizer.name) organizer.setParameter('cn', entry.organizer.name);
    organizer.setValue(`mailto:${entry.organizer.address}`);
    event.addProperty(organizer);
  }
  for (const each of entry.attendees) event.addProperty(attendeeOut(each));
  return event;
}

/**
 * One calendar with all of them, and the zones they are in.
 * @param entries an event before what stands for its occurrences
 * @param method for one that goes by mail (RFC 5546 §1.4)
 */
export function writeEventFile(entries: readonly EventEntry[], now: number, method?: string): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Oak Lantern//Calendar//EN');
  if (method) calendar.addPropertyWithValue('method', method);
  const masters = new Map(entries.flatMap((each) => (each.occurrence ? [] : [[each.uid, each.when]])));
  const zones = new Set(
    entries.flatMap(({ uid, when }) => [when.zone, masters.get(uid)?.zone ?? null]).filter(Boolean),
  );
  const starts = entries.map(({ when }) => Date.parse(`${when.start.slice(0, 10)}T00:00Z`));
  const first = starts.reduce((least, each) => Math.min(least, each), now);
  const last = starts.reduce((most, each) => Math.max(most, each), now);
  for (const zone of zones)
    if (zone !== 'UTC')
      calendar.addSubcomponent(zoneComponent(zone!, first - YEAR_MS, last + ZONES_YEARS * YEAR_MS));
  for (const entry of entries)
    calendar.addSubcomponent(componentOf(entry, masters.get(entry.uid) ?? entry.when));
  return `${calendar.toString()}\r\n`;
}

/* In. */

/** A time as the file has it. */
interface Told {
  /** `2026-12-01`, or with `T09:00:00`. */
  time: string;
  /** null where it has none: it is on my clock. */
  zone: string | null;
}

const two = (n: number) => String(n).padStart(2, '0');

/** A leap second is the one before it. */
function written({ year, month, day, hour, minute, second, isDate }: ICAL.Time): string {
  const date = `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`;
  return isDate ? date : `${date}T${two(hour)}:${two(minute)}:${two(Math.min(second, 59))}`;
}

type ZoneOf = (tzid: string) => string | undefined;

interface Reading {
  zoneOf: ZoneOf;
  mine: string;
  lost: Set<string>;
}

function told(property: ICAL.Property, value: unknown, { zoneOf, lost }: Reading): Told | undefined {
  // A period as a picked day (RFC 5545 §3.3.9): its length is that of the event.
  const time = value instanceof ICAL.Period ? value.start : value;
  if (!(time instanceof ICAL.Time)) return undefined;
  const local = written(time);
  if (time.isDate) return { time: local, zone: null };
  if (time.zone === ICAL.Timezone.utcTimezone) return { time: local, zone: 'UTC' };
  const tzid = property.getParameter('tzid');
  if (typeof tzid !== 'string') return { time: local, zone: null };
  const zone = zoneOf(tzid);
  if (zone === undefined) lost.add(`its time zone “${tzid.slice(0, 80)}”, which is not known`);
  return { time: local, zone: zone ?? null };
}

const first = (event: ICAL.Component, name: string, reading: Reading): Told | undefined => {
  const property = event.getFirstProperty(name);
  return property ? told(property, property.getFirstValue(), reading) : undefined;
};

const shorten = (time: string) => (time.length > 16 && time.endsWith(':00') ? time.slice(0, 16) : time);

/** The same time on another clock, and in the form of what it is beside. */
function on({ time, zone }: Told, when: Pick<EventWhen, 'start' | 'zone'>, mine: string): string {
  if (when.start.length === 10) return time.slice(0, 10);
  if (time.length === 10) return `${time}${when.start.slice(10)}`;
  const [from, to] = [zone ?? mine, when.zone ?? mine];
  return shorten(from === to ? time : toLocal(toInstant(time, from).at, to));
}

function endOf(event: ICAL.Component, start: Told, reading: Reading): string {
  const { mine } = reading;
  const here = { start: start.time, zone: start.zone };
  const end = first(event, 'dtend', reading);
  if (end) {
    const local = on(end, here, mine);
    // What ends before it begins is as long as nothing.
    return local < shorten(start.time) ? shorten(start.time) : local;
  }
  const wholeDay = start.time.length === 10;
  const length = event.getFirstPropertyValue('duration') as unknown;
  const seconds = length instanceof ICAL.Duration ? Math.max(0, length.toSeconds()) : undefined;
  // Without an end a day is that day, and a time that moment (RFC 5545 §3.6.1).
  if (wholeDay)
    return dateOfDay(dayNumberOf(start.time) + Math.max(1, Math.ceil((seconds ?? 86_400) / 86_400)));
  const zone = start.zone ?? mine;
  return shorten(toLocal(toInstant(start.time, zone).at + (seconds ?? 0) * 1000, zone));
}

const text = (event: ICAL.Component, name: string, longest: number): string => {
  const value = event.getFirstPropertyValue(name) as unknown;
  return typeof value === 'string' ? value.trim().slice(0, longest) : '';
};

function person(property: ICAL.Property): { name: string; address: string } | undefined {
  const value = String(property.getFirstValue());
  const address = /^mailto:(.+)$/i.exec(value)?.[1]?.trim();
  const name = property.getParameter('cn');
  if (!address?.includes('@') || address.length > 320) return undefined;
  return { address, name: typeof name === 'string' ? name.replace(/\p{Cc}+/gu, ' ').slice(0, 200) : '' };
}

function attendeesOf(event: ICAL.Component, lost: Set<string>): Attendee[] {
  const all = event.getAllProperties('attendee');
  if (all.length > MOST_ATTENDEES) lost.add(`all but ${MOST_ATTENDEES} of its ${all.length} people`);
  const known = all.slice(0, MOST_ATTENDEES).flatMap((property): Attendee[] => {
    const who = person(property);
    if (!who) return [];
    const parameter = (name: string) => String(property.getParameter(name) ?? '').toUpperCase();
    return [
      {
        ...who,
        attendance: ATTENDANCE_IN[parameter('partstat')] ?? 'needs-action',
        role: ROLE_IN[parameter('role')] ?? 'required',
      },
    ];
  });
  // Some programs name one twice.
  return [...new Map(known.map((each) => [each.address.toLowerCase(), each])).values()];
}

function daysOf(
  event: ICAL.Component,
  name: 'rdate' | 'exdate',
  when: Pick<EventWhen, 'start' | 'zone'>,
  reading: Reading,
): string[] {
  const all = event
    .getAllProperties(name)
    .flatMap((property) =>
      (property.getValues() as unknown[]).flatMap((value) => told(property, value, reading) ?? []),
    );
  return [...new Set(all.map((each) => on(each, when, reading.mine)))].sort();
}

function ruleIn(event: ICAL.Component, lost: Set<string>): string | null {
  const rules = event.getAllProperties('rrule').map((property) => String(property.getFirstValue()));
  if (rules.length > 1) lost.add('all its rules but the first');
  if (!rules[0]) return null;
  readRule(rules[0]);
  return rules[0].toUpperCase();
}

const NOT_KEPT: readonly [name: string, words: string][] = [
  ['exrule', 'a rule that takes days out'],
  ['attach', 'what is attached to it'],
];

function readOne(
  event: ICAL.Component,
  reading: Reading,
  now: number,
): Omit<ReadEntry, 'occurrence'> | undefined {
  const { lost } = reading;
  const start = first(event, 'dtstart', reading);
  if (!start) return undefined;
  const base = { start: shorten(start.time), zone: start.zone };
  const rrule = ruleIn(event, lost);
  const when: EventWhen = {
    ...base,
    end: endOf(event, start, reading),
    rrule,
    rdate: daysOf(event, 'rdate', base, reading),
    exdate: daysOf(event, 'exdate', base, reading),
  };
  for (const [name, words] of NOT_KEPT) if (event.getFirstProperty(name)) lost.add(words);
  if (event.getFirstSubcomponent('valarm')) lost.add('its alarms');
  const stamp = event.getFirstPropertyValue('dtstamp') as unknown;
  const sequence = Number(event.getFirstPropertyValue('sequence') ?? 0);
  const organizer = event.getFirstProperty('organizer');
  return {
    uid: text(event, 'uid', 500),
    when,
    summary: text(event, 'summary', LONGEST.summary).replace(/\s+/g, ' '),
    description: text(event, 'description', LONGEST.description),
    location: text(event, 'location', LONGEST.location).replace(/\s+/g, ' '),
    transparent: text(event, 'transp', 20).toUpperCase() === 'TRANSPARENT',
    status: STATUS[text(event, 'status', 20).toUpperCase()] ?? 'confirmed',
    sequence: Number.isSafeInteger(sequence) && sequence > 0 ? sequence : 0,
    stamp: stamp instanceof ICAL.Time && !stamp.isDate ? toInstant(written(stamp), 'UTC').at : now,
    organizer: (organizer && person(organizer)) ?? null,
    attendees: attendeesOf(event, lost),
    lost: [...lost],
  };
}

/** The parsed calendars of a text. Several may stand in one, one after another. @throws EventFileError */
function calendarsIn(source: string): ICAL.Component[] {
  let roots: unknown[];
  try {
    roots = ICAL.parse(source) as unknown[];
  } catch {
    throw new EventFileError(NO_CALENDAR);
  }
  const all = (Array.isArray(roots[0]) ? roots : [roots]) as unknown[][];
  if (all.some(([name]) => name !== 'vcalendar')) throw new EventFileError(NO_CALENDAR);
  if (!all.every(zonesArePlain)) throw new EventFileError('Its time zones have rules that no clock has.');
  return all.map((each) => new ICAL.Component(each));
}

interface Found {
  calendar: ICAL.Component;
  event: ICAL.Component;
}

const eventsIn = (calendar: ICAL.Component): Found[] =>
  calendar.getAllSubcomponents('vevent').map((event) => ({ calendar, event }));

/** One event that a parser does not take must not take all others with it: each is read by itself. */
function oneByOne(source: string, unread: string[]): { calendars: ICAL.Component[]; found: Found[] } {
  const [head = '', ...rest] = source.split(/^BEGIN:VEVENT[ \t]*\r?$/im);
  assertFew(rest.length);
  const parts = rest.map((each) => each.split(/^END:VEVENT[ \t]*\r?$/im));
  const around = [head, ...parts.map(([, after = '']) => after)].join('');
  const calendars = calendarsIn(around.trim());
  const zones = new Map(
    calendars
      .flatMap((each) => each.getAllSubcomponents('vtimezone'))
      .map((each) => [String(each.getFirstPropertyValue('tzid')), each]),
  );
  const shell = new ICAL.Component('vcalendar');
  for (const zone of zones.values()) shell.addSubcomponent(zone);
  const found = parts.flatMap(([body = ''], index): Found[] => {
    try {
      const whole = `BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n${body.trim()}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
      return eventsIn(calendarsIn(whole)[0]!).map(({ event }) => ({ calendar: shell, event }));
    } catch (error) {
      if (!(error instanceof EventFileError)) throw error;
      const name = /^SUMMARY[^:\r\n]{0,200}:(.{0,80})/im.exec(body)?.[1]?.trim() || `event ${index + 1}`;
      unread.push(`“${name}” is not written as events are.`);
      return [];
    }
  });
  return { calendars, found };
}

function foundIn(source: string, unread: string[]): { calendars: ICAL.Component[]; found: Found[] } {
  if (source === '') throw new EventFileError('This file is empty.');
  try {
    const calendars = calendarsIn(source);
    return { calendars, found: calendars.flatMap(eventsIn) };
  } catch (error) {
    if (error instanceof EventFileError && error.message === NO_CALENDAR && /^BEGIN:VEVENT/im.test(source))
      return oneByOne(source, unread);
    throw error;
  }
}

/**
 * The events of a calendar file. What cannot be read of it is said, and the rest is taken.
 * @param mine IANA zone of times that name none; @param now epoch ms, for what does not say when it was written
 * @throws EventFileError in words
 */
export function readEventFile(source: string, mine: string, now: number): ReadEvents {
  const unread: string[] = [];
  const { calendars, found } = foundIn(source.trim(), unread);
  assertFew(found.length);
  const zones = new Map<string, string | undefined>();
  const read = found.flatMap(({ calendar, event }, index) => {
    const begins = event.getFirstPropertyValue('dtstart') as unknown;
    const year = begins instanceof ICAL.Time ? begins.year : 2026;
    const zoneOf: ZoneOf = (tzid) => {
      if (!zones.has(tzid)) {
        const described = calendar
          .getAllSubcomponents('vtimezone')
          .find((each) => each.getFirstPropertyValue('tzid') === tzid);
        zones.set(tzid, zoneOfTzid(tzid, described, year, mine));
      }
      return zones.get(tzid);
    };
    const reading: Reading = { zoneOf, mine, lost: new Set() };
    const called = () => `“${text(event, 'summary', 80) || text(event, 'uid', 80) || `event ${index + 1}`}”`;
    try {
      if (!hasRealTimes(event)) {
        unread.push(`${called()} is on a day or at a time that there is not.`);
        return [];
      }
      const entry = readOne(event, reading, now);
      if (!entry) {
        unread.push(`${called()} has no start that could be read.`);
        return [];
      }
      const uid = entry.uid || `without-uid-${index}@import`;
      return [{ ...entry, uid, instead: first(event, 'recurrence-id', reading) }];
    } catch (error) {
      if (!(error instanceof RuleError)) throw error;
      unread.push(`${called()}: ${error.message}`);
      return [];
    }
  });
  const masters = new Map(read.flatMap((each) => (each.instead ? [] : [[each.uid, each.when]])));
  const events = read.map(({ instead, ...entry }): ReadEntry => {
    if (!instead) return { ...entry, occurrence: '' };
    const local = on(instead, masters.get(entry.uid) ?? entry.when, mine);
    const occurrence =
      local.length === 10 ? `${local}T00:00:00` : local.length === 16 ? `${local}:00` : local;
    // What stands for one does not recur itself.
    return { ...entry, occurrence, when: { ...entry.when, rrule: null, rdate: [], exdate: [] } };
  });
  const words = (name: string) => {
    const value = calendars[0]!.getFirstPropertyValue(name) as unknown;
    return typeof value === 'string' ? value.trim() : '';
  };
  return {
    method: words('method').toUpperCase() || null,
    name: words('x-wr-calname').slice(0, 200),
    events,
    unread,
  };
}
