/** Dates in the text: weekdays that do not agree with them, and days that are past when the message lands. */
import { toLocal } from '../time/wallClock';
import { inText, ownParts, type CheckContext, type Finding } from './finding';

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

const DAY =
  '(?<weekday>mon|tue|tues|wed|weds|thu|thur|thurs|fri|sat|sun|monday|tuesday|wednesday|thursday|friday|saturday|sunday)';
const MONTH =
  '(?<month>jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)';
const YEAR = '(?:,?\\s+(?<year>20\\d{2}))?';
const PATTERNS = [
  new RegExp(
    `\\b(?:${DAY}[.,]?\\s+)?(?:the\\s+)?(?<day>\\d{1,2})(?:st|nd|rd|th)?\\s+(?:of\\s+)?${MONTH}\\b${YEAR}`,
    'giu',
  ),
  new RegExp(`\\b(?:${DAY}[.,]?\\s+)?${MONTH}\\s+(?<day>\\d{1,2})(?:st|nd|rd|th)?\\b(?!:)${YEAR}`, 'giu'),
];
/** A date without a year is the nearest one; what is further back than this is next year's. */
const BACK_DAYS = 90;

const DAY_MS = 86_400_000;

/** A day as a number of days, which is quicker to reckon with than a date where a letter has hundreds of them. */
const dayNumber = (year: number, month: number, day: number) => Date.UTC(year, month - 1, day) / DAY_MS;
const numberOf = (local: string) => Date.parse(`${local.slice(0, 10)}T00:00Z`) / DAY_MS;
/** 1 is Monday; 1 January 1970 was a Thursday. */
const weekdayOf = (day: number) => ((((day + 3) % 7) + 7) % 7) + 1;

interface Named {
  from: number;
  words: string;
  weekday: string | undefined;
  /** As a number of days. */
  date: number;
}

/** @param written as a number of days */
function datesIn(part: { from: number; text: string }, written: number): Named[] {
  const thisYear = new Date(written * DAY_MS).getUTCFullYear();
  return PATTERNS.flatMap((pattern) =>
    [...part.text.matchAll(pattern)].flatMap((match): Named[] => {
      const { weekday, day, month: name, year } = match.groups as Record<string, string | undefined>;
      const month = MONTHS.indexOf(name!.slice(0, 3).toLowerCase()) + 1;
      const inYear = (which: number) => {
        const date = dayNumber(which, month, Number(day));
        // 31 November would be another day.
        return new Date(date * DAY_MS).getUTCMonth() + 1 === month && Number(day) > 0 ? date : undefined;
      };
      let date = inYear(year ? Number(year) : thisYear);
      if (!year && date !== undefined && written - date > BACK_DAYS) date = inYear(thisYear + 1);
      return date === undefined ? [] : [{ from: part.from + match.index, words: match[0], weekday, date }];
    }),
  );
}

/** `Thursday` or `Thu`, as the wrong one was written. */
const weekdayLike = (wrong: string, date: number) => {
  const name = WEEKDAYS[weekdayOf(date) - 1]!;
  const full = WEEKDAYS.some((each) => each.toLowerCase() === wrong.toLowerCase());
  return full ? name : name.slice(0, 3);
};

export function dateFindings(text: string, { now, zone, landings }: CheckContext): Finding[] {
  const written = numberOf(toLocal(now, zone));
  const landed = landings.map(({ local }) => numberOf(local));
  return ownParts(text).flatMap((part) =>
    datesIn(part, written).flatMap(({ from, words, weekday, date }): Finding[] => {
      const named =
        weekday &&
        WEEKDAYS.findIndex((each) => each.toLowerCase().startsWith(weekday.slice(0, 3).toLowerCase())) + 1;
      if (weekday && named !== weekdayOf(date)) {
        const right = weekdayLike(weekday, date);
        const why = `does not agree: that day is a ${WEEKDAYS[weekdayOf(date) - 1]}`;
        return [inText('weekday', 'ask', from, words, why, [right + words.slice(weekday.length)])];
      }
      // Still to come when it is written, and past when it is read.
      const past = landed.some((day) => day > date);
      if (date >= written && past) return [inText('past-date', 'ask', from, words, 'is past when it lands')];
      return [];
    }),
  );
}
