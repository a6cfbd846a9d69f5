/** The times a message speaks of, on both clocks, with what I have then. */
import { languageOf } from '#core/checks/language';
import { acceptingWords } from '#core/found/accepting';
import { findTimes, type FoundTime } from '#core/found/find';
import { fixedZone } from '#core/found/fixedZone';
import { dayStrip, type StripPart } from '#core/moment/strip';
import type { Person } from '#core/people/person';
import { baseSubject } from '#core/reply/threading';
import { dayPart, dayPartWords, defaultWorking } from '#core/time/dayParts';
import { toInstant, toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { findMessage, type Message } from '#store/messages';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { meAsPerson, placedReaders, readersAt, workingIn } from '../people/readers';
import { isBusy } from './eventPhrases';
import { listEvents, type EventView } from './eventView';

/** What I have in the calendar then. Moments are epoch ms. */
export type MetEvent = Pick<EventView, 'id' | 'occurrence' | 'summary' | 'at' | 'until'>;

export interface FoundView extends Pick<FoundTime, 'words' | 'start' | 'zone' | 'unclear'> {
  /** In the form of an event: an hour after its start where nothing is said of it. */
  end: string;
  /** Epoch ms. */
  at: number;
  until: number;
  saysEnd: boolean;
  wholeDay: boolean;
  /** “Thu 26 Nov 01:00–02:00”, on my clock, and on theirs. */
  here: string;
  there: string;
  /** “free”, “during “Loans committee””, “free, but 23:00 for you, at night”. */
  verdict: string;
  /** Nothing speaks against it. */
  good: boolean;
  /** Already in the calendar, at exactly this time. */
  event: Pick<EventView, 'id' | 'occurrence' | 'summary'> | null;
  meets: MetEvent[];
  /** What an answer says that takes it up. */
  yes: string;
  /** What the bands are drawn over, and the parts of both days in it. */
  from: number;
  to: number;
  mine: StripPart[];
  theirs: StripPart[];
}

export interface FoundTimes {
  /** Whose clock it is read on. */
  name: string;
  place: string;
  zone: string;
  /** How that is known, where it is not their place; a sentence. */
  assumed: string | null;
  /** An event of it is called so. */
  summary: string;
  times: FoundView[];
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** So many hours are drawn before it. */
const BEFORE = 9 * HOUR;

interface Writer extends Person {
  assumed: string | null;
}

/** Where the writer is: as a correspondent, else by the offset the message was written with, else where I am. */
function writerOf(desk: Desk, message: Message): Writer {
  const { db } = desk.store;
  const name = message.fromName || message.fromAddress;
  const [known] = placedReaders(
    readersAt(desk, db, [{ name: message.fromName, address: message.fromAddress }]),
  );
  if (known) return { ...known, name: known.name ?? name, assumed: null };
  const offset = message.writtenOffset;
  const zone = offset === null ? undefined : fixedZone(offset);
  const first = name.split(' ')[0]!;
  if (zone === undefined) {
    const me = meAsPerson(desk);
    return { ...me, name, assumed: `Where ${first} is, is not known: read on your clock.` };
  }
  const assumed = `Where ${first} is, is not known: read on the clock the message was written by.`;
  return { name, zone, place: clockName(zone), working: workingIn(db, zone, desk.now()), assumed };
}

/** Of a zone that is only an offset there is no city. */
const clockName = (zone: string) =>
  zone.startsWith('Etc/GMT') ? `UTC${zone[7] === '-' ? '+' : '−'}${zone.slice(8)}` : zoneCity(zone);

/** What of my day speaks against it; empty where nothing does. */
function against(at: number, me: Person, hourCycle: 12 | 24): string {
  const local = toLocal(at, me.zone);
  const part = dayPart(local, me.working);
  if (part === 'working') return '';
  return `${timeWords(local, hourCycle)} for you, ${dayPartWords(local, me.working)}`;
}

function verdictOf(
  found: Pick<FoundView, 'at' | 'until' | 'wholeDay' | 'meets' | 'event'>,
  me: Person,
  now: number,
  hourCycle: 12 | 24,
): Pick<FoundView, 'verdict' | 'good'> {
  const { at, until, wholeDay, meets, event } = found;
  if (until <= now) return { verdict: 'over', good: false };
  const day = toLocal(at, me.zone);
  const part = dayPart(`${day.slice(0, 10)}T12:00`, me.working);
  if (event) return { verdict: `in your calendar: “${event.summary}”`, good: true };
  const named = meets.map(({ summary }) => `“${summary}”`).join(' and ');
  if (wholeDay) {
    const off =
      part === 'working' || part === 'waking' ? '' : dayPartWords(`${day.slice(0, 10)}T12:00`, me.working);
    const busy = meets.length > 0 ? `${named} that day` : '';
    return {
      verdict: [busy, off].filter(Boolean).join(', ') || 'nothing in your calendar that day',
      good: !busy && !off,
    };
  }
  const odd = against(at, me, hourCycle);
  if (meets.length > 0) return { verdict: [`during ${named}`, odd].filter(Boolean).join(', '), good: false };
  return odd ? { verdict: `free, but ${odd}`, good: false } : { verdict: 'free', good: true };
}

/** @returns empty for what I wrote, and where nothing is found */
export function foundTimes(desk: Desk, messageId: string): FoundTimes {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const me = meAsPerson(desk);
  const writer = writerOf(desk, message);
  const { hourCycle } = desk.settings();
  const now = desk.now();
  const writtenAt = Math.min(message.writtenAt ?? message.at, message.at);
  const found =
    message.direction === 'in'
      ? findTimes(message.text, { at: writtenAt, writer: writer.zone, reader: me.zone })
      : [];
  const language = languageOf(message.text) ?? 'en';
  const today = toLocal(now, me.zone);
  const instant = (time: string, zone: string) =>
    toInstant(time.length === 10 ? `${time}T00:00` : time, zone).at;
  const times = found.map((each): FoundView => {
    const wholeDay = each.start.length === 10;
    const at = instant(each.start, each.zone);
    const until = each.end === null ? at + HOUR : instant(each.end, each.zone);
    const near = listEvents(desk, at, Math.max(until, at + 1)).filter(({ wholeDays }) => !wholeDays);
    const same = near.find((event) => event.at === at && (each.end === null || event.until === until));
    const event = same ? { id: same.id, occurrence: same.occurrence, summary: same.summary } : null;
    const meets = near.filter(isBusy).map(({ id, occurrence, summary, at: begins, until: ends }) => ({
      id,
      occurrence,
      summary,
      at: begins,
      until: ends,
    }));
    const end = each.end ?? toLocal(until, each.zone).slice(0, 16);
    const from = Math.floor((wholeDay ? at : at - BEFORE) / HOUR) * HOUR;
    const to = from + DAY;
    const span = (zone: string) => {
      const [a, b] = [toLocal(at, zone), toLocal(until, zone)];
      if (each.end === null) return `${dayWords(a, today)} ${timeWords(a, hourCycle)}`;
      const last = a.slice(0, 10) === b.slice(0, 10) ? '' : `${dayWords(b, a)} `;
      return `${dayWords(a, today)} ${timeWords(a, hourCycle)}–${last}${timeWords(b, hourCycle)}`;
    };
    const day = dayWords(`${each.start.slice(0, 10)}T00:00`, today);
    const zone = each.zone === me.zone ? writer.zone : each.zone;
    const seen = { at, until, wholeDay, meets, event };
    return {
      words: each.words,
      start: each.start,
      end,
      zone: each.zone,
      unclear: each.unclear,
      saysEnd: each.end !== null,
      here: wholeDay ? day : span(me.zone),
      there: wholeDay ? day : `${span(zone)} in ${zone === writer.zone ? writer.place : clockName(zone)}`,
      ...seen,
      ...verdictOf(seen, me, now, hourCycle),
      yes: acceptingWords(at, writer.zone, me.zone, wholeDay, language),
      from,
      to,
      mine: dayStrip(me, from, to),
      theirs: dayStrip({ ...writer, working: writer.working ?? defaultWorking }, from, to),
    };
  });
  return {
    name: writer.name!,
    place: writer.place,
    zone: writer.zone,
    assumed: writer.assumed,
    summary: baseSubject(message.subject) || writer.name!,
    times,
  };
}
