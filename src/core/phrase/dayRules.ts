/** Days: by weekday, by date, and by how far away they are. */
import { wordTable } from '../text/wordTable';
import { amount } from './amounts';
import type { DaySpec } from './parts';
import type { Match, Rule } from './rule';

const WEEKDAYS = wordTable<number>();
['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'].forEach((name, index) => {
  WEEKDAYS[name] = index + 1;
  WEEKDAYS[name.slice(0, 3)] = index + 1;
});
Object.assign(WEEKDAYS, { tues: 2, weds: 3, thur: 4, thurs: 4 });

const MONTHS = wordTable<number>();
[
  ...['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september'],
  ...['october', 'november', 'december'],
].forEach((name, index) => {
  MONTHS[name] = index + 1;
  MONTHS[name.slice(0, 3)] = index + 1;
});
MONTHS.sept = 9;

const DAYS = wordTable<number>();
for (const unit of ['d', 'day', 'days', "day's", "days'"]) DAYS[unit] = 1;
for (const unit of ['w', 'wk', 'wks', 'week', 'weeks', "week's", "weeks'"]) DAYS[unit] = 7;
for (const unit of ['fortnight', 'fortnights']) DAYS[unit] = 14;

const day = (spec: DaySpec, length: number): Match => ({ part: { kind: 'day', day: spec }, length });

export const weekday: Rule = (words, at) => {
  const matches: Match[] = [];
  const [first, second, third] = [words[at]!, words[at + 1], words[at + 2]];
  const plainDay = WEEKDAYS[first];
  const spec = (which: (DaySpec & { type: 'weekday' })['which'], number: number, length: number): Match =>
    day({ type: 'weekday', weekday: number, which }, length);
  if (plainDay) {
    matches.push(spec('nearest', plainDay, 1));
    if (second === 'next' && third === 'week') matches.push(spec('next-week', plainDay, 3));
    if (second === 'of' && third === 'next' && words[at + 3] === 'week')
      matches.push(spec('next-week', plainDay, 4));
    if (second === 'this' && third === 'week') matches.push(spec('this', plainDay, 3));
    if (second === 'week') matches.push(spec('week-after', plainDay, 2));
    if (second === 'after' && third === 'next') matches.push(spec('week-after', plainDay, 3));
  }
  const qualified = second === undefined ? undefined : WEEKDAYS[second];
  if (qualified) {
    if (first === 'next') matches.push(spec('next', qualified, 2));
    if (first === 'this') matches.push(spec('this', qualified, 2));
    if (first === 'coming') matches.push(spec('nearest', qualified, 2));
  }
  const inAWeek = ['a', 'week', 'on'].every((word, index) => words[at + index] === word);
  if (inAWeek && WEEKDAYS[words[at + 3] ?? ''])
    matches.push(spec('week-after', WEEKDAYS[words[at + 3]!]!, 4));
  const nextWeekOn = first === 'next' && second === 'week' && WEEKDAYS[third ?? ''];
  if (nextWeekOn) matches.push(spec('next-week', nextWeekOn, 3));
  return matches;
};

const ordinal = (word: string | undefined) => /^(\d{1,2})(st|nd|rd|th)$/.exec(word ?? '')?.[1];
const dayNumber = (word: string | undefined) => ordinal(word) ?? /^\d{1,2}$/.exec(word ?? '')?.[0];
const yearNumber = (word: string | undefined) => /^(20\d{2})$/.exec(word ?? '')?.[1];

/** Appends the reading with a year where one follows. */
function dated(words: readonly string[], at: number, length: number, spec: { day: number; month: number }) {
  const matches = [day({ type: 'date', ...spec }, length)];
  const year = yearNumber(words[at + length]);
  if (year) matches.push(day({ type: 'date', ...spec, year: Number(year) }, length + 1));
  return matches;
}

export const date: Rule = (words, at) => {
  const word = words[at]!;
  let match: RegExpExecArray | null;
  if ((match = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(word)))
    return [day({ type: 'date', year: Number(match[1]), month: Number(match[2]), day: Number(match[3]) }, 1)];
  if ((match = /^(\d{1,2})\.(\d{1,2})\.(\d{4})?$/.exec(word))) {
    const year = match[3] ? { year: Number(match[3]) } : {};
    return [day({ type: 'date', day: Number(match[1]), month: Number(match[2]), ...year }, 1)];
  }
  if ((match = /^(\d{1,2})\/(\d{1,2})(?:\/(\d{4}))?$/.exec(word))) {
    // Day first and month first are both in use: where both make sense, both are readings.
    const [a, b] = [Number(match[1]), Number(match[2])];
    const year = match[3] ? { year: Number(match[3]) } : {};
    const both = [
      [a, b],
      [b, a],
    ].filter(([, month]) => month! <= 12);
    return both.map(([d, month]) => day({ type: 'date', day: d!, month: month!, ...year }, 1));
  }
  const glued = /^(\d{1,2})([a-z]{3,})$/.exec(word);
  if (glued && MONTHS[glued[2]!])
    return dated(words, at, 1, { day: Number(glued[1]), month: MONTHS[glued[2]!]! });
  const matches: Match[] = [];
  const number = dayNumber(word);
  if (number) {
    const of = words[at + 1] === 'of' ? 1 : 0;
    const month = MONTHS[words[at + 1 + of] ?? ''];
    if (month) matches.push(...dated(words, at, 2 + of, { day: Number(number), month }));
  }
  if (ordinal(word)) matches.push(day({ type: 'date', day: Number(ordinal(word)) }, 1));
  const month = MONTHS[word];
  const the = words[at + 1] === 'the' ? 1 : 0;
  const after = dayNumber(words[at + 1 + the]);
  if (month && after) matches.push(...dated(words, at, 2 + the, { day: Number(after), month }));
  return matches;
};

export const inDays: Rule = (words, at) => {
  const begins = words[at] === 'in' || words[at] === 'after' ? 1 : 0;
  const plus = /^\+?(\d{1,3})([dw])$/.exec(words[at + begins] ?? '');
  if (plus) return [day({ type: 'in-days', days: Number(plus[1]) * DAYS[plus[2]!]! }, begins + 1)];
  const many = amount(words, at + begins);
  if (!many || !Number.isInteger(many.value)) return [];
  let length = begins + many.length;
  const working = ['working', 'business', 'work'].includes(words[at + length] ?? '') ? 1 : 0;
  const unit = words[at + length + working] ?? '';
  length += working + 1;
  const fromNow = ['from now', 'from today'].includes(words.slice(at + length, at + length + 2).join(' '));
  const tail = fromNow ? 2 : ['later', 'time'].includes(words[at + length] ?? '') ? 1 : 0;
  length += tail;
  if (working) return DAYS[unit] === 1 ? [day({ type: 'working-days', days: many.value }, length)] : [];
  if (DAYS[unit]) return [day({ type: 'in-days', days: many.value * DAYS[unit] }, length)];
  if (unit === 'month' || unit === 'months') return [day({ type: 'in-months', months: many.value }, length)];
  return [];
};
