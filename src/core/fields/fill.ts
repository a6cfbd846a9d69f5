/** What the fields of a text become for one reader, and which of them become nothing. */
import type { Working } from '../time/dayParts';
import { dateNamed, daysUntil, isoWeek } from './dates';
import { fieldsIn, keyOf, replaceFields, type Field } from './syntax';
import { dateWritten, numberWritten, type WrittenFor } from './written';

/** What is known of one reader. */
export interface FieldReader {
  address: string;
  name?: string;
  place?: string;
  organisation?: string;
  /** What else is known of them, by names in lower case. */
  columns: Readonly<Record<string, string>>;
}

/** What is known for one departure. */
export interface FieldContext {
  /** Which one of what repeats it is, from 1, and of how many; null where nobody knows or it never ends. */
  number: number | null;
  of: number | null;
  /** When it lands on its reader’s clock: `2026-12-03T09:10`. */
  local: string;
  written: WrittenFor;
  /** Of the one it goes to; undefined where it goes to several together. */
  reader?: FieldReader;
  working?: Working;
  me: { name: string; address: string; place?: string };
  /** What it belongs to. */
  occasion?: { name: string; local: string };
  /** Own fields with their values for this departure, by names in lower case; an empty one is none. */
  own: Readonly<Record<string, string>>;
}

/** Of whom a field says something: what is filled by itself, and by me. */
export type FieldKind = 'reader' | 'mine' | 'date' | 'occurrence' | 'occasion' | 'own';

const READERS = ['first name', 'name', 'place', 'organisation', 'address'] as const;
const MINE = ['my name', 'my first name', 'my address', 'my place'] as const;
const OCCURRENCE = ['number', 'of'] as const;
const OCCASION = ['occasion', 'occasion date', 'occasion time'] as const;
/** Any day: only whether the name is one of a date is asked. */
const SOME_DAY = '2026-01-01';

const isOneOf = (names: readonly string[], name: string) => names.includes(name);

/** @param name lower case */
export function kindOfField(name: string): FieldKind {
  if (isOneOf(READERS, name)) return 'reader';
  if (isOneOf(MINE, name)) return 'mine';
  if (isOneOf(OCCURRENCE, name)) return 'occurrence';
  if (isOneOf(OCCASION, name)) return 'occasion';
  const date = name === 'week' || daysUntil(name, SOME_DAY) !== undefined || dateNamed(name, SOME_DAY);
  return date ? 'date' : 'own';
}

/** Those that are filled by themselves, with what each says. */
export const KNOWN_FIELDS: readonly { name: string; says: string }[] = [
  { name: 'first name', says: 'the reader’s first name' },
  { name: 'name', says: 'the reader’s name' },
  { name: 'place', says: 'where the reader is' },
  { name: 'organisation', says: 'whom the reader works for' },
  { name: 'address', says: 'the reader’s address' },
  { name: 'date', says: 'the day it lands' },
  { name: 'the friday after', says: 'the Friday after that day; any weekday, after or before' },
  { name: '3 working days after', says: 'counted in their working days; also days, weeks, months' },
  { name: 'end of the month', says: 'also of the week, the year, or the next one' },
  { name: 'days until 2026-12-12', says: 'how many days there are from the landing day' },
  {
    name: 'occasion date',
    says: 'the day of the occasion it belongs to; also its time, and occasion for its name',
  },
  { name: 'week', says: 'the number of the week' },
  { name: 'my name', says: 'yours, as the message is from' },
  { name: 'my place', says: 'your city' },
];

const firstOf = (name: string | undefined) => name?.trim().split(/\s+/)[0];

function raw(name: string, { reader, me, number, of, own, occasion }: FieldContext): string | undefined {
  // What somebody gave to it is what is meant.
  if (own[name]) return own[name];
  switch (name) {
    case 'first name':
      return firstOf(own.name || reader?.name);
    case 'name':
    case 'place':
    case 'organisation':
    case 'address':
      return reader?.[name];
    case 'my name':
      return me.name;
    case 'my first name':
      return firstOf(me.name);
    case 'my address':
      return me.address;
    case 'my place':
      return me.place;
    case 'occasion':
      return occasion?.name;
    case 'occasion time':
      return occasion?.local.slice(11, 16);
    case 'number':
      return number?.toString();
    case 'of':
      return of?.toString();
  }
  return reader?.columns[name];
}

function reckoned({ name, form }: Field, context: FieldContext): string | undefined {
  if (name === 'occasion date')
    return context.occasion && dateWritten(context.occasion.local.slice(0, 10), form, context.written);
  const landing = context.local.slice(0, 10);
  if (name === 'week') return isoWeek(landing).toString();
  const days = daysUntil(name, landing);
  if (days !== undefined) return String(days);
  const date = dateNamed(name, landing, context.working);
  return date && dateWritten(date, form, context.written);
}

/** Signs that rule something are no part of a value, but for the end of a line. */
const RULING = /[^\P{Cc}\n]+/gu;
const tamed = (value: string) => value.replace(/\r\n?/g, '\n').replace(RULING, ' ');

/** What a field becomes; undefined where nothing is known for it. */
export function valueOf(field: Field, context: FieldContext): string | undefined {
  const given = raw(field.name, context)?.trim();
  const kind = kindOfField(field.name);
  const value =
    given && kind !== 'date' && kind !== 'occasion' && field.form
      ? numberWritten(given, field.form, context.written)
      : given;
  const known =
    value || ((kind === 'date' || kind === 'occasion') && !given ? reckoned(field, context) : undefined);
  const found = known || field.instead;
  return found === undefined ? undefined : tamed(found);
}

/** Why a field becomes nothing, to follow its name: “is not known of Ana Duarte”. */
export function whyNothing(field: Field, context: FieldContext): string {
  const kind = kindOfField(field.name);
  const given = raw(field.name, context);
  if (given && field.form) return `is “${given}”, which cannot be written as “${field.form}”`;
  if (kind === 'date') return field.form ? `cannot be written as “${field.form}”` : 'cannot be reckoned';
  if (kind === 'occasion') return 'is known only of what belongs to an occasion';
  if (kind === 'occurrence') return 'is known only of what repeats';
  if (kind === 'mine') return 'is not known of you: tell it in Settings';
  const { reader } = context;
  if (!reader) return 'differs from reader to reader: send individual copies, or give it a value';
  return kind === 'own'
    ? `has no value for ${reader.name || reader.address}`
    : `is not known of ${reader.name || reader.address}`;
}

/** In a line every value stands on that line. */
const onOneLine = (value: string) =>
  value
    .split('\n')
    .map((line) => line.trim())
    .join(' ');

export const fillSubject = (subject: string, context: FieldContext): string =>
  replaceFields(subject, (field) => {
    const value = valueOf(field, context);
    return value && onOneLine(value);
  });

export const fillText = (text: string, context: FieldContext): string =>
  replaceFields(text, (field) => valueOf(field, context));

/** The fields of texts, each once, by name. */
export function fieldsOf(...texts: readonly string[]): Field[] {
  const all = texts.flatMap(fieldsIn);
  return [...new Map(all.reverse().map((field) => [field.whole, field])).values()].reverse();
}

/** The fields that are filled by nobody but me, each once, lower case. */
export const ownFieldsOf = (...texts: readonly string[]): string[] => [
  ...new Set(
    texts
      .flatMap(fieldsIn)
      .map(({ name }) => name)
      .filter((name) => kindOfField(name) === 'own'),
  ),
];

/** Columns as they are looked up. */
export const columnsByKey = (columns: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(Object.entries(columns).map(([name, value]) => [keyOf(name), value]));
