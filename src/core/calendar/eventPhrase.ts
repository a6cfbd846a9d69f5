/** An event in words: “thu 14-15, call with Osaka, their time”. */
import type { Person } from '../people/person';
import { timeOf } from '../plan/kinds/registry';
import { placesNamed } from '../phrase/places';
import { readPhrase, waysToRead, type PhraseContext } from '../phrase/read';
import { defaultWorking } from '../time/dayParts';
import { dateOfDay, dayNumberOf } from '../time/dayNumber';
import { toInstant } from '../time/wallClock';
import { canonicalZone } from '../time/zones';
import { later } from './occurrences';

export interface EventReading {
  summary: string;
  /** `2026-12-03T14:00` on the clock of `zone`; `2026-12-03` for a whole day. */
  start: string;
  end: string;
  /** IANA name; null for a whole day. */
  zone: string | null;
  /** How long it is was said, and not only when it begins. */
  saysEnd: boolean;
}

export type EventPhraseResult =
  | { kind: 'understood'; readings: EventReading[] }
  | { kind: 'not-understood'; why: string }
  | { kind: 'empty' };

export interface EventPhraseContext extends Pick<PhraseContext, 'now' | 'me' | 'hourCycle' | 'languages'> {
  /** Whose time may be meant by “their time”: those a title may name. */
  people: readonly Person[];
}

const LONGEST_PHRASE = 300;
const MOST_WORDS = 24;
const MOST_READINGS = 4;
const HOUR = 3_600_000;

const CLOCK = String.raw`\d{1,2}(?:[:.h]\d{2})?h?(?:\s?[ap]m)?`;
const RANGE = new RegExp(
  String.raw`(?<![\d:.-])(${CLOCK})\s?(?:-|–|—|to|until|till|bis|até|às|ate|à|hasta|a)\s?(${CLOCK})(?![\d:.-])(?!\s?(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec))`,
  'iu',
);
const LENGTH =
  /\b(?:for|für|por|durante|pendant)\s+(?:(\d{1,3}|an?|one|two|three|uma?|eine?|une?|una)\s?)(min(?:utes?|uten|utos?)?|h(?:ours?|oras?|eures?)?|stunden?)\b/iu;
const WHOSE = /^(?:their|your|my|our)\s+time$|^(?:theirs|mine)$/i;

/** Half past, as people write it, for the reader of phrases: `14`, `14h30`, `2pm` → `14:00`, `14:30`, `2pm`. */
function clockWords(text: string): string {
  const match = /^(\d{1,2})(?:[:.h](\d{2}))?h?\s?([ap]m)?$/i.exec(text.trim());
  if (!match) return text;
  const [, hour, minute = '00', half = ''] = match;
  return `${hour}:${minute}${half}`;
}

/** A clock time as minutes of the day; of one that has no half of the day said, as it is written. */
function minutesOf(text: string): number | undefined {
  const match = /^(\d{1,2}):(\d{2})([ap]m)?$/i.exec(clockWords(text));
  if (!match) return undefined;
  const half = match[3]?.toLowerCase();
  const hour = half ? (Number(match[1]) % 12) + (half === 'pm' ? 12 : 0) : Number(match[1]);
  return hour > 24 || Number(match[2]) > 59 ? undefined : hour * 60 + Number(match[2]);
}

interface Pulled {
  /** Without the length, and with the start in the place of a range. */
  rest: string;
  /** How long it is, ms; undefined where nothing is said. */
  length?: number;
}

const NUMBERS: Readonly<Record<string, number>> = { two: 2, three: 3 };

/** What says how long it is, taken out. */
function pullLength(text: string): Pulled | undefined {
  const range = RANGE.exec(text);
  if (range) {
    const [from, to] = [minutesOf(range[1]!), minutesOf(range[2]!)];
    // “2-3pm”: the half that is said is that of both.
    const half = /[ap]m$/i.exec(range[2]!)?.[0];
    const shared = half && !/[ap]m$/i.test(range[1]!) ? minutesOf(`${range[1]!}${half}`) : from;
    if (from === undefined || to === undefined || shared === undefined) return undefined;
    // “11-1pm” begins in the morning.
    const begin = shared <= to ? shared : from;
    const minutes = (to - begin + 1440) % 1440;
    if (minutes === 0) return undefined;
    const start = `${String(Math.floor(begin / 60)).padStart(2, '0')}:${String(begin % 60).padStart(2, '0')}`;
    const rest = `${text.slice(0, range.index)} ${start} ${text.slice(range.index + range[0].length)}`;
    return { rest, length: minutes * 60_000 };
  }
  const length = LENGTH.exec(text);
  if (!length) return { rest: text };
  const count = NUMBERS[length[1]!.toLowerCase()] ?? (Number(length[1]) || 1);
  const unit = /^m/i.test(length[2]!) ? 60_000 : HOUR;
  return {
    rest: `${text.slice(0, length.index)} ${text.slice(length.index + length[0].length)}`,
    length: count * unit,
  };
}

const words = (text: string) => text.split(/\s+/).filter(Boolean);

/** Splits what says when from what it is called: the longest run of words that is a moment. */
function* splits(text: string): Generator<{ when: string; title: string }> {
  const parts = text
    .split(/,(?!\d)/)
    .map((part) => part.trim())
    .filter(Boolean);
  if (parts.length > 1) {
    for (let index = 0; index < parts.length; index++)
      yield { when: parts[index]!, title: parts.filter((_, other) => other !== index).join(', ') };
  }
  const all = words(text.replace(/,(?!\d)/g, ' ')).slice(0, MOST_WORDS);
  for (let length = all.length - 1; length > 0; length--)
    for (let from = 0; from + length <= all.length; from++)
      if (from === 0 || from + length === all.length)
        yield {
          when: all.slice(from, from + length).join(' '),
          title: [...all.slice(0, from), ...all.slice(from + length)].join(' '),
        };
}

/** Whoever, or wherever, a title names. */
function namedIn(title: string, people: readonly Person[]): Person[] {
  const all = words(title.toLowerCase()).map((word) => word.replace(/[^\p{L}\p{N}.-]/gu, ''));
  const named = people.filter(({ name = '', place }) =>
    [...words(name), place].some((part) => all.includes(part.toLowerCase())),
  );
  if (named.length > 0) return named;
  return all.flatMap((_, index) =>
    [2, 1].flatMap((length) =>
      placesNamed(all.slice(index, index + length).join(' '))
        .slice(0, 1)
        .map(({ zone, place }) => ({
          zone,
          place,
          working: defaultWorking,
        })),
    ),
  );
}

const LOOSE = ['at', 'on', 'um', 'am', 'em', 'à', 'às', 'le', 'el'];

/** Without the little words and signs that are left where the time stood. */
function tidied(title: string): string {
  const left = words(title);
  const isLoose = (word: string | undefined) =>
    word !== undefined && (LOOSE.includes(word.toLowerCase()) || /^[,;:–—-]+$/.test(word));
  while (isLoose(left[0])) left.shift();
  while (isLoose(left.at(-1))) left.pop();
  return left.join(' ').replace(/[,;]$/, '');
}

function readOne(
  when: string,
  title: string,
  length: number | undefined,
  theirs: boolean,
  context: EventPhraseContext,
): EventReading[] {
  const { languages = ['en'], people, me } = context;
  const whose = namedIn(title, people);
  const asked = theirs && !WHOSE.test(when) ? `${when} their time` : when;
  const read = readPhrase(asked, { ...context, readers: theirs ? whose.slice(0, 1) : [], mineFirst: true });
  if (read.kind !== 'understood') return [];
  const saysTime = waysToRead(asked, languages).some(
    ({ time, part, delay, now }) => time !== undefined || part !== undefined || delay !== undefined || now,
  );
  const summary = tidied(title);
  return read.readings.slice(0, MOST_READINGS).flatMap(({ plan }): EventReading[] => {
    const time = timeOf(plan);
    if (!time) return [];
    if (!saysTime && length === undefined) {
      const day = time.local.slice(0, 10);
      return [{ summary, start: day, end: dateOfDay(dayNumberOf(day) + 1), zone: null, saysEnd: false }];
    }
    const zone = canonicalZone(time.zone);
    const start = time.local.slice(0, 16);
    return [
      {
        summary,
        start,
        end: later({ start, zone }, length ?? HOUR, me.zone),
        zone,
        saysEnd: length !== undefined,
      },
    ];
  });
}

/**
 * Reads when it is and what it is called. Of a range of times both ends are on one clock; without a time it takes the day.
 * @returns the likeliest first
 */
export function readEventPhrase(text: string, context: EventPhraseContext): EventPhraseResult {
  const asked = text.trim().slice(0, LONGEST_PHRASE);
  if (asked === '') return { kind: 'empty' };
  const segments = asked.split(/,(?!\d)/).map((part) => part.trim());
  const theirs = segments.some((part) => /^(?:their time|theirs)$/i.test(part));
  const spoken = segments.filter((part) => !WHOSE.test(part)).join(', ');
  const pulled = pullLength(spoken);
  if (!pulled) return { kind: 'not-understood', why: 'It would end as it begins.' };
  const said = pulled.rest.replace(/\s+/g, ' ').trim();
  let nameless = readOne(said, '', pulled.length, theirs, context).length > 0;
  for (const { when, title } of nameless ? [] : splits(said)) {
    const readings = readOne(when, title, pulled.length, theirs, context).filter(
      ({ start, zone }) => zone === null || toInstant(start, zone).at >= context.now - 366 * 24 * HOUR,
    );
    if (readings.length === 0) continue;
    if (readings[0]!.summary === '') {
      nameless = true;
      continue;
    }
    return { kind: 'understood', readings };
  }
  return {
    kind: 'not-understood',
    why: nameless
      ? 'Say what it is called, too: “thu 14-15, call with Osaka”.'
      : 'Say when it is and what it is called: “thu 14-15, call with Osaka, their time”.',
  };
}
