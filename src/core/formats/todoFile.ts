/** To-dos as VTODO with VALARM (RFC 5545 §3.6.2, §3.6.6), both ways. */
import ICAL from 'ical.js';
import type { TodoMoment, TodoTimes } from '../todo/todo';
import { assertFew } from './few';
import { zonesArePlain } from './zoneRules';
import { isLocal, toInstant, toLocal } from '../time/wallClock';

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
  /** Message-ID of the message it is about, with angle brackets. */
  about: string | null;
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
    return moment.time ? [value] : [value, [`x-oak-${name}-day`, moment.date]];
  };
  return [...each('dtstart', start, DAY_BEGINS), ...each('due', due, DAY_ENDS)];
}

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
    put('summary', todo.what);
    if (todo.note) put('description', todo.note);
    for (const [name, value] of icalMoments(todo)) put(name, value);
    put('status', STATUS[todo.state]);
    if (todo.doneAt !== null) put('completed', utc(todo.doneAt));
    // A message by its id (RFC 2392 `mid:`).
    if (todo.about) put('url', `mid:${encodeURIComponent(todo.about.replace(/^<|>$/g, ''))}`);
    if (todo.remindAt !== null) {
      const alarm = new ICAL.Component('valarm');
      alarm.addPropertyWithValue('action', todo.sound ? 'AUDIO' : 'DISPLAY');
      if (!todo.sound) alarm.addPropertyWithValue('description', todo.what.replace(/[\r\n]+/g, ' '));
      const trigger = new ICAL.Property('trigger');
      trigger.setParameter('value', 'DATE-TIME');
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
  realTime(value);
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
  if (trigger instanceof ICAL.Time) return realTime(trigger).toJSDate().getTime();
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

function readEntry(entry: ICAL.Component, zone: string, now: number): TodoEntry {
  const text = (name: string) => {
    const value = entry.getFirstPropertyValue(name) as unknown;
    return typeof value === 'string' ? value : '';
  };
  const time = (name: string) => {
    const day = text(`x-oak-${name}-day`);
    if (isLocal(`${day}T00:00`)) return { date: day, time: null, zone };
    return momentFrom(entry.getFirstPropertyValue(name), zone);
  };
  const instant = (name: string) => {
    const value = entry.getFirstPropertyValue(name) as unknown;
    return value instanceof ICAL.Time ? realTime(value).toJSDate().getTime() : null;
  };
  const [start, due] = [time('dtstart'), time('due')];
  const status = text('status').toUpperCase();
  const action = entry.getFirstSubcomponent('valarm')?.getFirstPropertyValue('action') as unknown;
  const about = /^mid:(.+)$/i.exec(text('url'))?.[1];
  return {
    uid: text('uid'),
    what: text('summary').trim() || 'check',
    note: text('description'),
    ...{ start, due, remindAt: remindAt(entry, { start, due }) },
    sound: String(action).toUpperCase() === 'AUDIO',
    state: status === 'COMPLETED' ? 'done' : status === 'CANCELLED' ? 'dropped' : 'open',
    doneAt: instant('completed'),
    createdAt: instant('created') ?? now,
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

/** @throws where it is none: the library reads what looks like a date as one */
function realTime(time: ICAL.Time): ICAL.Time {
  const { year, month, day, hour, minute, second } = time;
  const date = new Date(Date.UTC(year, month - 1, day));
  const real = date.getUTCMonth() === month - 1 && date.getUTCDate() === day && year > 0;
  if (!real || hour > 23 || minute > 59 || second > 60)
    throw new RangeError(`no such time: ${time.toString()}`);
  return time;
}

/**
 * @param zone mine, for times that name none
 * @throws TodoFileError
 */
export function readTodoFile(text: string, zone: string, now: number): TodoEntry[] {
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
      return readEntry(entry, zone, now);
    } catch {
      throw new TodoFileError(
        `${nameOf(entry, index)} holds a date, a time or an alarm that cannot be: nothing of the file was taken in.`,
      );
    }
  });
}
