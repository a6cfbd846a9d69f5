/** What is written in figures, and so in every language alike. */
import type { Language } from '../text/language';
import type { Part, TimeSpec } from './parts';

/** A meaning, and how many words it takes. */
export interface Match {
  part: Part;
  length: number;
}

const date = (day: number, month: number, year?: string): Match => ({
  part: { kind: 'day', day: { type: 'date', day, month, ...(year && { year: Number(year) }) } },
  length: 1,
});

const time = (hour: number, minute: number, half: TimeSpec['half'], length = 1): Match => ({
  part: { kind: 'time', time: { hour, minute, half } },
  length,
});

function dates(word: string, language: Language): Match[] {
  let match: RegExpExecArray | null;
  if ((match = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(word)))
    return [date(Number(match[3]), Number(match[2]), match[1])];
  // RFC 3339 §5.6, without the offset; letter case does not matter there.
  if ((match = /^(\d{4})-(\d{2})-(\d{2})t([01]\d|2[0-3]):([0-5]\d)(?::00)?$/.exec(word))) {
    const parts = [
      date(Number(match[3]), Number(match[2]), match[1]).part,
      time(Number(match[4]), Number(match[5]), 'counted').part,
    ];
    return [{ part: { kind: 'several', parts }, length: 1 }];
  }
  if ((match = /^(\d{1,2})\.(\d{1,2})\.(\d{4})?$/.exec(word)))
    return [date(Number(match[1]), Number(match[2]), match[3])];
  if ((match = /^(\d{1,2})-(\d{1,2})-(\d{4})$/.exec(word)))
    return [date(Number(match[1]), Number(match[2]), match[3])];
  if (language === 'de' && (match = /^(\d{1,2})\.(\d{1,2})$/.exec(word)) && Number(match[2]) <= 12)
    return [date(Number(match[1]), Number(match[2]))];
  if ((match = /^(\d{1,2})\/(\d{1,2})(?:\/(\d{4}))?$/.exec(word))) {
    // Day first and month first are both in use: where both make sense, both are readings.
    const [a, b] = [Number(match[1]), Number(match[2])];
    const both = [
      [a, b],
      [b, a],
    ].filter(([, month]) => month! <= 12);
    return both.map(([day, month]) => date(day!, month!, match![3]));
  }
  return [];
}

/** `am` and `pm`, with the twelve-hour clock's own hours only. */
function meridiem(hour: number, half: string): number | undefined {
  if (hour < 1 || hour > 12) return undefined;
  return (hour % 12) + (half.startsWith('p') ? 12 : 0);
}

const HALF = /^([ap])\.?m$/;

function clock(words: readonly string[], at: number): Match[] {
  const word = words[at]!;
  const match =
    /^(\d{1,2})(?:([:.])(\d{2})|(h)(\d{2})?m?)?([ap](?:\.?m)?)?$/.exec(word) ??
    /^(\d{1,2})()(\d{2})()()([ap](?:\.?m)?)?$/.exec(word);
  // “3hm” is nothing.
  if (!match || /h(m|[ap])/.test(word)) return [];
  const [hour, minute] = [Number(match[1]), Number(match[3] ?? match[5] ?? 0)];
  if (hour > 23 || minute > 59) return [];
  const half = match[6] ?? (HALF.test(words[at + 1] ?? '') ? words[at + 1] : undefined);
  if (half) {
    const full = meridiem(hour, half);
    return full === undefined ? [] : [time(full, minute, 'said', match[6] ? 1 : 2)];
  }
  const bare = match[3] === undefined && match[4] === undefined;
  const counted = hour === 0 || hour > 12 || word.startsWith('0') || word.includes('h');
  return [time(hour, minute, counted ? 'counted' : bare ? 'bare' : 'written')];
}

/** Every meaning of what is written in figures at a position. */
export const neutral = (words: readonly string[], at: number, language: Language): Match[] => [
  ...clock(words, at),
  ...dates(words[at]!, language),
];
