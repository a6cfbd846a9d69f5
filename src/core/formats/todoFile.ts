/** To-dos as VTODO with VALARM (RFC 5545 §3.6.2, §3.6.6), both ways. */
import ICAL from 'ical.js';
import type { TodoMoment, TodoTimes } from '../todo/todo';
import { assertFew } from './few';
import { hasRealTimes } from './realTimes';
import { zonesArePlain } from './zoneRules';
import { isLocal, toInstant, toLocal } from '../time/wallClock';
import { canonicalZone } from '../time/zones';

/** A to-do as it goes into a file or comes out of one. */
export interface TodoEntry extends TodoTimes {
  uid: string;
  what: string;
  note: string;
  sound: boolean;
  state: 'open' | 'done' | 'dropped';
  /** Epoch ms. */
  doneAt: number | null;
  createdAt: number;
  /** The rule by which others have it repeat (RFC 5545 §3.3.10): here it is one, and the rule goes out again with it. */
  rrule: string | null;
  /** Message-ID of the message it is about, with angle brackets. */
  about: string | null;
  /** What that message is called, and who wrote it or was written to; empty where it is about none. */
  subject: string;
  who: string;
}

/** One that was read, and what the file says of it that is not kept, in words. */
export interface ReadTodo {
  todo: Omit<TodoEntry, 'subject' | 'who'>;
  lost: string[];
}

/** A file without to-dos. `message` is fit to show. */
export class TodoFileError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'TodoFileError';
  }
}

const STATUS = { open: 'NEEDS-ACTION', done: 'COMPLETED', dropped: 'CANCELLED' } as const;

const utc = (at: number) => ICAL.Time.fromJSDate(new Date(at), true);

/** When a day begins that is to be written as a time, and when it ends. */
const DAY_BEGINS = '00:00';
const DAY_ENDS = '23:59';

/** A time is written in UTC, which needs no zone to be described. */
const icalInstant = ({ date, zone }: TodoMoment, time: string) => utc(toInstant(`${date}T${time}`, zone).at);

/**
 * What start and due are written as: days, or, since both have to be of one kind (RFC 5545 §3.8.2.3), times as soon as
 * one of them is. A day is then said beside its time, so that it comes back as one.
 */
function icalMoments({
  start,
  due,
}: Pick<TodoTimes, 'start' | 'due'>): [name: string, value: ICAL.Time | string][] {
  const timed = Boolean(start?.time ?? due?.time);
  const each = (name: string, moment: TodoMoment | null, whole: string): [string, ICAL.Time | string][] => {
    if (!moment) return [];
    if (!timed) return [[name, ICAL.Time.fromDateString(moment.date)]];
    const value: [string, ICAL.Time] = [name, icalInstant(moment, moment.time ?? whole)];
    // The instant is the same everywhere; whose wall clock it was meant by is said beside it.
    const zone: [string, string] = [`x-oak-${name}-zone`, moment.zone];
    return moment.time ? [value, zone] : [value, zone, [`x-oak-${name}-day`, moment.date]];
  };
  return [...each('dtstart', start, DAY_BEGINS), ...each('due', due, DAY_ENDS)];
}

/** “answer: Loan papers, Bela Sousa”: who finds it in a calendar sees what it is about, and about whom. */
const summaryOf = ({ what, subject, who }: TodoEntry): string =>
  subject || who ? `${what}: ${[subject, who].filter(Boolean).join(', ')}` : what;

/** One calendar with all of them. */
export function writeTodoFile(todos: readonly TodoEntry[], now: number): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Oak Lantern//To-dos//EN');
  for (const todo of todos) {
    const entry = new ICAL.Component('vtodo');
    // The library escapes the ends of lines, if they are LF (RFC 5545 §3.3.11).
    const put = (name: string, value: unknown) =>
      entry.addPropertyWithValue(name, typeof value === 'string' ? value.replace(/\r\n?/g, '\n') : value);
    put('uid', todo.uid);
    put('dtstamp', utc(now));
    put('created', utc(todo.createdAt));
    const summary = summaryOf(todo);
    put('summary', summary);
    if (summary !== todo.what) put('x-oak-what', todo.what);
    if (todo.note) put('description', todo.note);
    for (const [name, value] of icalMoments(todo)) put(name, value);
    // A rule counts from the start (RFC 5545 §3.8.5.3).
    if (todo.rrule && todo.start) put('rrule', ICAL.Recur.fromString(todo.rrule));
    put('status', STATUS[todo.state]);
    if (todo.doneAt !== null) put('completed', utc(todo.doneAt));
    // A message by its id (RFC 2392 `mid:`).
    if (todo.about) put('url', `mid:${encodeURIComponent(todo.about.replace(/^<|>$/g, ''))}`);
    if (todo.remindAt !== null) {
      const alarm = new ICAL.Component('valarm');
      alarm.addPropertyWithValue('action', todo.sound ? 'AUDIO' : 'DISPLAY');
      if (!todo.sound) alarm.addPropertyWithValue('description', todo.what.replace(/[\r\n]+/g, ' '));
      const trigger = new ICAL.Property('trigger');
      // Its kind is said by the library, once (RFC 5545 §3.8.6.3).
      trigger.resetType('date-time');
      trigger.setValue(utc(todo.remindAt));
      alarm.addProperty(trigger);
      entry.addSubcomponent(alarm);
    }
    calendar.addSubcomponent(entry);
  }
  return `${calendar.toString()}\r\n`;
}

function momentFrom(value: unknown, zone: string): TodoMoment | null {
  if (!(value instanceof ICAL.Time)) return null;
  if (value.isDate) return { date: value.toString().slice(0, 10), time: null, zone };
  // A floating time is mine; one in a zone the file describes is an instant (RFC 5545 §3.3.5).
  const floating = value.zone === ICAL.Timezone.localTimezone;
  const local = floating ? value.toString() : toLocal(value.toJSDate().getTime(), zone);
  return { date: local.slice(0, 10), time: local.slice(11, 16), zone };
}

function remindAt(entry: ICAL.Component, times: Omit<TodoTimes, 'remindAt'>): number | null {
  const alarm = entry.getFirstSubcomponent('valarm');
  const property = alarm?.getFirstProperty('trigger');
  const trigger = property?.getFirstValue() as unknown;
  if (trigger instanceof ICAL.Time) return trigger.toJSDate().getTime();
  if (!(trigger instanceof ICAL.Duration)) return null;
  // Relative to the start, or with RELATED=END to what is due (RFC 5545 §3.8.6.3).
  const related = String(property?.getParameter('related') ?? 'START').toUpperCase();
  const anchor = related === 'END' ? times.due : (times.start ?? times.due);
  if (!anchor) return null;
  return toInstant(`${anchor.date}T${anchor.time ?? '00:00'}`, anchor.zone).at + trigger.toSeconds() * 1000;
}

/** Some write ids as they are; then a per cent sign is one. */
function decoded(id: string): string {
  try {
    return decodeURIComponent(id);
  } catch {
    return id;
  }
}

/** What a to-do here cannot hold, by the property it stands in (RFC 5545 §3.6.2). */
const LOST: Record<string, string> = {
  rrule: 'that it repeats here',
  rdate: 'that it repeats',
  attendee: 'who takes part',
  organizer: 'who asked',
  location: 'where',
  priority: 'its priority',
  attach: 'what is attached',
  'percent-complete': 'how far it is',
  duration: 'how long it takes',
};

function lostOf(entry: ICAL.Component): string[] {
  const words = Object.entries(LOST).flatMap(([name, said]) => (entry.getFirstProperty(name) ? said : []));
  const alarms = entry.getAllSubcomponents('valarm').length;
  return [...new Set([...words, ...(alarms > 1 ? ['all reminders but the first'] : [])])];
}

/** A zone the machine knows, else the one given. */
function zoneOr(named: string, usual: string): string {
  try {
    return named ? canonicalZone(named) : usual;
  } catch {
    return usual;
  }
}

/** Longer ones are no rules. */
const LONGEST_RULE = 1000;

/** What is to be done, without what it is about; where the summary was changed since, all of that. */
function whatOf(summary: string, what: string): string {
  const own = what && (summary === what || summary.startsWith(`${what}: `)) ? what : summary;
  return own.trim() || 'check';
}

function readEntry(entry: ICAL.Component, zone: string, now: number): ReadTodo['todo'] {
  if (![entry, ...entry.getAllSubcomponents('valarm')].every(hasRealTimes))
    throw new RangeError('It is on a day or at a time that there is not.');
  const text = (name: string) => {
    const value = entry.getFirstPropertyValue(name) as unknown;
    return typeof value === 'string' ? value : '';
  };
  const time = (name: string) => {
    const day = text(`x-oak-${name}-day`);
    const theirs = zoneOr(text(`x-oak-${name}-zone`), zone);
    if (isLocal(`${day}T00:00`)) return { date: day, time: null, zone: theirs };
    return momentFrom(entry.getFirstPropertyValue(name), theirs);
  };
  const instant = (name: string) => {
    const value = entry.getFirstPropertyValue(name) as unknown;
    return value instanceof ICAL.Time ? value.toJSDate().getTime() : null;
  };
  const [start, due] = [time('dtstart'), time('due')];
  const status = text('status').toUpperCase();
  const action = entry.getFirstSubcomponent('valarm')?.getFirstPropertyValue('action') as unknown;
  const about = /^mid:(.+)$/i.exec(text('url'))?.[1];
  return {
    uid: text('uid'),
    what: whatOf(text('summary'), text('x-oak-what')),
    note: text('description'),
    start,
    due,
    remindAt: remindAt(entry, { start, due }),
    sound: String(action).toUpperCase() === 'AUDIO',
    state: status === 'COMPLETED' ? 'done' : status === 'CANCELLED' ? 'dropped' : 'open',
    doneAt: instant('completed'),
    createdAt: instant('created') ?? now,
    rrule: entry.getFirstPropertyValue('rrule')?.toString().slice(0, LONGEST_RULE) || null,
    about: about ? `<${decoded(about)}>` : null,
  };
}

/** How a person finds the to-do that is meant. */
function nameOf(entry: ICAL.Component, index: number): string {
  try {
    return `To-do ${index + 1}, “${String(entry.getFirstPropertyValue('summary') ?? '').slice(0, 80)}”,`;
  } catch {
    return `To-do ${index + 1}`;
  }
}

/**
 * @param zone mine, for times that name none
 * @throws TodoFileError
 */
export function readTodoFile(text: string, zone: string, now: number): ReadTodo[] {
  let calendars: ICAL.Component[];
  let plain: boolean;
  try {
    const parsed = ICAL.parse(text) as unknown[];
    const list = typeof parsed[0] === 'string' ? [parsed] : parsed;
    plain = list.every(zonesArePlain);
    calendars = list.map((each) => new ICAL.Component(each as never));
  } catch {
    throw new TodoFileError('This is not an iCalendar file.');
  }
  if (!plain) throw new TodoFileError('The file describes a time zone whose clocks change as no clocks do.');
  const entries = calendars.flatMap((calendar) => calendar.getAllSubcomponents('vtodo'));
  if (entries.length === 0) throw new TodoFileError('The file holds no to-dos.');
  assertFew(entries.length);
  return entries.map((entry, index) => {
    try {
      return { todo: readEntry(entry, zone, now), lost: lostOf(entry) };
    } catch {
      throw new TodoFileError(
        `${nameOf(entry, index)} holds a date, a time or an alarm that cannot be: nothing of the file was taken in.`,
      );
    }
  });
}
