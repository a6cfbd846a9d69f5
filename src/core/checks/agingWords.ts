/** Words that were right when they were written and may not be when they are read. */
import { Temporal } from 'temporal-polyfill';
import { toLocal } from '../time/wallClock';
import { longDayWords, timeWords } from '../time/words';
import { namesTime } from './zonelessTimes';
import type { CheckContext, Finding, Landed } from './finding';
import { ownParts } from '../text/ownParts';

/** Greetings of one language with the hour at which each begins to be right. */
interface Greetings {
  words: [greeting: string, from: number][];
}

const GREETINGS: Greetings[] = [
  {
    words: [
      ['good morning', 4],
      ['good afternoon', 12],
      ['good evening', 18],
    ],
  },
  {
    words: [
      ['bom dia', 4],
      ['boa tarde', 12],
      ['boa noite', 19],
    ],
  },
  {
    words: [
      ['guten morgen', 4],
      ['guten tag', 11],
      ['guten abend', 18],
    ],
  },
  {
    words: [
      ['buenos días', 4],
      ['buenas tardes', 12],
      ['buenas noches', 20],
    ],
  },
  {
    words: [
      ['bonjour', 4],
      ['bonsoir', 18],
    ],
  },
];

/** Every greeting with what finds it: made once, since a letter has many lines. */
const GREETING_PATTERNS = GREETINGS.flatMap((language) =>
  language.words.map(([greeting]) => ({
    language,
    greeting,
    pattern: new RegExp(`(?<![\\p{L}])${greeting}(?![\\p{L}])`, 'iu'),
  })),
);

const hourOf = (local: string) => Number(local.slice(11, 13));

/** Before the first hour of the day it is still the last greeting's night. */
function greetingAt({ words }: Greetings, hour: number): string {
  return (words.findLast(([, from]) => hour >= from) ?? words.at(-1)!)[0];
}

/** `Good evening` for `good evening` where it was written with a capital. */
const likeCase = (pattern: string, words: string) =>
  /^\p{Lu}/u.test(pattern) ? words[0]!.toUpperCase() + words.slice(1) : words;

function greetings(part: { from: number; text: string }, landings: readonly Landed[]): Finding[] {
  return GREETING_PATTERNS.flatMap(({ language, greeting, pattern }): Finding[] => {
    const match = pattern.exec(part.text);
    if (!match) return [];
    const wrong = landings.find(({ local }) => greetingAt(language, hourOf(local)) !== greeting);
    if (!wrong) return [];
    const right = [...new Set(landings.map(({ local }) => greetingAt(language, hourOf(local))))];
    return [
      {
        check: 'aging',
        severity: 'ask',
        field: 'text',
        from: part.from + match.index,
        to: part.from + match.index + match[0].length,
        words: match[0],
        why: `lands at ${timeWords(wrong.local)}${landings.length > 1 ? ` in ${wrong.place}` : ''}`,
        // Where readers greet at different hours no greeting of the hour is right for all.
        fixes: right.length === 1 ? [likeCase(match[0], right[0]!)] : [likeCase(match[0], 'hello')],
      },
    ];
  });
}

const day = (date: Temporal.PlainDate) => `on ${longDayWords(`${date.toString()}T00:00`)}`;
const monday = (date: Temporal.PlainDate) => date.subtract({ days: date.dayOfWeek - 1 });
const week = (date: Temporal.PlainDate) => {
  const first = monday(date);
  return `in the week of ${longDayWords(`${first.toString()}T00:00`).split(' ').slice(1).join(' ')}`;
};

type Meaning = (written: Temporal.PlainDate) => {
  date: Temporal.PlainDate;
  unit: 'day' | 'week';
  tail?: string;
};

const RELATIVE: [RegExp, Meaning][] = [
  [/\btoday\b/i, (date) => ({ date, unit: 'day' })],
  [/\btonight\b/i, (date) => ({ date, unit: 'day', tail: ' in the evening' })],
  [/\bthis (morning|afternoon|evening)\b/i, (date) => ({ date, unit: 'day' })],
  [/\bthe day after tomorrow\b/i, (date) => ({ date: date.add({ days: 2 }), unit: 'day' })],
  [/(?<!day after )\btomorrow\b/i, (date) => ({ date: date.add({ days: 1 }), unit: 'day' })],
  [/\byesterday\b/i, (date) => ({ date: date.subtract({ days: 1 }), unit: 'day' })],
  [/\bthis week\b/i, (date) => ({ date, unit: 'week' })],
  [/\bnext week\b/i, (date) => ({ date: date.add({ days: 7 }), unit: 'week' })],
];

/** What the same day is called on the day of landing, where it has such a name. */
function nameThere(date: Temporal.PlainDate, landed: Temporal.PlainDate): string | undefined {
  return { '-1': 'yesterday', 0: 'today', 1: 'tomorrow' }[landed.until(date).days];
}

function relatives(
  part: { from: number; text: string },
  written: Temporal.PlainDate,
  landings: readonly Landed[],
): Finding[] {
  const days = landings.map(({ local }) => Temporal.PlainDate.from(local.slice(0, 10)));
  return RELATIVE.flatMap(([pattern, meaning]): Finding[] => {
    const match = pattern.exec(part.text);
    if (!match) return [];
    const { date, unit, tail = '' } = meaning(written);
    const same = (landed: Temporal.PlainDate) =>
      unit === 'day' ? landed.equals(written) : monday(landed).equals(monday(written));
    const wrong = days.findIndex((landed) => !same(landed));
    if (wrong < 0) return [];
    const words = match[0];
    const part_ = /this (morning|afternoon|evening)/i.exec(words)?.[1];
    const exact =
      unit === 'week' ? week(date) : day(date) + (part_ ? ` in the ${part_.toLowerCase()}` : tail);
    // With a time of mine beside it, the day may be another one there.
    const there =
      unit === 'day' && !part_ && !tail && !namesTime(part.text) ? nameThere(date, days[wrong]!) : undefined;
    const short = there && days.every((landed) => landed.equals(days[0]!)) ? [likeCase(words, there)] : [];
    return [
      {
        check: 'aging',
        severity: 'ask',
        field: 'text',
        from: part.from + match.index,
        to: part.from + match.index + words.length,
        words,
        why: `is read ${day(days[wrong]!)}`,
        fixes: [likeCase(words, exact), ...short],
      },
    ];
  });
}

/** Findings in the order of the text; none where nothing lands at a known time. */
export function agingWords(text: string, context: CheckContext): Finding[] {
  const { landings, now, zone } = context;
  if (landings.length === 0) return [];
  const written = Temporal.PlainDate.from(toLocal(now, zone).slice(0, 10));
  return ownParts(text)
    .flatMap((part) => [...greetings(part, landings), ...relatives(part, written, landings)])
    .sort((a, b) => a.from - b.from);
}
