/** Moments worth proposing, computed from my day and the readers': never a fixed list. */
import { Temporal } from 'temporal-polyfill';
import type { Person } from '../people/person';
import type { PersonalDate } from '../people/personalDate';
import type { Plan } from '../plan/plan';
import {
  dayKind,
  dayPart,
  datesFrom,
  firstWorkStart,
  localAt,
  nextWorkStart,
  plusDays,
  workOn,
} from '../time/dayParts';
import { backOn, leaveOn } from '../time/leave';
import { partMinute } from '../time/partOfDay';
import { toInstant, toLocal } from '../time/wallClock';
import { dayName, dayWords } from '../time/words';
import { canonicalZone } from '../time/zones';
import { bestMoments } from './best';

/** One moment worth proposing. */
export interface Suggestion {
  plan: Plan;
  /** The first moment of the plan, epoch ms. */
  at: number;
  /** What speaks for it: “First thing, their next working day”. Date and both times are shown beside it. */
  words: string;
}

export interface SuggestedReader extends Person {
  dates?: readonly PersonalDate[];
}

export interface SuggestionContext {
  /** Epoch ms. */
  now: number;
  me: Person;
  /** Those whose zone is known. */
  readers: readonly SuggestedReader[];
}

export const MOST_SUGGESTIONS = 5;
/** Nearer than this a moment is as good as now. */
const SOONEST = 10 * 60_000;
/** A personal date is proposed this many days before. */
const DATES_AHEAD_DAYS = 45;
/** “Later in their day” leaves them at least this long to read it. */
const LEAST_LEFT_MINUTES = 60;

const shorten = (local: string) => local.slice(0, 16);
const dateOf = (local: string) => local.slice(0, 10);
const upToHalfHour = (minute: number) => Math.ceil(minute / 30) * 30;

const atPlan = (local: string, zone: string): Plan => ({
  kind: 'at',
  local: shorten(local),
  zone: canonicalZone(zone),
});

function on(person: Person, local: string, words: string): Suggestion {
  return { plan: atPlan(local, person.zone), at: toInstant(local, person.zone).at, words };
}

/** The reader's next start of work, worded by what lies before it. */
function theirStart(reader: Person, now: number): Suggestion | undefined {
  const local = toLocal(now, reader.zone);
  const today = dateOf(local);
  const start = nextWorkStart(local, reader.working);
  if (!start) return undefined;
  // A break is not the start of a day.
  const day =
    dateOf(start) === today && workOn(today, reader.working)[0]!.from * 60 < secondsInto(start)
      ? firstWorkStart(plusDays(today, 1), reader.working)
      : start;
  if (!day) return undefined;
  const away =
    leaveOn(today, reader.working.leave) ??
    leaveOn(dateOf(firstUsualDay(reader, plusDays(today, 1))), reader.working.leave);
  if (away && dateOf(day) >= backOn(away, reader.working.leave)) return on(reader, day, 'When they are back');
  if (dateOf(day) === today) return on(reader, day, 'When their day starts');
  return on(reader, day, 'First thing, their next working day');
}

const secondsInto = (local: string) => Number(local.slice(11, 13)) * 3600 + Number(local.slice(14, 16)) * 60;

/** The next date their week has work on, whatever leave or holidays say. */
function firstUsualDay(reader: Person, from: string): string {
  for (const date of datesFrom(from, 7)) if (workOn(date, { week: reader.working.week }).length) return date;
  return from;
}

/** A time within the working day they are in, or are about to begin. */
function laterInTheirDay(reader: Person, now: number): Suggestion | undefined {
  const local = toLocal(now, reader.zone);
  const today = dateOf(local);
  const work = workOn(today, reader.working);
  const minute = secondsInto(local) / 60;
  const end = work.at(-1)?.to;
  if (end === undefined || end - minute < LEAST_LEFT_MINUTES * 2) return undefined;
  const begin = Math.max(minute, work[0]!.from);
  const middle = upToHalfHour(begin + (end - begin) / 2);
  // The middle may fall into a break: then it is the end of the break.
  const inWork = work.some(({ from, to }) => middle >= from && middle < to);
  const at = inWork ? middle : work.find(({ from }) => from > middle)?.from;
  if (at === undefined || end - at < LEAST_LEFT_MINUTES / 2) return undefined;
  return on(reader, localAt(today, at), 'Later in their day today');
}

/** When my next working day begins. */
function myMorning(me: Person, now: number): Suggestion | undefined {
  const local = toLocal(now, me.zone);
  const start = firstWorkStart(plusDays(dateOf(local), 1), me.working);
  if (!start) return undefined;
  const name = dayName(dateOf(start), dateOf(local));
  return on(me, start, name === 'tomorrow' ? 'My tomorrow morning' : `My next working day, ${name}`);
}

/** Before I stop working today. */
function beforeIStop(me: Person, now: number): Suggestion | undefined {
  const local = toLocal(now, me.zone);
  const end = workOn(dateOf(local), me.working).at(-1)?.to;
  const minute = secondsInto(local) / 60;
  if (end === undefined || end - minute < 45 || minute < 12 * 60) return undefined;
  return on(me, localAt(dateOf(local), end), 'When I stop today');
}

/** The first day of their coming week on which they work. */
function theirWeek(reader: Person, now: number): Suggestion | undefined {
  const today = Temporal.PlainDate.from(dateOf(toLocal(now, reader.zone)));
  const monday = today.add({ days: 8 - today.dayOfWeek });
  const start = firstWorkStart(monday.toString(), reader.working);
  if (!start || dateOf(start) >= monday.add({ days: 7 }).toString()) return undefined;
  return on(reader, start, 'When their coming week opens');
}

/** The next moment at which both of us are at work. */
function bothAtWork(me: Person, reader: Person, now: number): Suggestion | undefined {
  const [best] = bestMoments(now + SOONEST, me.zone, [me, reader])
    .days.flatMap((day) => day.cells)
    .filter((cell) => cell.working === 2);
  if (!best?.at) return undefined;
  return {
    plan: atPlan(toLocal(best.at, me.zone), me.zone),
    at: best.at,
    words: 'When we are both at work',
  };
}

/** The morning of a day that matters to them. */
function personalDates(reader: SuggestedReader, now: number): Suggestion[] {
  const today = dateOf(toLocal(now, reader.zone));
  return (reader.dates ?? []).flatMap((each) => {
    for (const year of [0, 1].map((ahead) => Number(today.slice(0, 4)) + ahead)) {
      // 29 February is kept on the 28th in other years.
      const date = Temporal.PlainDate.from({ year, month: each.month, day: each.day }).toString();
      const days = Temporal.PlainDate.from(today).until(date).days;
      if (days < 0 || days > DATES_AHEAD_DAYS) continue;
      const local = localAt(date, partMinute('morning', date, reader.working));
      const whose = reader.name ? `${reader.name}: ` : '';
      return [on(reader, local, `${whose}${each.what}, in their morning`)];
    }
    return [];
  });
}

/** Everybody at the start of their own next working day. */
function eachAtStart(readers: readonly Person[], me: Person, now: number): Suggestion | undefined {
  const today = dateOf(toLocal(now, me.zone));
  let found: { local: string; working: number } | undefined;
  for (const date of datesFrom(today, 14)) {
    const minute = Math.max(...readers.map((reader) => partMinute('start', date, reader.working)));
    const local = localAt(date, minute);
    if (readers.some((reader) => toInstant(local, reader.zone).at < now + SOONEST)) continue;
    const working = readers.filter((reader) => dayKind(date, reader.working).kind === 'working').length;
    if (!found || working > found.working) found = { local, working };
    if (working === readers.length) break;
  }
  if (!found) return undefined;
  const at = Math.min(...readers.map((reader) => toInstant(found.local, reader.zone).at));
  const plan: Plan = { kind: 'each-local', local: shorten(found.local) };
  const when = `${dayWords(found.local, `${today}T00:00`)} ${found.local.slice(11, 16)}`;
  return { plan, at, words: `Each at their start of day, ${when}` };
}

/** One moment at which most of them are at work. */
function mostAtWork(readers: readonly Person[], me: Person, now: number): Suggestion | undefined {
  const [best] = bestMoments(now + SOONEST, me.zone, readers).best;
  if (!best) return undefined;
  const count = best.working === readers.length ? 'all' : `${best.working} of ${readers.length}`;
  return {
    plan: atPlan(toLocal(best.at, me.zone), me.zone),
    at: best.at,
    words: `One moment, ${count} at work`,
  };
}

function forOne(reader: SuggestedReader, me: Person, now: number): (Suggestion | undefined)[] {
  const away = leaveOn(dateOf(toLocal(now, reader.zone)), reader.working.leave);
  const atWork = dayPart(toLocal(now, reader.zone), reader.working) === 'working';
  return [
    ...personalDates(reader, now).slice(0, 1),
    theirStart(reader, now),
    away ? undefined : laterInTheirDay(reader, now),
    myMorning(me, now),
    atWork ? undefined : bothAtWork(me, reader, now),
    theirWeek(reader, now),
    beforeIStop(me, now),
  ];
}

function forSeveral(
  readers: readonly SuggestedReader[],
  me: Person,
  now: number,
): (Suggestion | undefined)[] {
  const [first] = readers;
  const theirs = theirStart(first!, now);
  const named = theirs && first!.name && { ...theirs, words: `${theirs.words} (${first!.name})` };
  return [
    eachAtStart(readers, me, now),
    mostAtWork(readers, me, now),
    myMorning(me, now),
    named || undefined,
    beforeIStop(me, now),
  ];
}

/** Readers who share a clock and hours are one reader to suggestions. */
function sameDay(readers: readonly Person[]): boolean {
  const [first, ...rest] = readers.map(({ zone, working }) =>
    JSON.stringify([canonicalZone(zone), working.week, working.leave ?? [], working.holidays ?? null]),
  );
  return rest.every((each) => each === first);
}

/**
 * At most five moments, the most useful first; none past, no two at the same instant.
 */
export function suggestMoments({ now, me, readers }: SuggestionContext): Suggestion[] {
  const all =
    readers.length === 0
      ? [myMorning(me, now), beforeIStop(me, now)]
      : sameDay(readers)
        ? forOne(readers[0]!, me, now)
        : forSeveral(readers, me, now);
  const seen = new Set<number>();
  return all
    .filter((each) => each !== undefined)
    .filter((each) => each.at >= now + SOONEST && !seen.has(each.at) && seen.add(each.at))
    .slice(0, MOST_SUGGESTIONS);
}
