/** Moments to put a message off until, computed from my working hours and what the thread says. */
import { Temporal } from 'temporal-polyfill';
import type { Person } from '../people/person';
import { datesIn } from '../text/namedDates';
import { dateOfDay, dayNumberOf } from '../time/dayNumber';
import { ownParts } from '../text/ownParts';
import { datesFrom, firstWorkStart, localAt, plusDays, workOn } from '../time/dayParts';
import { leaveOn } from '../time/leave';
import { partMinute } from '../time/partOfDay';
import { toInstant, toLocal } from '../time/wallClock';
import { dayName, dayWords, timeWords, type HourCycle } from '../time/words';
import { canonicalZone } from '../time/zones';

/** One moment worth putting off until. */
export interface SnoozeSuggestion {
  /** Epoch ms. */
  at: number;
  /** “When the coming week opens”; the exact moment is shown beside it. */
  words: string;
}

export interface SnoozeContext {
  /** Epoch ms. */
  now: number;
  me: Person;
  /** Who wrote it, where their clock is known. */
  writer?: Person;
  /** What it says, and when it was written (epoch ms). */
  text: string;
  writtenAt: number;
  /** Texts of automatic answers in the thread, the newest first, with when they were written (epoch ms). */
  automatic: readonly { text: string; at: number }[];
  hourCycle?: HourCycle;
}

export const MOST_SNOOZES = 9;
/** Nearer than this it need not be put off. */
const SOONEST_MS = 10 * 60_000;
const HOUR_MS = 3_600_000;
/** Brought back this long before the end of a day or week, so that something can still be done. */
const BEFORE_DAY_ENDS = 30;
const BEFORE_WEEK_ENDS = 120;
/** What is further away is no date to be reminded of the day before. */
const DATES_AHEAD_DAYS = 400;
const MOST_DATES = 2;

const dateOf = (local: string) => local.slice(0, 10);

const onClock = (person: Person, local: string, words: string): SnoozeSuggestion => ({
  at: toInstant(local, person.zone).at,
  words,
});

function inAnHour(now: number): SnoozeSuggestion {
  const five = 5 * 60_000;
  return { at: Math.ceil((now + HOUR_MS) / five) * five, words: 'In an hour' };
}

function beforeIStop(me: Person, today: string, cycle: HourCycle | undefined): SnoozeSuggestion | undefined {
  const last = workOn(today, me.working).at(-1);
  if (!last) return undefined;
  const stop = timeWords(localAt(today, last.to), cycle);
  return onClock(me, localAt(today, Math.max(0, last.to - BEFORE_DAY_ENDS)), `Before I stop (${stop})`);
}

function myNextStart(me: Person, today: string): SnoozeSuggestion | undefined {
  const start = firstWorkStart(plusDays(today, 1), me.working);
  return start ? onClock(me, start, `At my next start, ${dayName(dateOf(start), today)}`) : undefined;
}

/** Before the last working day of the present week is over. */
function beforeWeekEnds(me: Person, today: string): SnoozeSuggestion | undefined {
  const left = 8 - Temporal.PlainDate.from(today).dayOfWeek;
  const last = [...datesFrom(today, left)].findLast((date) => workOn(date, me.working).length > 0);
  if (!last) return undefined;
  const end = workOn(last, me.working).at(-1)!.to;
  const local = localAt(last, Math.max(0, end - BEFORE_WEEK_ENDS));
  return onClock(me, local, 'Before the week ends');
}

function comingWeek(me: Person, today: string): SnoozeSuggestion | undefined {
  const monday = plusDays(today, 8 - Temporal.PlainDate.from(today).dayOfWeek);
  const start = firstWorkStart(monday, me.working);
  if (!start || dateOf(start) >= plusDays(monday, 7)) return undefined;
  return onClock(me, start, 'When the coming week opens');
}

const firstName = (person: Person) => (person.name ? person.name.split(' ')[0]! : 'the writer');

function theirNextDay(writer: Person, now: number): SnoozeSuggestion | undefined {
  const today = dateOf(toLocal(now, writer.zone));
  const begins = workOn(today, writer.working)[0];
  const local = begins && localAt(today, begins.from);
  // The day they are about to begin is their next one too.
  const start =
    local && toInstant(local, writer.zone).at > now
      ? local
      : firstWorkStart(plusDays(today, 1), writer.working);
  return start ? onClock(writer, start, `When ${firstName(writer)}’s next day starts`) : undefined;
}

const BACK =
  /\b(back|return(?:ing|s)?|zurück|wieder|de volta|regress\w+|volto|de retour|reviens|vuelvo|regreso)\b/iu;
const UNTIL = /^(?:until|till|through|to|bis|até|jusqu\p{L}*|hasta|au|al)$/iu;
/** True where the last words say that what follows is the last day away. */
const endsInUntil = (before: string) =>
  before
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(-3)
    .some((word) => UNTIL.test(word));

/** What says that a date is the day somebody is back stands so near before it. */
const NEAR = 200;

/** The first day somebody is back, by what their automatic answer says. @returns `2026-12-01` */
export function backByAnswer(text: string, writtenAt: number, zone: string): string | undefined {
  const written = dayNumberOf(toLocal(writtenAt, zone));
  let found: { day: number; sure: boolean } | undefined;
  for (const part of ownParts(text))
    for (const { from, date } of datesIn(part, written)) {
      const before = part.text.slice(Math.max(0, from - part.from - NEAR), from - part.from);
      const until = endsInUntil(before);
      const back = BACK.test(before) && !until;
      const day = back ? date : until ? date + 1 : undefined;
      if (day !== undefined && day >= written && (!found || (back && !found.sure)))
        found = { day, sure: back };
    }
  return found && dateOfDay(found.day);
}

function whenBack({ writer, me, now, automatic }: SnoozeContext): SnoozeSuggestion | undefined {
  const who = writer ?? { zone: me.zone, place: me.place, working: me.working };
  const today = dateOf(toLocal(now, who.zone));
  const words = `When ${writer ? firstName(writer) : 'they'} ${writer ? 'is' : 'are'} back`;
  for (const { text, at } of automatic) {
    const date = backByAnswer(text, at, who.zone);
    const start = date && date > today ? firstWorkStart(date, { week: who.working.week }) : undefined;
    if (start) return onClock(who, start, words);
  }
  const away = leaveOn(today, who.working.leave);
  const start = away && firstWorkStart(plusDays(away.to, 1), who.working);
  return start ? onClock(who, start, words) : undefined;
}

/** The working day before each of the dates the message names, at my start. */
function beforeDates({ now, me, text, writtenAt }: SnoozeContext): SnoozeSuggestion[] {
  const today = dayNumberOf(toLocal(now, me.zone));
  const written = dayNumberOf(toLocal(writtenAt, me.zone));
  const days = new Set<number>();
  for (const part of ownParts(text)) for (const { date } of datesIn(part, written)) days.add(date);
  return [...days]
    .filter((day) => day > today && day < today + DATES_AHEAD_DAYS)
    .sort((a, b) => a - b)
    .slice(0, MOST_DATES)
    .flatMap((day): SnoozeSuggestion[] => {
      const date = dateOfDay(day);
      const named = dayWords(`${date}T00:00`, toLocal(now, me.zone));
      for (let back = 1; back <= 7 && day - back >= today; back++) {
        const before = dateOfDay(day - back);
        const [first] = workOn(before, me.working);
        if (!first) continue;
        const local = localAt(before, partMinute('start', before, me.working));
        return [onClock(me, local, `${back === 1 ? 'The day' : 'The working day'} before ${named}`)];
      }
      return [];
    });
}

/** At most nine moments in order; none past, no two the same. */
export function suggestSnoozes(context: SnoozeContext): SnoozeSuggestion[] {
  const { now, me, writer, hourCycle } = context;
  const today = dateOf(toLocal(now, me.zone));
  const away = writer && canonicalZone(writer.zone) !== canonicalZone(me.zone);
  const all = [
    ...beforeDates(context),
    whenBack(context),
    beforeIStop(me, today, hourCycle),
    onClock(me, localAt(today, partMinute('evening', today, me.working)), 'This evening'),
    myNextStart(me, today),
    comingWeek(me, today),
    beforeWeekEnds(me, today),
    away ? theirNextDay(writer, now) : undefined,
    inAnHour(now),
  ].filter((each) => each !== undefined);
  const seen = new Set<number>();
  return all
    .filter(({ at }) => at >= now + SOONEST_MS && !seen.has(at) && seen.add(at))
    .slice(0, MOST_SNOOZES)
    .sort((a, b) => a.at - b.at);
}
