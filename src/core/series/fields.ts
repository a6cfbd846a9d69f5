/** Fields in a message that repeats, filled anew for each occurrence: `{{number}}`, `{{date}}`, `{{first name}}`, own ones. */
import { dayNumberOf, weekdayOf, dateOfDay } from '../time/dayNumber';
import { isLocal } from '../time/wallClock';

/** What is known of an occurrence for one departure of it. */
export interface FieldContext {
  /** Which one it is, from 1, and of how many; null where nobody knows or it never ends. */
  number: number | null;
  of: number | null;
  /** When it leaves on its reader’s clock: `2026-12-03T09:10`. */
  local: string;
  /** ISO 3166-1 alpha-2, for the order in which dates are written there. */
  country?: string;
  /** Of the one reader it goes to; undefined where there are several, or their name is not known. */
  firstName?: string;
  /** Own fields with their values for this occurrence. */
  own: Readonly<Record<string, string>>;
}

/** As in `core/checks/placeholders`, which stops what is left. */
const FIELD = /\{\{([^{}\n]{1,80})\}\}/g;

const keyOf = (name: string) => name.trim().toLowerCase().replace(/\s+/g, ' ');

const dateWords = (date: string, country = 'GB'): string => {
  const options = {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  } as const;
  return new Intl.DateTimeFormat(`en-${country}`, options).format(new Date(`${date}T00:00Z`));
};

/** The number of the week, ISO 8601. @param date `2026-12-03` */
export function isoWeek(date: string): number {
  const day = dayNumberOf(date);
  const thursday = day - weekdayOf(day) + 4;
  return Math.floor((thursday - dayNumberOf(`${dateOfDay(thursday).slice(0, 4)}-01-01`)) / 7) + 1;
}

function valueOf(name: string, context: FieldContext): string | undefined {
  const own = Object.entries(context.own).find(([key]) => key.toLowerCase() === name);
  if (own) return own[1] || undefined;
  const date = context.local.slice(0, 10);
  switch (name) {
    case 'number':
      return context.number?.toString();
    case 'of':
      return context.of?.toString();
    case 'date':
      return dateWords(date, context.country);
    case 'week':
      return isoWeek(date).toString();
    case 'first name':
      return context.firstName;
  }
  const until = /^days until (\d{4}-\d{2}-\d{2})$/.exec(name)?.[1];
  if (until && isLocal(`${until}T00:00`)) return String(dayNumberOf(until) - dayNumberOf(date));
  return undefined;
}

/** With every field filled whose value is known; the others stand as they are. @param escape for what it is put into */
export const fillFields = (text: string, context: FieldContext, escape = (value: string) => value): string =>
  text.replace(FIELD, (whole, name: string) => {
    const value = valueOf(keyOf(name), context);
    return value === undefined ? whole : escape(value);
  });

/** The fields of a text that are filled by nobody but me, each once, lower case. */
export function ownFieldsOf(text: string): string[] {
  const names = [...text.matchAll(FIELD)].map((match) => keyOf(match[1]!));
  const known = (name: string) =>
    ['number', 'of', 'date', 'week', 'first name'].includes(name) ||
    /^days until \d{4}-\d{2}-\d{2}$/.test(name);
  return [...new Set(names.filter((name) => !known(name)))];
}

/** Without its fields, for what asks about the rest. */
export const withoutFields = (text: string): string => text.replace(FIELD, '');
