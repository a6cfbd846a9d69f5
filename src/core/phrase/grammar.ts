/** Which runs of words mean what. Each rule reads from one position on and gives every meaning it sees there. */
import { longestPlace, placesNamed, sameName } from './places';
import type { DaySpec, Part, TimeSpec, Whose } from './parts';
import type { Token } from './tokens';

/** A meaning, and how many words it takes. */
export interface Match {
  part: Part;
  length: number;
}

/** The people a phrase may name. */
export interface NamedReader {
  name?: string;
  zone: string;
  place: string;
}

type Rule = (words: readonly string[], at: number, readers: readonly NamedReader[]) => Match[];

const WEEKDAYS: Record<string, number> = {};
['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'].forEach((name, index) => {
  WEEKDAYS[name] = index + 1;
  WEEKDAYS[name.slice(0, 3)] = index + 1;
});
Object.assign(WEEKDAYS, { tues: 2, weds: 3, thur: 4, thurs: 4 });

const MONTHS: Record<string, number> = {};
[
  ...['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september'],
  ...['october', 'november', 'december'],
].forEach((name, index) => {
  MONTHS[name] = index + 1;
  MONTHS[name.slice(0, 3)] = index + 1;
});
MONTHS.sept = 9;

const NUMBERS: Record<string, number> = { a: 1, an: 1, one: 1, couple: 2 };
[...['two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']].forEach(
  (name, index) => (NUMBERS[name] = index + 2),
);
Object.assign(NUMBERS, { fifteen: 15, twenty: 20, thirty: 30, forty: 40, fifty: 50, ninety: 90 });

const MINUTES: Record<string, number> = {};
for (const unit of ['m', 'min', 'mins', 'minute', 'minutes', "min's"]) MINUTES[unit] = 1;
for (const unit of ['h', 'hr', 'hrs', 'hour', 'hours', "hour's", "hours'"]) MINUTES[unit] = 60;

const DAYS: Record<string, number> = {};
for (const unit of ['d', 'day', 'days', "day's", "days'"]) DAYS[unit] = 1;
for (const unit of ['w', 'wk', 'wks', 'week', 'weeks', "week's", "weeks'"]) DAYS[unit] = 7;
for (const unit of ['fortnight', 'fortnights']) DAYS[unit] = 14;

const day = (spec: DaySpec, length: number): Match => ({ part: { kind: 'day', day: spec }, length });
const whose = (value: Whose, length: number): Match => ({ part: { kind: 'whose', whose: value }, length });
const time = (hour: number, minute: number, half: TimeSpec['half'], length: number): Match => ({
  part: { kind: 'time', time: { hour, minute, half } },
  length,
});

/** Runs of words with one meaning each. */
const FIXED: [string, Part][] = [
  ['now', { kind: 'now' }],
  ['at once', { kind: 'now' }],
  ['right away', { kind: 'now' }],
  ['straight away', { kind: 'now' }],
  ['immediately', { kind: 'now' }],
  ...(
    [
      ['today', 0],
      ['tomorrow', 1],
      ['tmrw', 1],
      ['tmr', 1],
      ['day after tomorrow', 2],
      ['in a few days', 3],
    ] as const
  ).map(([words, days]): [string, Part] => [words, { kind: 'day', day: { type: 'in-days', days } }]),
  [
    'tonight',
    {
      kind: 'several',
      parts: [
        { kind: 'day', day: { type: 'in-days', days: 0 } },
        { kind: 'part', part: 'evening' },
      ],
    },
  ],
  ...['next working day', 'next business day', 'next workday'].map((words): [string, Part] => [
    words,
    { kind: 'day', day: { type: 'working-days', days: 1 } },
  ]),
  ...['end of month', 'end of the month', 'month end'].map((words): [string, Part] => [
    words,
    { kind: 'day', day: { type: 'end-of-month' } },
  ]),
  ['next week', { kind: 'day', day: { type: 'next-week' } }],
  ['start of next week', { kind: 'day', day: { type: 'next-week' } }],
  ...['end of the week', 'end of week', 'end of this week'].map((words): [string, Part] => [
    words,
    {
      kind: 'several',
      parts: [
        { kind: 'day', day: { type: 'week-end' } },
        { kind: 'part', part: 'end' },
      ],
    },
  ]),
  ...(
    [
      [['first thing', 'start of day', 'start of the day', 'start of work', 'start of business'], 'start'],
      [['first thing in the morning', 'early'], 'start'],
      [['morning', 'in the morning'], 'morning'],
      [['lunch', 'lunchtime', 'lunch time'], 'lunch'],
      [['afternoon', 'in the afternoon'], 'afternoon'],
      [['end of day', 'end of the day', 'end of work', 'close of business', 'eod', 'cob'], 'end'],
      [['evening', 'in the evening'], 'evening'],
      [['night', 'at night'], 'night'],
    ] as const
  ).flatMap(([phrases, part]) => phrases.map((words): [string, Part] => [words, { kind: 'part', part }])),
  ...(
    [
      ['this morning', 'morning'],
      ['this afternoon', 'afternoon'],
      ['this evening', 'evening'],
    ] as const
  ).map(([words, part]): [string, Part] => [
    words,
    {
      kind: 'several',
      parts: [
        { kind: 'day', day: { type: 'in-days', days: 0 } },
        { kind: 'part', part },
      ],
    },
  ]),
  ...['my', 'mine', 'my time', 'here', 'for me'].map((words): [string, Part] => [
    words,
    { kind: 'whose', whose: { kind: 'mine' } },
  ]),
  ...[
    ...['their', 'theirs', 'their time', 'there', 'for them', 'his time', 'her time', 'his', 'hers', 'her'],
    ...["reader's time", "the reader's time", 'where they are', 'local time', 'local'],
  ].map((words): [string, Part] => [words, { kind: 'whose', whose: { kind: 'theirs' } }]),
  ...['each', 'each local', 'each reader', 'everyone', 'each of them', 'for each', 'each where they are'].map(
    (words): [string, Part] => [words, { kind: 'whose', whose: { kind: 'each' } }],
  ),
  ...['noon', 'midday', '12 noon'].map((words): [string, Part] => [
    words,
    { kind: 'time', time: { hour: 12, minute: 0, half: 'said' } },
  ]),
  ['midnight', { kind: 'time', time: { hour: 0, minute: 0, half: 'said' } }],
  ...['at', 'on', 'the', 'of', 'in', '@', 'for', 'around'].map((word): [string, Part] => [
    word,
    { kind: 'filler' },
  ]),
];

const FIXED_WORDS = FIXED.map(([text, part]) => ({ words: text.split(' '), part }));

const fixed: Rule = (words, at) =>
  FIXED_WORDS.filter(({ words: wanted }) => wanted.every((word, index) => words[at + index] === word)).map(
    ({ words: wanted, part }) => ({ part, length: wanted.length }),
  );

const weekday: Rule = (words, at) => {
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

const date: Rule = (words, at) => {
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

/** `3`, `1.5`, `three`, `a`; with how many words it takes. */
function amount(words: readonly string[], at: number): { value: number; length: number } | undefined {
  const word = words[at] ?? '';
  if (/^\d{1,3}([.]\d)?$/.test(word)) return { value: Number(word), length: 1 };
  if (word === 'a' && words[at + 1] === 'couple') return { value: 2, length: words[at + 2] === 'of' ? 3 : 2 };
  const value = NUMBERS[word];
  return value === undefined ? undefined : { value, length: 1 };
}

/** One length of hours or minutes. */
function clockLength(words: readonly string[], at: number): { minutes: number; length: number }[] {
  const word = words[at] ?? '';
  const glued = /^(\d{1,3})(m|min|mins|h|hr|hrs)$/.exec(word);
  if (glued) return [{ minutes: Number(glued[1]) * MINUTES[glued[2]!]!, length: 1 }];
  const both = /^(\d{1,2})h(\d{2})(?:m|min)?$/.exec(word);
  if (both) return [{ minutes: Number(both[1]) * 60 + Number(both[2]), length: 1 }];
  if (word === 'half' && words[at + 1] === 'an' && words[at + 2] === 'hour')
    return [{ minutes: 30, length: 3 }];
  if (word === 'half' && words[at + 1] === 'hour') return [{ minutes: 30, length: 2 }];
  const quarter = word === 'a' ? 1 : 0;
  if (
    words[at + quarter] === 'quarter' &&
    words.slice(at + quarter + 1, at + quarter + 4).join(' ') === 'of an hour'
  )
    return [{ minutes: 15, length: quarter + 4 }];
  const many = amount(words, at);
  if (!many) return [];
  const next = at + many.length;
  if (words.slice(next, next + 3).join(' ') === 'and a half' && MINUTES[words[next + 3] ?? ''] === 60)
    return [{ minutes: (many.value + 0.5) * 60, length: many.length + 4 }];
  const unit = MINUTES[words[next] ?? ''];
  if (unit === undefined) return [];
  const length = many.length + 1;
  const found = [{ minutes: many.value * unit, length }];
  if (unit === 60 && words.slice(at + length, at + length + 3).join(' ') === 'and a half')
    found.push({ minutes: (many.value + 0.5) * 60, length: length + 3 });
  return found;
}

const delay: Rule = (words, at) => {
  const begins = words[at] === 'in' || words[at] === 'after' ? 1 : 0;
  const plus = /^\+(.+)$/.exec(words[at]!)?.[1];
  const all = plus ? [...words.slice(0, at), plus, ...words.slice(at + 1)] : words;
  const matches: Match[] = [];
  const put = (minutes: number, length: number) => {
    const end = all.slice(at + length, at + length + 2).join(' ');
    const tail = end === 'from now' ? 2 : ['later', 'time'].includes(all[at + length] ?? '') ? 1 : 0;
    const whole = { part: { kind: 'delay', delay: { minutes } } as Part, length: length + tail };
    if (Number.isInteger(minutes) && minutes > 0) matches.push(whole);
  };
  for (const first of clockLength(all, at + begins)) {
    const length = begins + first.length;
    put(first.minutes, length);
    const and = all[at + length] === 'and' ? 1 : 0;
    // “1 h 20 min”: what follows hours is less than an hour.
    for (const rest of clockLength(all, at + length + and))
      if (first.minutes % 60 === 0 && rest.minutes < 60)
        put(first.minutes + rest.minutes, length + and + rest.length);
  }
  return matches;
};

const inDays: Rule = (words, at) => {
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

/** `am` and `pm`, with the twelve-hour clock's own hours only. */
function meridiem(hour: number, half: string): number | undefined {
  if (hour < 1 || hour > 12) return undefined;
  return (hour % 12) + (half.startsWith('p') ? 12 : 0);
}

const HALF = /^([ap])\.?m$/;

const clock: Rule = (words, at) => {
  const word = words[at]!;
  const match =
    /^(\d{1,2})(?:([:.h])(\d{2})|(h))?([ap]\.?m)?$/.exec(word) ?? /^(\d{2})()(\d{2})()([ap]m)?$/.exec(word);
  if (!match) return spoken(words, at, []);
  const [hour, minute] = [Number(match[1]), Number(match[3] ?? 0)];
  if (hour > 23 || minute > 59) return [];
  const half = match[5] ?? (HALF.test(words[at + 1] ?? '') ? words[at + 1] : undefined);
  if (half) {
    const full = meridiem(hour, half);
    return full === undefined ? [] : [time(full, minute, 'said', match[5] ? 1 : 2)];
  }
  const oclock = words[at + 1] === "o'clock" || words[at + 1] === 'oclock' ? 1 : 0;
  const bare = match[3] === undefined && match[4] === undefined;
  // “09” and “9h” are written by those who count to 24.
  const certain = hour === 0 || hour > 12 || word.startsWith('0') || word.includes('h');
  return [time(hour, minute, certain ? 'said' : bare ? 'bare' : 'written', 1 + oclock)];
};

/** “half past nine”, “quarter to 5”, “nine o'clock”, “ten past four”. */
const spoken: Rule = (words, at) => {
  const hourAt = (index: number) => {
    const word = words[index] ?? '';
    const hour = /^\d{1,2}$/.test(word) ? Number(word) : NUMBERS[word];
    return hour !== undefined && hour >= 1 && hour <= 12 && word !== 'a' && word !== 'an' ? hour : undefined;
  };
  const minutes: Record<string, number> = { half: 30, quarter: 15, five: 5, ten: 10, twenty: 20 };
  const found = minutes[words[at]!];
  const way = words[at + 1];
  const hour = hourAt(at + 2);
  const half = HALF.test(words[at + 3] ?? '') ? words[at + 3] : undefined;
  if (found !== undefined && (way === 'past' || way === 'to') && hour !== undefined) {
    const total = (hour * 60 + (way === 'past' ? found : -found) + 1440) % 1440;
    const full = half ? meridiem(hour, half) : undefined;
    if (full !== undefined) {
      const exact = (full * 60 + (way === 'past' ? found : -found) + 1440) % 1440;
      return [time(Math.floor(exact / 60), exact % 60, 'said', 4)];
    }
    return [time(Math.floor(total / 60), total % 60, 'bare', 3)];
  }
  const own = hourAt(at);
  if (own === undefined) return [];
  if (HALF.test(words[at + 1] ?? '')) return [time(meridiem(own, words[at + 1]!)!, 0, 'said', 2)];
  if (words[at + 1] === "o'clock" || words[at + 1] === 'oclock') return [time(own, 0, 'bare', 2)];
  return [];
};

const place: Rule = (words, at, readers) => {
  const matches: Match[] = [];
  for (let length = 1; length <= Math.min(longestPlace(), words.length - at); length++) {
    const name = words.slice(at, at + length).join(' ');
    const own = readers.find((reader) => sameName(reader.place, name));
    const found = own ? [{ zone: own.zone, place: own.place }] : [...placesNamed(name)];
    if (found.length === 0) continue;
    const time = words[at + length] === 'time' ? 1 : 0;
    matches.push(whose({ kind: 'place', places: found }, length + time));
  }
  return matches;
};

/** “Haruki’s time”, “for Haruki”. */
const reader: Rule = (words, at, readers) => {
  const named = words[at] === 'for' ? 1 : 0;
  const word = words[at + named] ?? '';
  const name = word.replace(/'s?$/, '');
  if (!named && !word.includes("'")) return [];
  const found = readers.filter((each) => each.name?.split(' ').some((own) => sameName(own, name)));
  if (found.length === 0) return [];
  const time = words[at + named + 1] === 'time' ? 1 : 0;
  const places = found.map((each) => ({ zone: each.zone, place: each.place }));
  return [whose({ kind: 'place', places }, named + 1 + time)];
};

const RULES: readonly Rule[] = [fixed, weekday, date, inDays, delay, clock, place, reader];

/** Every meaning of the words from one position on; the longest first. */
export function meaningsAt(words: readonly Token[], at: number, readers: readonly NamedReader[]): Match[] {
  const plainWords = words.map(({ word }) => word);
  return RULES.flatMap((rule) => rule(plainWords, at, readers)).sort((a, b) => b.length - a.length);
}
