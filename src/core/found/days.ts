/** The days a sentence names. */
import { CALENDAR, englishWeekday } from '../text/calendarNames';
import type { Language } from '../text/language';
import { datesIn, nearestDate, placeOf } from '../text/namedDates';
import { civilOf, dateOfDay, weekdayOf } from '../time/dayNumber';
import { dayWords } from '../time/words';
import { longest, type DayItem, type PartItem } from './items';
import { expression, SPEECH, standing, word, type PartName, type Speech } from './speech';

/** English people write these short, with a capital: “sat” and “sun” are words. */
const SHORT = /^\p{Lu}/u;
const GERMAN_PARTS: Readonly<Record<string, PartName>> = {
  vormittag: 'morning',
  morgen: 'morning',
  früh: 'morning',
  mittag: 'noon',
  nachmittag: 'afternoon',
  abend: 'evening',
};
/** “Do., 26.11.” */
const GERMAN_SHORT = ['Mo', 'Di', 'Mi', 'Do', 'Fr', 'Sa', 'So'];

export const sayDay = (date: number): string => dayWords(`${dateOfDay(date)}T00:00`);

/** “26.11.26” */
const yearOf = (text: string | undefined): number | undefined =>
  text === undefined ? undefined : Number(text.length === 2 ? `20${text}` : text);

const oneOf = (forms: readonly string[]) => [...forms].sort((a, b) => b.length - a.length).join('|');

const weekdayForms = (language: Language) => CALENDAR[language].weekdays.flat();

interface Found extends DayItem {
  weekday?: number;
}

const plain = (from: number, to: number, date: number): Found => ({
  kind: 'day',
  from,
  to,
  date,
  doubt: null,
  byWeekday: false,
  part: null,
});

function relativeDays(text: string, speech: Speech, written: number): Found[] {
  return speech.relative.flatMap(([source, days]) =>
    standing(source, text).map((match) => ({
      ...plain(match.index, match.index + match[0].length, written + days),
      part: /^tonight$/i.test(match[0]) ? ('evening' as const) : null,
    })),
  );
}

function writtenDates(text: string, language: Language, written: number): Found[] {
  const found: Found[] = datesIn({ from: 0, text }, written).map(
    ({ from, words, date, weekday, weekdays }) => ({
      ...plain(from, from + words.trimEnd().length, date),
      ...(weekday !== undefined && { weekday: placeOf(weekdays, weekday) + 1 }),
    }),
  );
  const put = (match: RegExpMatchArray, day: number, month: number, year?: string, doubt?: number) => {
    const date = nearestDate(day, month, yearOf(year), written);
    if (date === undefined) return;
    found.push({
      ...plain(match.index!, match.index! + match[0].length, date),
      doubt: doubt === undefined || doubt === date ? null : `${sayDay(doubt)} may be meant`,
    });
  };
  for (const match of text.matchAll(/(?<![\d./-])(20\d\d)-(\d\d)-(\d\d)(?![\d-])/g))
    put(match, Number(match[3]), Number(match[2]), match[1]);
  for (const match of text.matchAll(/(?<![\d./-])(\d{1,2})\/(\d{1,2})(?:\/(\d{4}|\d{2}))?(?![\d/])/g)) {
    // Day first and month first are both in use among those who write English.
    const [a, b] = [Number(match[1]), Number(match[2])];
    const other = nearestDate(b, a, yearOf(match[3]), written);
    if (b > 12) put(match, b, a, match[3]);
    else put(match, a, b, match[3], language === 'en' && a <= 12 ? other : undefined);
  }
  for (const match of text.matchAll(/(?<![\d.,])(\d{1,2})\.(\d{1,2})\.(20\d\d|\d\d(?![\d:.]))?(?!\d)/g))
    put(match, Number(match[1]), Number(match[2]), match[3]);
  return found;
}

function weekdaysNamed(text: string, language: Language, speech: Speech, written: number): Found[] {
  const { weekdays } = CALENDAR[language];
  const today = weekdayOf(written);
  const parts = language === 'de' ? `(?<part>${Object.keys(GERMAN_PARTS).join('|')})?` : '';
  const optional = (name: string, source: string) => (source === '' ? '' : `(?:(?<${name}>${source})\\s+)?`);
  const behind = [
    speech.next[1] && `(?<nextBehind>${speech.next[1]})`,
    speech.coming[1] && `(?<comingBehind>${speech.coming[1]})`,
    speech.last[1] && `(?<lastBehind>${speech.last[1]})`,
  ].filter(Boolean);
  const source = [
    optional('last', speech.last[0]),
    optional('next', speech.next[0]),
    optional('coming', speech.coming[0]),
    `(?<name>${oneOf(weekdayForms(language))})${parts}`,
    behind.length > 0 ? `(?:\\s+(?:${behind.join('|')}))?` : '',
  ].join('');
  const found = [...text.matchAll(expression(word(source), 'giu'))].flatMap((match): Found[] => {
    const groups = match.groups as Record<string, string | undefined>;
    const name = groups.name!;
    if (language === 'en' && name.length <= 5 && !SHORT.test(name)) return [];
    const weekday = placeOf(weekdays, name) + 1;
    const ahead = (weekday - today + 7) % 7;
    const item = { ...plain(match.index, match.index + match[0].length, written), weekday, byWeekday: true };
    const part = groups.part ? GERMAN_PARTS[groups.part.toLowerCase()]! : null;
    if (groups.last ?? groups.lastBehind) return [{ ...item, date: written + ahead - 7 }];
    const near = written + (ahead || 7);
    const inNextWeek = written - today + 7 + weekday;
    if (groups.nextBehind) return [{ ...item, part, date: inNextWeek }];
    if (groups.next && speech.nextIsAfter) {
      const doubt = near === inNextWeek ? null : `${sayDay(near)} may be meant`;
      return [{ ...item, part, date: inNextWeek, doubt }];
    }
    const orToday = ahead === 0 && !(groups.next ?? groups.coming ?? groups.comingBehind);
    return [{ ...item, part, date: near, orToday }];
  });
  if (language !== 'de') return found;
  const short = [...text.matchAll(/(?<!\p{L})(Mo|Di|Mi|Do|Fr|Sa|So)(?=[.,]{1,2}\s*(?:den\s+)?\d)/gu)];
  return [
    ...found,
    ...short.map((match) => {
      const weekday = GERMAN_SHORT.indexOf(match[1]!) + 1;
      const date = written + ((weekday - today + 7) % 7 || 7);
      return { ...plain(match.index, match.index + match[0].length, date), weekday, byWeekday: true };
    }),
  ];
}

/** “on the 5th”: the next day of that number. */
function daysOfMonth(text: string, speech: Speech, written: number): Found[] {
  const source = speech.dayOfMonth.replace('#', String.raw`(?<day>\d{1,2})`);
  return [...text.matchAll(expression(`${word(source)}(?!\\s*(?:[:.]\\d|h|%|\\p{L}*\\d))`, 'giu'))].flatMap(
    (match) => {
      const day = Number(match.groups!.day);
      const { year, month } = civilOf(written);
      const dates = [0, 1, 2].flatMap((ahead) => {
        const which = month - 1 + ahead;
        return nearestDate(day, (which % 12) + 1, year + Math.floor(which / 12), written) ?? [];
      });
      const date = dates.find((each) => each >= written);
      return date === undefined ? [] : [plain(match.index, match.index + match[0].length, date)];
    },
  );
}

const BETWEEN = /^[\s,.(]*(?:(?:den|der|dem|dia|día|le|el|the|on|o|a|am|em|no)\s+)?$/iu;

/** A weekday and a date side by side are one day. */
function joined(items: readonly Found[], text: string): Found[] {
  const all: Found[] = [];
  for (const item of items) {
    const last = all.at(-1);
    const near = last && BETWEEN.test(text.slice(last.to, item.from)) && last.byWeekday !== item.byWeekday;
    if (!near) {
      all.push(item);
      continue;
    }
    const [weekday, date] = last.byWeekday ? [last, item] : [item, last];
    if (weekday.weekday === undefined || (last.byWeekday === false && last.weekday !== undefined))
      all.push(item);
    else
      all[all.length - 1] = {
        ...date,
        from: last.from,
        to: item.to,
        weekday: weekday.weekday,
        part: weekday.part,
      };
  }
  return all.map((item) => {
    const { weekday, byWeekday, date } = item;
    if (byWeekday || weekday === undefined || weekdayOf(date) === weekday) return item;
    return {
      ...item,
      doubt: `${sayDay(date)} is a ${englishWeekday(weekdayOf(date))}, not a ${englishWeekday(weekday)}`,
    };
  });
}

/**
 * The days a sentence names, in their order, those that are over too.
 * @param written the day it was written on where the writer is, as a number of days
 */
export function daysNamed(
  text: string,
  language: Language,
  written: number,
  parts: readonly PartItem[],
): DayItem[] {
  const speech = SPEECH[language];
  const dates = writtenDates(text, language, written);
  const sure = longest<Found | PartItem>([
    ...relativeDays(text, speech, written),
    ...dates,
    ...weekdaysNamed(text, language, speech, written),
    ...parts,
    ...daysOfMonth(text, speech, written),
  ]);
  return joined(
    sure.filter((item) => item.kind === 'day'),
    text,
  );
}
