/** The day by which a text wants something. */
import { CALENDAR } from './calendarNames';
import { dateOfDay, dayNumberOf, weekdayOf } from '../time/dayNumber';
import { datesIn } from './namedDates';
import { ownParts } from './ownParts';

const BY =
  "(?:by|until|till|before|no later than|not later than|deadline(?: is|:)?|due(?: on| by)?|bis(?: zum)?|spätestens(?: am)?|até(?: ao?| à)?(?: dia)?|antes de|avant|d['’]ici|au plus tard|jusqu['’](?:au|à)|antes do|antes del?|hasta)\\s+(?:(?:the|o|a|le|el|dia|den|dem)\\s+)?";

/** What is said right before a day by which something is to happen. */
export const DEADLINE = new RegExp(`(?<!\\p{L})${BY}$`, 'iu');

const WEEKDAYS = Object.values(CALENDAR).flatMap(({ weekdays }) =>
  weekdays.flatMap((forms, index) => forms.map((form) => ({ form, weekday: index + 1 }))),
);
const BY_WEEKDAY = new RegExp(
  `(?<!\\p{L})${BY}(?<weekday>${WEEKDAYS.map(({ form }) => form)
    .sort((a, b) => b.length - a.length)
    .join('|')})(?!\\p{L})`,
  'giu',
);

export interface DueDate {
  /** `2026-11-26` */
  date: string;
  /** As they stand there: “26 November”, “by Thursday”. */
  words: string;
}

/**
 * The first day the text itself, and not what it quotes, gives for something: a date said to be a deadline, else a
 * weekday that is, else a date to come.
 * @param today `2026-11-24`, where it is written
 */
export function dueDate(text: string, today: string): DueDate | undefined {
  const written = dayNumberOf(today);
  const parts = ownParts(text);
  const dates = parts.flatMap((part) =>
    datesIn(part, written)
      .filter(({ date }) => date > written)
      .map(({ date, words, from }) => ({
        date: dateOfDay(date),
        words: words.trim(),
        said: DEADLINE.test(part.text.slice(0, from - part.from)),
      })),
  );
  const weekdays = parts.flatMap((part) =>
    [...part.text.matchAll(BY_WEEKDAY)].map((match) => {
      const form = match.groups!.weekday!.toLowerCase();
      const { weekday } = WEEKDAYS.find((each) => each.form.toLowerCase() === form)!;
      const ahead = (weekday - weekdayOf(written) + 7) % 7 || 7;
      return { date: dateOfDay(written + ahead), words: match[0].trim() };
    }),
  );
  const found = dates.find(({ said }) => said) ?? weekdays[0] ?? dates[0];
  return found && { date: found.date, words: found.words };
}
