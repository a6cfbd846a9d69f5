/** Series, and departures, as VEVENT (RFC 5545 §3.6.1): out for any calendar program, and series in. */
import ICAL from 'ical.js';
import { aroundMoments } from '../plan/kinds/series/around';
import { EACH, type SeriesPlan } from '../plan/kinds/series/plan';
import { untilOn } from '../recurrence/occurrences';
import { readRule, RuleError } from '../recurrence/rule';
import { seriesOccurrences } from '../recurrence/series';
import { toInstant, toLocal } from '../time/wallClock';
import { canonicalZone } from '../time/zones';
import { assertFew } from './few';
import { hasRealTimes } from './realTimes';
import { zonesArePlain } from './zoneRules';
import { zoneComponent } from './zoneComponent';

export interface SeriesEntry {
  uid: string;
  name: string;
  text: string;
  readers: readonly { name: string; address: string }[];
  plan: SeriesPlan;
  /** Whether somebody works on a day, for one that moves off days off; and until when that is known, `2028-12-31`. */
  isWorking: (date: string) => boolean;
}

/** One that was read, and what of it is not kept, in words. */
export interface ReadSeries {
  name: string;
  text: string;
  readers: { name: string; address: string }[];
  plan: SeriesPlan;
  lost: string[];
}

/** A file without series. `message` is fit to show. */
export class SeriesFileError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'SeriesFileError';
  }
}

const YEAR_MS = 366 * 86_400_000;
/** Times in a zone are right for so long on both sides; no calendar program asks further. */
const ZONES_YEARS = 12;
/** What moves off days off is no rule that calendars know: it is written day by day, for so long. */
const SHIFTED_YEARS = 2;
const MOST_DAYS = 1000;

const utc = (at: number) => ICAL.Time.fromJSDate(new Date(at), true);
const localTime = (local: string) =>
  ICAL.Time.fromDateTimeString(local.length === 16 ? `${local}:00` : local);

function calendarOf(): ICAL.Component {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Oak Lantern//Departures//EN');
  return calendar;
}

/** The library escapes the ends of lines, if they are LF (RFC 5545 §3.3.11). */
const plain = (text: string) => text.replace(/\r\n?/g, '\n');

/** A time on the clock of a zone; floating where it is each reader's own (RFC 5545 §3.3.5). */
function timed(name: string, local: string, zone: string): ICAL.Property {
  const property = new ICAL.Property(name);
  if (zone !== EACH) property.setParameter('tzid', zone);
  property.setValue(localTime(local));
  return property;
}

/** As clocks show it there: a time that they skip is another, and programs do not agree which (RFC 5545 §3.3.5). */
const shown = (local: string, zone: string): string =>
  zone === EACH ? local : toLocal(toInstant(local, zone).at, zone);

/** UNTIL is in UTC where the start has a zone, and floating where it has none (RFC 5545 §3.3.10). */
function ruleOut(rrule: string, zone: string): string {
  const rule = readRule(rrule);
  const until = untilOn(rule, zone === EACH ? 'UTC' : zone);
  if (until === undefined) return rrule;
  const compact = (local: string) => local.replace(/[-:]/g, '');
  const end =
    zone === EACH
      ? compact(until)
      : `${compact(new Date(toInstant(until, zone).at).toISOString().slice(0, 19))}Z`;
  return rrule.replace(/UNTIL=[^;]+/i, `UNTIL=${end}`);
}

function eventOf(entry: SeriesEntry, now: number): ICAL.Component | undefined {
  const { plan, isWorking } = entry;
  const { zone, rrule, rdate = [], exdate = [], shift = 'none' } = plan;
  const on = zone === EACH ? 'UTC' : zone;
  const event = new ICAL.Component('vevent');
  event.addPropertyWithValue('uid', entry.uid);
  event.addPropertyWithValue('dtstamp', utc(now));
  event.addPropertyWithValue('summary', plain(entry.name || '(no subject)'));
  if (entry.text) event.addPropertyWithValue('description', plain(entry.text));
  for (const { name, address } of entry.readers) {
    const attendee = new ICAL.Property('attendee');
    if (name) attendee.setParameter('cn', name);
    attendee.setValue(`mailto:${address}`);
    event.addProperty(attendee);
  }
  event.addPropertyWithValue('duration', ICAL.Duration.fromSeconds(0));
  // What goes with an event, too: so long before it is another rule, or none.
  if (shift !== 'none' || plan.around) {
    const end = new Date(Math.max(now, Date.parse(`${plan.start}Z`)) + SHIFTED_YEARS * YEAR_MS).toISOString();
    const days: string[] = [];
    for (const local of plan.around ? aroundLocals(plan) : locals(plan, on, isWorking)) {
      if (local > end || days.length >= MOST_DAYS) break;
      days.push(local);
    }
    const [first, ...more] = days;
    if (!first) return undefined;
    event.addProperty(timed('dtstart', first, zone));
    for (const day of [first, ...more]) event.addProperty(timed('rdate', day, zone));
    return event;
  }
  // DTSTART is always one of them (RFC 5545 §3.8.5.3): the first that the rule has.
  const first = seriesOccurrences({ start: plan.start, rrule }, on).next();
  if (first.done) return undefined;
  event.addProperty(timed('dtstart', shown(first.value.local, zone), zone));
  // Some programs take the start of what has no rule for none of it (RFC 5545 §3.8.5.2 has it once, however often it is said).
  if (!rrule) event.addProperty(timed('rdate', shown(first.value.local, zone), zone));
  if (rrule) event.addPropertyWithValue('rrule', ICAL.Recur.fromString(ruleOut(rrule, zone)));
  for (const day of rdate) event.addProperty(timed('rdate', shown(day, zone), zone));
  for (const day of exdate) event.addProperty(timed('exdate', day, zone));
  return event;
}

function* aroundLocals(plan: SeriesPlan): Generator<string> {
  for (const { at } of aroundMoments(plan, {})) yield toLocal(at, plan.zone);
}

function* locals(plan: SeriesPlan, on: string, isWorking: SeriesEntry['isWorking']): Generator<string> {
  for (const { local } of seriesOccurrences(plan, on, undefined, isWorking)) yield local;
}

/** One calendar with all of them, and the zones they are in. */
export function writeSeriesFile(entries: readonly SeriesEntry[], now: number): string {
  const calendar = calendarOf();
  const zones = new Set(entries.map(({ plan }) => plan.zone).filter((zone) => zone !== EACH));
  const starts = entries.map(({ plan }) => Date.parse(`${plan.start}Z`));
  const from = Math.min(now, ...starts) - YEAR_MS;
  for (const zone of zones)
    calendar.addSubcomponent(zoneComponent(zone, from, Math.max(now, ...starts) + ZONES_YEARS * YEAR_MS));
  for (const entry of entries) {
    const event = eventOf(entry, now);
    if (event) calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}

/** A departure as it stands in a calendar. */
export interface DepartureEntry {
  id: string;
  /** Epoch ms. */
  at: number;
  subject: string;
  to: string;
}

/** What leaves, each at its instant, in UTC. */
export function writeDepartureFile(departures: readonly DepartureEntry[], now: number): string {
  const calendar = calendarOf();
  for (const { id, at, subject, to } of departures) {
    const event = new ICAL.Component('vevent');
    event.addPropertyWithValue('uid', `${id}@oak-lantern`);
    event.addPropertyWithValue('dtstamp', utc(now));
    event.addPropertyWithValue('dtstart', utc(at));
    event.addPropertyWithValue('duration', ICAL.Duration.fromSeconds(0));
    event.addPropertyWithValue('summary', plain(`Leaves: ${subject || '(no subject)'}, to ${to}`));
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}

/** Where it counts, and its times there. */
function clockOf(property: ICAL.Property, mine: string): { zone: string; lost?: string } {
  const value = property.getFirstValue() as unknown;
  const tzid = property.getParameter('tzid');
  if (value instanceof ICAL.Time && value.zone === ICAL.Timezone.utcTimezone) return { zone: 'UTC' };
  if (typeof tzid !== 'string') return { zone: mine };
  try {
    return { zone: canonicalZone(tzid) };
  } catch {
    return { zone: mine, lost: `its time zone “${tzid}”, which is not known` };
  }
}

const localOf = (value: unknown): string | undefined => {
  if (!(value instanceof ICAL.Time)) return undefined;
  const two = (n: number) => String(n).padStart(2, '0');
  const date = `${String(value.year).padStart(4, '0')}-${two(value.month)}-${two(value.day)}`;
  // A whole day has no time to leave at: the beginning of office hours is taken.
  return value.isDate ? `${date}T09:00` : `${date}T${two(value.hour)}:${two(value.minute)}`;
};

const days = (event: ICAL.Component, name: string): string[] =>
  event
    .getAllProperties(name)
    .flatMap((property) => property.getValues() as unknown[])
    .flatMap((value) => localOf(value) ?? []);

function readEvent(event: ICAL.Component, mine: string): ReadSeries | undefined {
  const begins = event.getFirstProperty('dtstart');
  const start = begins && localOf(begins.getFirstValue());
  if (!begins || !start) return undefined;
  const rules = event.getAllProperties('rrule').map((property) => String(property.getFirstValue()));
  const rdate = days(event, 'rdate');
  if (rules.length === 0 && rdate.length === 0) return undefined;
  const { zone, lost } = clockOf(begins, mine);
  const plan: SeriesPlan = { kind: 'series', start, zone };
  const said = lost ? [lost] : [];
  if (rules[0]) plan.rrule = rules[0];
  if (rules.length > 1) said.push('all its rules but the first');
  if (rdate.length > 0) plan.rdate = rdate;
  const exdate = days(event, 'exdate');
  if (exdate.length > 0) plan.exdate = exdate;
  const words = (name: string) => {
    const value = event.getFirstPropertyValue(name) as unknown;
    return typeof value === 'string' ? value : '';
  };
  const readers = event.getAllProperties('attendee').flatMap((property) => {
    const address = /^mailto:(.+)$/i.exec(String(property.getFirstValue()))?.[1];
    const name = property.getParameter('cn');
    return address ? [{ name: typeof name === 'string' ? name : '', address }] : [];
  });
  return { name: words('summary'), text: words('description'), readers, plan, lost: said };
}

/**
 * The series of a calendar file; what happens once is no series.
 * @param mine the zone of times that name none
 * @throws SeriesFileError in words
 */
export function readSeriesFile(text: string, mine: string): ReadSeries[] {
  let calendar: ICAL.Component;
  try {
    const parsed: unknown = ICAL.parse(text);
    if (!zonesArePlain(parsed)) throw new SeriesFileError('Its time zones have rules that no clock has.');
    calendar = new ICAL.Component(parsed as unknown[]);
  } catch (error) {
    if (error instanceof SeriesFileError) throw error;
    throw new SeriesFileError('This is no iCalendar file.');
  }
  const events = calendar.getAllSubcomponents('vevent');
  assertFew(events.length);
  const odd = events.find((event) => !hasRealTimes(event));
  if (odd)
    throw new SeriesFileError(
      `“${String(odd.getFirstPropertyValue('summary') ?? '')}” is on a day or at a time that there is not.`,
    );
  const read = events.flatMap((event) => readEvent(event, mine) ?? []);
  if (read.length === 0) throw new SeriesFileError('Nothing in this file repeats.');
  for (const { plan, name } of read) {
    try {
      if (plan.rrule) readRule(plan.rrule);
    } catch (error) {
      if (error instanceof RuleError) throw new SeriesFileError(`“${name}”: ${error.message}`);
      throw error;
    }
  }
  return read;
}
