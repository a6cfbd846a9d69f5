/** To-dos: what to do about a message by when, and what follows when one of their moments moves. */
import { Temporal } from 'temporal-polyfill';
import type { Person } from '../people/person';
import { ownParts } from '../text/ownParts';
import { datesIn } from '../text/namedDates';
import { dateOfDay, dayNumberOf } from '../time/dayNumber';
import { datesFrom, localAt, plusDays, workOn, type Working } from '../time/dayParts';
import { partMinute } from '../time/partOfDay';
import { toInstant, toLocal } from '../time/wallClock';
import { dayWords, momentWords, timeWords, type HourCycle } from '../time/words';

/** What is most often to be done; own words are as good. */
export const TODO_KINDS = ['answer', 'decide', 'check', 'pass on', 'call'] as const;

/** A day, or a time on it, in a zone. */
export interface TodoMoment {
  /** `2026-12-10` */
  date: string;
  /** `17:00`; null for the whole day. */
  time: string | null;
  /** IANA zone. */
  zone: string;
}

/** The moments of a to-do. */
export interface TodoTimes {
  start: TodoMoment | null;
  due: TodoMoment | null;
  /** Epoch ms. */
  remindAt: number | null;
}

/**
 * When it begins or is over, epoch ms: a day without a time begins with my work on it, and is over with it.
 * @param part of the day meant where no time is given
 */
export function todoInstant(moment: TodoMoment, part: 'start' | 'end', who: Working): number {
  const { date, time, zone } = moment;
  return toInstant(time ? `${date}T${time}` : localAt(date, partMinute(part, date, who)), zone).at;
}

const daysBetween = (from: TodoMoment, to: TodoMoment) =>
  Temporal.PlainDate.from(from.date).until(to.date, { largestUnit: 'day' }).days;

const laterBy = (moment: TodoMoment, days: number): TodoMoment => ({
  ...moment,
  date: plusDays(moment.date, days),
});

/** A to-do's times after one was changed, and what else moved because of that, in words. */
export interface Followed {
  times: TodoTimes;
  said: string[];
}

/**
 * What follows from a change: the due day keeps its distance from the start, the reminder its distance from the due
 * moment. What is itself given stays as given.
 */
export function followTimes(
  before: TodoTimes,
  given: Partial<TodoTimes>,
  context: { now: number; zone: string; who: Working; hourCycle?: HourCycle },
): Followed {
  const { now, zone, who, hourCycle } = context;
  const times: TodoTimes = { ...before, ...given };
  const said: string[] = [];
  if (given.start && before.start && before.due && given.due === undefined) {
    const days = daysBetween(before.start, given.start);
    if (days !== 0) {
      times.due = laterBy(before.due, days);
      said.push(`Due moves along, to ${momentOfTodo(times.due, hourCycle, toLocal(now, zone))}.`);
    }
  }
  if (times.due && before.due && before.remindAt !== null && given.remindAt === undefined) {
    const moved = todoInstant(times.due, 'end', who) - todoInstant(before.due, 'end', who);
    if (moved !== 0) {
      // By days on my calendar, so that it stays the same time of day across a change of the clocks.
      const days = daysBetween(before.due, times.due);
      const rest = moved - days * 86_400_000;
      const local = toLocal(before.remindAt, zone);
      const day = Temporal.PlainDateTime.from(local).add({ days }).toString().slice(0, 16);
      const sameTime = before.due.time === times.due.time && before.due.zone === times.due.zone;
      times.remindAt = toInstant(day, zone).at + (sameTime ? 0 : rest);
      said.push(`The reminder moves along, to ${momentWords(times.remindAt, now, zone, hourCycle)}.`);
    }
  }
  return { times, said };
}

/** “Thu 10 Dec 17:00”, “Thu 10 Dec”. @param today a local time, for the year */
export function momentOfTodo(
  { date, time }: TodoMoment,
  cycle: HourCycle | undefined,
  today: string,
): string {
  const day = dayWords(`${date}T00:00`, today);
  return time ? `${day} ${timeWords(`${date}T${time}`, cycle)}` : day;
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** “Check by Thu 10 Dec 17:00 · reminder 09:40, with sound”. */
export function todoWords(
  todo: TodoTimes & { what: string; sound: boolean },
  context: { now: number; zone: string; hourCycle?: HourCycle },
): string {
  const { now, zone, hourCycle } = context;
  const today = toLocal(now, zone);
  const { what, start, due, remindAt, sound } = todo;
  const parts = [due ? `${capital(what)} by ${momentOfTodo(due, hourCycle, today)}` : capital(what)];
  if (start) parts.push(`from ${momentOfTodo(start, hourCycle, today)}`);
  if (remindAt !== null) {
    const local = toLocal(remindAt, zone);
    const sameDay = due !== null && local.startsWith(due.date);
    const when = sameDay ? timeWords(local, hourCycle) : momentWords(remindAt, now, zone, hourCycle);
    parts.push(`reminder ${when}${sound ? ', with sound' : ''}`);
  }
  return parts.join(' · ');
}

/** One of the to-dos offered for a single key. */
export interface QuickTodo {
  words: string;
  due: TodoMoment | null;
  remindAt: number | null;
}

export interface QuickContext {
  /** Epoch ms. */
  now: number;
  me: Person;
  /** Who wrote the message, where their clock is known. */
  writer?: Person;
  /** What the message says, and when it was written, epoch ms. */
  text: string;
  writtenAt: number;
}

/** A reminder this long before something is due leaves time to do it. */
const REMIND_BEFORE_MS = 60 * 60_000;
const LOOK_AHEAD = 60;

const splitLocal = (local: string, zone: string): TodoMoment => ({
  date: local.slice(0, 10),
  time: local.slice(11, 16),
  zone,
});

/** The end of the writer's present or next working day, on my clock. */
function theirDay({ now, me, writer }: QuickContext): QuickTodo | undefined {
  const who = writer ?? me;
  const today = toLocal(now, who.zone).slice(0, 10);
  for (const date of datesFrom(plusDays(today, -1), LOOK_AHEAD)) {
    const end = workOn(date, who.working).at(-1)?.to;
    if (end === undefined) continue;
    const { at } = toInstant(localAt(date, end), who.zone);
    if (at <= now + 2 * REMIND_BEFORE_MS) continue;
    const words = writer ? 'Before their day ends' : 'Before my day ends';
    return { words, due: splitLocal(toLocal(at, me.zone), me.zone), remindAt: at - REMIND_BEFORE_MS };
  }
  return undefined;
}

function inTwoWorkingDays({ now, me }: QuickContext): QuickTodo | undefined {
  const today = toLocal(now, me.zone).slice(0, 10);
  const days = [...datesFrom(today, LOOK_AHEAD)].filter(
    (date) => date > today && workOn(date, me.working).length > 0,
  );
  const date = days[1];
  if (!date) return undefined;
  const remindAt = toInstant(localAt(date, partMinute('start', date, me.working)), me.zone).at;
  return { words: 'In 2 working days', due: { date, time: null, zone: me.zone }, remindAt };
}

function beforeTheEvent({ now, me, text, writtenAt }: QuickContext): QuickTodo | undefined {
  const today = dayNumberOf(toLocal(now, me.zone));
  const written = dayNumberOf(toLocal(writtenAt, me.zone));
  const days = ownParts(text).flatMap((part) => datesIn(part, written).map(({ date }) => date));
  const event = Math.min(...days.filter((day) => day > today));
  if (!Number.isFinite(event)) return undefined;
  for (let day = event - 1; day >= today; day--) {
    const date = dateOfDay(day);
    if (workOn(date, me.working).length === 0) continue;
    const at = toInstant(localAt(date, partMinute('start', date, me.working)), me.zone).at;
    const named = dayWords(`${dateOfDay(event)}T00:00`, toLocal(now, me.zone));
    return {
      words: `Before ${named}, which it speaks of`,
      due: { date, time: null, zone: me.zone },
      remindAt: at > now ? at : null,
    };
  }
  return undefined;
}

/** To-dos for one key each, the soonest first, undated last. */
export function quickTodos(context: QuickContext): QuickTodo[] {
  return [
    theirDay(context),
    inTwoWorkingDays(context),
    beforeTheEvent(context),
    { words: 'Undated', due: null, remindAt: null },
  ].filter((each) => each !== undefined);
}
