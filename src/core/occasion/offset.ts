/** Where a message belongs around an occasion: so long before or after it, by whose days of work, on whose clock. */
import { Temporal } from 'temporal-polyfill';
import { defaultWorking, plusDays, plusWorkingDays, type Working } from '../time/dayParts';
import { isLocal, toInstant, toLocal, type Resolution } from '../time/wallClock';

export const OFFSET_UNITS = ['minutes', 'hours', 'days', 'working days', 'weeks', 'months'] as const;
export type OffsetUnit = (typeof OFFSET_UNITS)[number];

/** On whose clock its time of day is: where the occasion is, the reader’s, or mine. */
export const OFFSET_CLOCKS = ['there', 'theirs', 'mine'] as const;
export type OffsetClock = (typeof OFFSET_CLOCKS)[number];

export interface Offset {
  /** Negative before it, 0 at it. */
  count: number;
  unit: OffsetUnit;
  /** `09:00`; null: the time of the occasion. Minutes and hours are counted to the minute and have none. */
  time: string | null;
  clock: OffsetClock;
}

export interface Occasion {
  /** Wall-clock time where it is: `2026-12-12T19:00`. */
  local: string;
  /** IANA zone. */
  zone: string;
}

/** On whose clocks a moment is looked for. */
export interface OffsetContext {
  /** The reader’s; undefined where there are several, or nobody knows. */
  reader?: { zone: string; working?: Working };
  mine: { zone: string; working?: Working };
}

export interface AroundMoment {
  /** Wall-clock time in `zone`. */
  local: string;
  zone: string;
  /** Epoch ms. */
  at: number;
  resolution: Resolution;
}

function dayOf(date: string, { count, unit }: Offset, working: Working): string | undefined {
  if (unit === 'working days') return plusWorkingDays(date, count, working);
  if (unit === 'months') return Temporal.PlainDate.from(date).add({ months: count }).toString();
  return plusDays(date, unit === 'weeks' ? 7 * count : count);
}

/** Counted to the minute, whatever day that is. */
export const isCounted = ({ unit }: Offset) => unit === 'minutes' || unit === 'hours';

/**
 * Its day is counted from the day of the occasion on the clock that is said, on which its time is told as well; a reader
 * whose clock nobody knows has mine.
 * @returns undefined where there is no such day of work
 */
export function momentAround(
  occasion: Occasion,
  offset: Offset,
  context: OffsetContext,
): AroundMoment | undefined {
  if (isCounted(offset)) {
    const ms = offset.count * (offset.unit === 'hours' ? 3_600_000 : 60_000);
    const at = toInstant(occasion.local, occasion.zone).at + ms;
    return { local: toLocal(at, occasion.zone).slice(0, 16), zone: occasion.zone, at, resolution: 'exact' };
  }
  const reader = context.reader ?? context.mine;
  const working = reader.working ?? defaultWorking;
  const zone = { there: occasion.zone, theirs: reader.zone, mine: context.mine.zone }[offset.clock];
  // By the date on that clock: else a morning after could come before it where it is tomorrow already.
  const date = toLocal(toInstant(occasion.local, occasion.zone).at, zone).slice(0, 10);
  const day = dayOf(date, offset, working);
  if (day === undefined) return undefined;
  const local = `${day}T${offset.time ?? occasion.local.slice(11, 16)}`;
  const { at, resolution } = toInstant(local, zone);
  return { local, zone, at, resolution };
}

const NUMBERS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  ten: 10,
  fourteen: 14,
};
const NUMBER = `(${Object.keys(NUMBERS).join('|')}|\\d{1,3})`;
const COUNTED = new RegExp(
  `^${NUMBER}\\s+(?:of\\s+)?(their\\s+|my\\s+)?(working\\s+days?|business\\s+days?|minutes?|min|hours?|h|days?|weeks?|months?)\\s+(before|after)(?:\\s+it)?\\b`,
);
const PART = /^the (morning|noon|afternoon|evening|day) (before|after)\b/;
const AT_IT = /^(?:at it|at the occasion|as it begins|then|the same (?:day|morning|evening))\b/;
const SAME = /^the same (morning|evening)\b/;
const TIME = /\b(?:at\s+)?(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?\b/;
const PART_TIMES: Readonly<Record<string, string>> = {
  morning: '09:00',
  noon: '12:00',
  afternoon: '14:00',
  evening: '18:00',
};

const UNITS: readonly [RegExp, OffsetUnit][] = [
  [/^(?:working|business)/, 'working days'],
  [/^mi/, 'minutes'],
  [/^h/, 'hours'],
  [/^d/, 'days'],
  [/^w/, 'weeks'],
  [/^mo/, 'months'],
];

function timeIn(rest: string): string | undefined {
  const match = TIME.exec(rest);
  if (!match) return undefined;
  const hour = (Number(match[1]) % (match[3] ? 12 : 24)) + (match[3] === 'pm' ? 12 : 0);
  const time = `${String(hour).padStart(2, '0')}:${match[2] ?? '00'}`;
  return isLocal(`2026-01-01T${time}`) && Number(match[1]) < 24 ? time : undefined;
}

const clockIn = (rest: string): OffsetClock | undefined =>
  /\b(?:theirs|their time|there)\b/.test(rest)
    ? rest.includes('there') && !rest.includes('their')
      ? 'there'
      : 'theirs'
    : /\b(?:mine|my time)\b/.test(rest)
      ? 'mine'
      : undefined;

/** What a rest of words may hold: a time, on whose clock, and nothing else. */
const leftOver = (rest: string) =>
  rest
    .replace(TIME, '')
    .replace(/\b(?:theirs|their time|there|mine|my time|at|on)\b/g, '')
    .replace(/[\s,]+/g, '');

/**
 * “14 days before”, “3 of their working days before at 9:00 theirs”, “one hour before”, “the morning after”.
 * @returns undefined where it says nothing of the kind
 */
export function readOffset(words: string): Offset | undefined {
  const said = words.trim().toLowerCase().replace(/\s+/g, ' ');
  const found = COUNTED.exec(said);
  const part = PART.exec(said);
  const same = AT_IT.exec(said);
  const head = found ?? part ?? same;
  if (!head) return undefined;
  const rest = said.slice(head[0].length);
  if (leftOver(rest)) return undefined;
  const time = timeIn(rest);
  const clock = clockIn(rest);
  if (/\d/.test(rest) && time === undefined) return undefined;
  if (found) {
    const count = (NUMBERS[found[1]!] ?? Number(found[1])) * (found[4] === 'before' ? -1 : 1);
    const unit = UNITS.find(([pattern]) => pattern.test(found[3]!))![1];
    if (unit === 'minutes' || unit === 'hours')
      return time || clock ? undefined : { count, unit, time: null, clock: 'there' };
    const whose = found[2]?.startsWith('my') ? 'mine' : 'theirs';
    const usual = unit === 'working days' ? whose : 'there';
    return { count, unit, time: time ?? null, clock: clock ?? usual };
  }
  if (part)
    return {
      count: part[2] === 'before' ? -1 : 1,
      unit: 'days',
      time: time ?? PART_TIMES[part[1]!] ?? null,
      clock: clock ?? (part[1] === 'day' ? 'there' : 'theirs'),
    };
  const which = SAME.exec(said)?.[1];
  return {
    count: 0,
    unit: 'days',
    time: time ?? (which ? PART_TIMES[which]! : null),
    clock: clock ?? 'there',
  };
}

const CLOCK_WORDS: Record<OffsetClock, string> = { there: 'there', theirs: 'theirs', mine: 'my time' };

/** In words, in two parts: “2 days before”, and “ at 09:00 theirs”. */
export function offsetParts(offset: Offset): { base: string; tail: string } {
  const { count, unit, time, clock } = offset;
  const at = isCounted(offset) || time === null ? '' : ` at ${time} ${CLOCK_WORDS[clock]}`;
  const on = !isCounted(offset) && time === null && clock !== (unit === 'working days' ? 'theirs' : 'there');
  const tail = at || (on ? `, ${CLOCK_WORDS[clock]}` : '');
  if (count === 0) return { base: 'at it', tail };
  const n = Math.abs(count);
  const one = n === 1 ? unit.replace(/s$/, '') : unit;
  const whose = unit === 'working days' ? 'of their ' : '';
  return { base: `${n} ${whose}${whose ? unit : one} ${count < 0 ? 'before' : 'after'}`, tail };
}

/** In words that mean it again. */
export function offsetWords(offset: Offset): string {
  const { base, tail } = offsetParts(offset);
  return base + tail;
}

/**
 * A signed length of time (RFC 5545 §3.3.6, ISO 8601): `-PT40M`, `-P1D`, `P2W`.
 * @returns undefined where it is none, or is counted in parts that are no one offset
 */
export function readDuration(text: string): Offset | undefined {
  const match = /^([+-]?)P(?:(\d{1,4})W|(?:(\d{1,4})D)?(?:T(?:(\d{1,4})H)?(?:(\d{1,6})M)?)?)$/.exec(
    text.trim(),
  );
  const [, sign, weeks, days, hours, minutes] = match ?? [];
  if (!match || [weeks, days, hours, minutes].every((part) => part === undefined)) return undefined;
  const signed = (count: number) => (sign === '-' && count > 0 ? -count : count);
  const of = (count: number, unit: OffsetUnit): Offset => ({
    count: signed(count),
    unit,
    time: null,
    clock: 'there',
  });
  if (weeks !== undefined) return of(Number(weeks), 'weeks');
  if (hours === undefined && minutes === undefined) return of(Number(days), 'days');
  const [h, m] = [Number(days ?? 0) * 24 + Number(hours ?? 0), Number(minutes ?? 0)];
  return m === 0 ? of(h, 'hours') : of(h * 60 + m, 'minutes');
}
