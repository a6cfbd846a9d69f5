/** Dates in the text: weekdays that do not agree with them, and days that are past when the message lands. */
import { Temporal } from 'temporal-polyfill';
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

interface Named {
  from: number;
  words: string;
  weekday: string | undefined;
  date: Temporal.PlainDate;
}

function datesIn(part: { from: number; text: string }, written: Temporal.PlainDate): Named[] {
  return PATTERNS.flatMap((pattern) =>
    [...part.text.matchAll(pattern)].flatMap((match): Named[] => {
      const { weekday, day, month, year } = match.groups as Record<string, string | undefined>;
      const fields = { day: Number(day), month: MONTHS.indexOf(month!.slice(0, 3).toLowerCase()) + 1 };
      const inYear = (which: number) => {
        try {
          return Temporal.PlainDate.from({ ...fields, year: which }, { overflow: 'reject' });
        } catch {
          return undefined;
        }
      };
      let date = inYear(year ? Number(year) : written.year);
      if (!year && date && written.since(date).days > BACK_DAYS) date = inYear(written.year + 1);
      return date ? [{ from: part.from + match.index, words: match[0], weekday, date }] : [];
    }),
  );
}

/** `Thursday` or `Thu`, as the wrong one was written. */
const weekdayLike = (wrong: string, date: Temporal.PlainDate) => {
  const name = WEEKDAYS[date.dayOfWeek - 1]!;
  const full = WEEKDAYS.some((each) => each.toLowerCase() === wrong.toLowerCase());
  return full ? name : name.slice(0, 3);
};

export function dateFindings(text: string, { now, zone, landings }: CheckContext): Finding[] {
  const written = Temporal.PlainDate.from(toLocal(now, zone).slice(0, 10));
  const landed = landings.map(({ local }) => Temporal.PlainDate.from(local.slice(0, 10)));
  return ownParts(text).flatMap((part) =>
    datesIn(part, written).flatMap(({ from, words, weekday, date }): Finding[] => {
      const named =
        weekday &&
        WEEKDAYS.findIndex((each) => each.toLowerCase().startsWith(weekday.slice(0, 3).toLowerCase())) + 1;
      if (weekday && named !== date.dayOfWeek) {
        const right = weekdayLike(weekday, date);
        const why = `does not agree: that day is a ${WEEKDAYS[date.dayOfWeek - 1]}`;
        return [inText('weekday', 'ask', from, words, why, [right + words.slice(weekday.length)])];
      }
      // Still to come when it is written, and past when it is read.
      const past = landed.some((day) => Temporal.PlainDate.compare(day, date) > 0);
      if (Temporal.PlainDate.compare(date, written) >= 0 && past)
        return [inText('past-date', 'ask', from, words, 'is past when it lands')];
      return [];
    }),
  );
}
