/** What speaks for and against a slot: my calendar, my day, and the days of those it is offered to. */
import type { StripPart } from '../moment/strip';
import { dayPart, dayPartWords } from '../time/dayParts';
import type { Person } from '../people/person';
import { toLocal } from '../time/wallClock';
import { timeWords, type HourCycle } from '../time/words';

/** A stretch that is not free any more. Epoch ms. */
export interface Taken {
  at: number;
  until: number;
  summary: string;
}

export interface SlotVerdict {
  /** “free”, “during “Loans committee””, “free, but 23:00 for Haruki, at night”. */
  words: string;
  /** Nothing speaks against it. */
  good: boolean;
  /** It can be offered: it is to come, and nothing of mine is then. */
  free: boolean;
}

const first = (name: string | undefined) => name?.split(' ')[0] ?? '';

/** Of a slot that crosses an edge of a day of work, its last minute tells as well as its first. */
function oddFor(person: Person, whose: string, at: number, until: number, hourCycle: HourCycle): string {
  for (const moment of [at, until - 60_000]) {
    const local = toLocal(moment, person.zone);
    if (dayPart(local, person.working) === 'working') continue;
    return `${timeWords(local, hourCycle)} for ${whose}, ${dayPartWords(local, person.working)}`;
  }
  return '';
}

/** @param at @param until @param now epoch ms; @param people those it is offered to whose clock is known */
export function slotVerdict(
  at: number,
  until: number,
  now: number,
  me: Person,
  people: readonly Person[],
  busy: readonly Taken[],
  hourCycle: HourCycle,
): SlotVerdict {
  if (at <= now) return { words: 'past', good: false, free: false };
  const odd = [
    oddFor(me, 'you', at, until, hourCycle),
    ...people.map((each) => oddFor(each, first(each.name) || each.place, at, until, hourCycle)),
  ].filter(Boolean);
  const meets = busy.filter((each) => each.at < until && each.until > at);
  if (meets.length > 0) {
    const during = `during ${meets.map(({ summary }) => `“${summary}”`).join(' and ')}`;
    return { words: [during, ...odd].join('; '), good: false, free: false };
  }
  if (odd.length > 0) return { words: `free, but ${odd.join('; ')}`, good: false, free: true };
  return { words: 'free', good: true, free: true };
}

/** Somebody’s day as spans of work, for finding slots. */
export const workIn = (parts: readonly StripPart[]): { from: number; until: number }[] =>
  parts.filter(({ part }) => part === 'working').map(({ from, until }) => ({ from, until }));
