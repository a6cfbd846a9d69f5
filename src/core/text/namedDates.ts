/** Dates written in a text, in the words of five languages. */
import { rollup } from 'd3-array';
import { civilOf, dayNumber } from '../time/dayNumber';
import { CALENDAR } from './calendarNames';

/** What may stand between a day and its month. */
const LANGUAGES = [
  { ...CALENDAR.en, of: '(?:of\\s+)?' },
  { ...CALENDAR.pt, of: '(?:de\\s+)?' },
  { ...CALENDAR.de, of: '' },
  { ...CALENDAR.fr, of: '' },
  { ...CALENDAR.es, of: '(?:de\\s+)?' },
];
const [ENGLISH] = LANGUAGES;

/** The longest first, so that “June” is not “Jun” and an e. */
const oneOf = (forms: string[][]) =>
  forms
    .flat()
    .sort((a, b) => b.length - a.length)
    .join('|');

const YEAR = '(?:,?\\s+(?:de\\s+)?(?<year>20\\d{2}))?';
const PATTERNS = LANGUAGES.map((language) => {
  const { weekdays, months, of } = language;
  const weekday = `(?:(?<weekday>${oneOf(weekdays)})[.,]?\\s+)?(?:(?:the|dia|den|der|le|el)\\s+)?`;
  const month = `(?<month>${oneOf(months)})(?!\\p{L})`;
  const day = '(?<day>\\d{1,2})(?:st|nd|rd|th|er|º|\\.)?';
  const sources = [`(?<!\\p{L})${weekday}${day}\\s+${of}${month}${YEAR}`];
  // “November 24”; after a colon it would be a time.
  if (language === ENGLISH) sources.push(`(?<!\\p{L})${weekday}${month}\\s+${day}\\b(?!:)${YEAR}`);
  return { language, patterns: sources.map((source) => new RegExp(source, 'giu')) };
});

export const placeOf = (forms: string[][], word: string) =>
  forms.findIndex((each) => each.some((form) => form.toLowerCase() === word.toLowerCase()));
/** A date without a year is the nearest one; what is further back than this is next year's. */
const BACK_DAYS = 90;

/**
 * A day of a month; without a year the nearest one.
 * @param written when it was written, as a number of days
 * @returns as a number of days; undefined where there is no such day
 */
export function nearestDate(
  day: number,
  month: number,
  year: number | undefined,
  written: number,
): number | undefined {
  const inYear = (which: number) => {
    const date = dayNumber(which, month, day);
    // 31 November would be another day.
    return month >= 1 && month <= 12 && day > 0 && civilOf(date).month === month ? date : undefined;
  };
  if (year !== undefined) return inYear(year);
  const thisYear = civilOf(written).year;
  const date = inYear(thisYear);
  return date !== undefined && written - date > BACK_DAYS ? inYear(thisYear + 1) : date;
}

/** A date that stands in a text. */
export interface NamedDate {
  from: number;
  words: string;
  /** Those of the language it is written in. */
  weekdays: string[][];
  /** The weekday it is given, as written. */
  weekday: string | undefined;
  /** As a number of days. */
  date: number;
}

/** The dates a part of a text names, in five languages. @param written when it was written, as a number of days */
export function datesIn(part: { from: number; text: string }, written: number): NamedDate[] {
  const found = PATTERNS.flatMap(({ language: { weekdays, months }, patterns }) =>
    patterns.flatMap((pattern) =>
      [...part.text.matchAll(pattern)].map((match) => ({ match, weekdays, months })),
    ),
  );
  return keepLongest(found).flatMap(({ match, weekdays, months }): NamedDate[] => {
    const { weekday, day, month: name, year } = match.groups as Record<string, string | undefined>;
    const month = placeOf(months, name!) + 1;
    const date = nearestDate(Number(day), month, year ? Number(year) : undefined, written);
    return date === undefined
      ? []
      : [{ from: part.from + match.index, words: match[0], weekdays, weekday, date }];
  });
}

/** Of several readings of the same place the longest: “24 April” is both English and German. */
function keepLongest<Reading extends { match: RegExpMatchArray }>(found: Reading[]): Reading[] {
  const byStart = rollup(
    found,
    (same) => same.reduce((best, each) => (each.match[0].length > best.match[0].length ? each : best)),
    ({ match }) => match.index,
  );
  return [...byStart.values()];
}
