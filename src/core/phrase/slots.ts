/** What the slots of patterns read: numbers, names of days and months, lengths, places. */
import { CALENDAR } from '../text/calendarNames';
import type { Language } from '../text/language';
import { PARTS_OF_DAY } from '../time/partOfDay';
import { wordTable } from '../text/wordTable';
import type { Lexicon } from './lexicon';
import type { SlotValue } from './meanings';
import type { ReadSlot } from './pattern';
import { longestPlace, placesNamed, sameName, type NamedPlace } from './places';
import { plain } from './tokens';

/** The people a phrase may name. */
export interface NamedReader {
  name?: string;
  zone: string;
  place: string;
}

type Table = Record<string, number | undefined>;
type Read = (words: readonly string[], at: number) => { value: SlotValue; length: number }[];

const formsOf = (text: string) => text.split(' ').filter(Boolean).map(plain);

/** A table of words by value. */
function table(byValue: Readonly<Record<number, string>>): Table {
  const all = wordTable<number>();
  for (const [value, words] of Object.entries(byValue))
    for (const word of formsOf(words)) all[word] = Number(value);
  return all;
}

const listed = (names: readonly string[]) =>
  table(Object.fromEntries(names.map((forms, index) => [index + 1, forms])));

const one = (value: number | undefined): { value: SlotValue; length: number }[] =>
  value === undefined || Number.isNaN(value) ? [] : [{ value, length: 1 }];

const matched = (pattern: RegExp, word: string | undefined) => {
  const found = pattern.exec(word ?? '');
  return found ? Number(found[1]) : undefined;
};

/** A whole number between two, both included. */
const within = (value: number | undefined, least: number, most: number) =>
  value !== undefined && Number.isInteger(value) && value >= least && value <= most ? value : undefined;

/** Seconds of each unit that clocks count. */
const SECONDS = { second: 1, minute: 60, hour: 3600 };
const DAYS = { day: 1, week: 7, fortnight: 14 };

/** Reads the slots of one language. @param readers those a phrase may name */
export function slotsOf(language: Language, lexicon: Lexicon) {
  const { weekdays, months } = CALENDAR[language];
  const numbers = table(lexicon.numbers);
  const hours = table(lexicon.partsOfHour);
  const ordinals = table(lexicon.ordinals);
  const weekdayNames = listed(weekdays.map((all, n) => `${all.join(' ')} ${lexicon.shortWeekdays[n]!}`));
  const monthNames = listed(months.map((all, n) => `${all.join(' ')} ${lexicon.shortMonths[n]!}`));
  /** Weekday and part of the day in one number. */
  const weekdayParts = wordTable<number>();
  for (const [part, ends] of Object.entries(lexicon.partsOnWeekday ?? {}))
    for (const [name, weekday] of Object.entries(weekdayNames))
      for (const end of formsOf(ends))
        weekdayParts[name + end] =
          weekday! * PARTS_OF_DAY.length + PARTS_OF_DAY.indexOf(part as (typeof PARTS_OF_DAY)[number]);
  const articles = table(lexicon.articles);
  const unit = (names: Partial<Record<keyof Lexicon['units'], number>>) =>
    table(
      Object.fromEntries(
        Object.entries(names).map(([name, value]) => [value, lexicon.units[name as keyof Lexicon['units']]]),
      ),
    );
  const [seconds, minutes, wholeHours] = [unit({ second: 1 }), unit({ minute: 60 }), unit({ hour: 3600 })];
  const [days, monthUnits, years] = [unit(DAYS), unit({ month: 1 }), unit({ year: 12 })];
  const clockUnits = unit(SECONDS);
  const lexiconCities = new Map(
    Object.entries(lexicon.cities).flatMap(([zone, names]) =>
      names
        .split(' ')
        .map((name): [string, NamedPlace] => [
          plain(name).replaceAll('_', ' '),
          { zone, place: name.replaceAll('_', ' ') },
        ]),
    ),
  );

  const gluedLength = (word = '') => {
    const both = /^\+?(\d{1,2})h(\d{2})(?:m|min)?$/.exec(word);
    if (both) return Number(both[1]) * 3600 + Number(both[2]) * 60;
    const single = /^\+?(\d{1,3})([a-z]+)$/.exec(word);
    const worth = single ? clockUnits[single[2]!] : undefined;
    return worth === undefined ? undefined : Number(single![1]) * worth;
  };

  const places = (words: readonly string[], at: number, readers: readonly NamedReader[]) => {
    const found: { value: SlotValue; length: number }[] = [];
    // “d’Osaka”, “l’Irlande”: the article is written onto the name.
    const first = (words[at] ?? '').replace(/^[dl]'/, '');
    for (let length = 1; length <= Math.min(longestPlace(), words.length - at); length++) {
      const name = [first, ...words.slice(at + 1, at + length)].join(' ');
      const own = readers.find((reader) => sameName(reader.place, name));
      const city = lexiconCities.get(name);
      const value = own ? [{ zone: own.zone, place: own.place }] : city ? [city] : placesNamed(name);
      if (value.length) found.push({ value, length });
    }
    return found;
  };

  const readerNamed = (name: string, readers: readonly NamedReader[]) => {
    const found = readers.filter((each) => each.name?.split(' ').some((own) => sameName(own, name)));
    return found.length
      ? [{ value: found.map(({ zone, place }) => ({ zone, place })) as SlotValue, length: 1 }]
      : [];
  };

  const reads: Record<string, Read> = {
    // `3`, `1.5`, `three`, `a`
    n: (words, at) =>
      one(
        matched(/^\+?(\d{1,3}(?:[.,]\d)?)$/, words[at]?.replace(',', '.')) ??
          numbers[words[at] ?? ''] ??
          articles[words[at] ?? ''],
      ),
    hour: (words, at) => one(within(matched(/^(\d{1,2})$/, words[at]) ?? numbers[words[at] ?? ''], 0, 23)),
    hourWord: (words, at) => one(within(numbers[words[at] ?? ''], 1, 24)),
    // minutes after midnight
    clock: (words, at) => {
      const match = /^([01]?\d|2[0-3])[:.]([0-5]\d)$/.exec(words[at] ?? '');
      return one(match ? Number(match[1]) * 60 + Number(match[2]) : undefined);
    },
    minute: (words, at) => one(within(matched(/^(\d{1,2})$/, words[at]) ?? numbers[words[at] ?? ''], 1, 59)),
    past: (words, at) =>
      one(
        hours[words[at] ?? ''] ??
          within(matched(/^(\d{1,2})$/, words[at]) ?? numbers[words[at] ?? ''], 1, 59),
      ),
    weekday: (words, at) => one(weekdayNames[words[at] ?? '']),
    weekdayPart: (words, at) => one(weekdayParts[words[at] ?? '']),
    month: (words, at) => one(monthNames[words[at] ?? '']),
    day: (words, at) => one(within(matched(/^(\d{1,2})(?:st|nd|rd|th|er|o|\.|º|ª)?$/, words[at]), 1, 31)),
    dayth: (words, at) => one(within(matched(/^(\d{1,2})(?:st|nd|rd|th|er|\.)$/, words[at]), 1, 31)),
    nth: (words, at) =>
      one(ordinals[words[at] ?? ''] ?? matched(/^([1-5])(?:st|nd|rd|th|er|\.)$/, words[at])),
    year: (words, at) => one(matched(/^(20\d{2})$/, words[at])),
    seconds: (words, at) => one(seconds[words[at] ?? '']),
    minutes: (words, at) => one(minutes[words[at] ?? '']),
    hours: (words, at) => one(wholeHours[words[at] ?? '']),
    days: (words, at) => one(days[words[at] ?? '']),
    months: (words, at) => one(monthUnits[words[at] ?? '']),
    years: (words, at) => one(years[words[at] ?? '']),
    // am is 0, pm is 12
    halfDay: (words, at) => {
      const letter = /^([ap])\.?m$/.exec(words[at] ?? '')?.[1];
      return one(letter === undefined ? undefined : letter === 'p' ? 12 : 0);
    },
    // `1h20`, `45m`, `2h`, `1h 20m`; seconds
    glued: (words, at) => {
      const first = gluedLength(words[at]);
      const second = gluedLength(words[at + 1]);
      const found = one(first);
      if (first !== undefined && second !== undefined && first % 3600 === 0 && second < 3600)
        found.push({ value: first + second, length: 2 });
      return found;
    },
    gluedDays: (words, at) => {
      const match = /^\+?(\d{1,3})([a-z]+)$/.exec(words[at] ?? '');
      const worth = match ? days[match[2]!] : undefined;
      return one(worth === undefined ? undefined : Number(match![1]) * worth);
    },
    // `1dec`
    gluedMonth: (words, at) => {
      const match = /^(\d{1,2})([a-z]{3,})$/.exec(words[at] ?? '');
      const month = match ? monthNames[match[2]!] : undefined;
      return one(month === undefined ? undefined : month * 100 + Number(match![1]));
    },
    negative: (words, at) => one(/^[-−–]\d/.test(words[at] ?? '') ? 1 : undefined),
  };

  return (readers: readonly NamedReader[]): ReadSlot<SlotValue> =>
    (slot, words, at) => {
      if (slot === 'place') return places(words, at, readers);
      if (slot === 'reader') return readerNamed(words[at] ?? '', readers);
      if (slot === 'readers') {
        const own = /^(.+?)'s?$/.exec(words[at] ?? '')?.[1];
        return own ? readerNamed(own, readers) : [];
      }
      return reads[slot]!(words, at);
    };
}
