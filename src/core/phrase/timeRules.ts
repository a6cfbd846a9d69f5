/** Times of day, and delays of hours and minutes. */
import { wordTable } from '../text/wordTable';
import { amount, NUMBERS } from './amounts';
import type { Part, TimeSpec } from './parts';
import type { Match, Rule } from './rule';

const MINUTES = wordTable<number>();
for (const unit of ['m', 'min', 'mins', 'minute', 'minutes', "min's"]) MINUTES[unit] = 1;
for (const unit of ['h', 'hr', 'hrs', 'hour', 'hours', "hour's", "hours'"]) MINUTES[unit] = 60;

const time = (hour: number, minute: number, half: TimeSpec['half'], length: number): Match => ({
  part: { kind: 'time', time: { hour, minute, half } },
  length,
});

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

export const delay: Rule = (words, at) => {
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

/** `am` and `pm`, with the twelve-hour clock's own hours only. */
function meridiem(hour: number, half: string): number | undefined {
  if (hour < 1 || hour > 12) return undefined;
  return (hour % 12) + (half.startsWith('p') ? 12 : 0);
}

const HALF = /^([ap])\.?m$/;

export const clock: Rule = (words, at) => {
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

const PAST_OR_TO = wordTable({ half: 30, quarter: 15, five: 5, ten: 10, twenty: 20 });

/** “half past nine”, “quarter to 5”, “nine o'clock”, “ten past four”. */
const spoken: Rule = (words, at) => {
  const hourAt = (index: number) => {
    const word = words[index] ?? '';
    const hour = /^\d{1,2}$/.test(word) ? Number(word) : NUMBERS[word];
    return hour !== undefined && hour >= 1 && hour <= 12 && word !== 'a' && word !== 'an' ? hour : undefined;
  };
  const found = PAST_OR_TO[words[at]!];
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
