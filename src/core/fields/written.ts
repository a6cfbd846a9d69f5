/** How dates and numbers are written where a reader is. */

/** In which language, and in which country’s order. */
export interface WrittenFor {
  /** BCP 47 */
  language: string;
  /** ISO 3166-1 alpha-2 */
  country?: string;
}

const DATE_FORMS: Readonly<Record<string, Intl.DateTimeFormatOptions>> = {
  '': { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  long: { day: 'numeric', month: 'long', year: 'numeric' },
  short: { day: 'numeric', month: 'numeric', year: 'numeric' },
  'without year': { weekday: 'long', day: 'numeric', month: 'long' },
  weekday: { weekday: 'long' },
  month: { month: 'long' },
  year: { year: 'numeric' },
};

/** Where a language is not known as it is written in a country, English is British. */
function localeOf({ language, country }: WrittenFor): string {
  const [code = 'en'] = language.split('-');
  const wanted = country ? `${code}-${country}` : language;
  const known = new Intl.DateTimeFormat(wanted).resolvedOptions().locale;
  return code === 'en' && !known.includes('-') ? 'en-GB' : wanted;
}

/** @param date `2026-12-03`; @returns undefined where there is no such form */
export function dateWritten(date: string, form: string, where: WrittenFor): string | undefined {
  if (form === 'iso') return date;
  const options = DATE_FORMS[form];
  if (!options) return undefined;
  const format = new Intl.DateTimeFormat(localeOf(where), {
    ...options,
    timeZone: 'UTC',
    calendar: 'gregory',
  });
  return format.format(new Date(`${date}T00:00Z`));
}

/** `1,234.50`, `1.234,50`, `1 234.5`: the last sign that parts is the decimal one, unless it parts thousands alone. */
export function numberOf(text: string): number | undefined {
  const plain = text.trim().replace(/[\s\u00a0\u202f'’]/g, '');
  if (!/^[+-]?\d[\d.,]*$/.test(plain)) return undefined;
  const decimal = Math.max(plain.lastIndexOf('.'), plain.lastIndexOf(','));
  const sign = plain[decimal];
  const others = sign === '.' ? ',' : '.';
  const thousands =
    decimal >= 0 &&
    (plain.split(sign!).length > 2 || (sign === ',' && /^[+-]?\d{1,3},\d{3}$/.test(plain))) &&
    !plain.includes(others);
  const whole = thousands ? plain.replace(/[.,]/g, '') : plain.replaceAll(others, '').replace(',', '.');
  return /^[+-]?\d+(?:\.\d+)?$/.test(whole) ? Number(whole) : undefined;
}

/** @param form `number`, `number 2` with so many decimals, a currency of ISO 4217; undefined where it is none of these */
export function numberWritten(value: string, form: string, where: WrittenFor): string | undefined {
  const decimals = /^number(?: (\d))?$/.exec(form);
  const currency =
    /^[a-z]{3}$/i.test(form) && Intl.supportedValuesOf('currency').includes(form.toUpperCase());
  if (!decimals && !currency) return undefined;
  const number = numberOf(value);
  if (number === undefined) return undefined;
  const digits = decimals?.[1] === undefined ? undefined : Number(decimals[1]);
  const options: Intl.NumberFormatOptions = currency
    ? { style: 'currency', currency: form.toUpperCase() }
    : { minimumFractionDigits: digits, maximumFractionDigits: digits ?? 20 };
  return new Intl.NumberFormat(localeOf(where), options).format(number);
}

/** What stands after the colon of a field, for those who ask. */
export const FORMS = [
  ...Object.keys(DATE_FORMS).filter(Boolean),
  'iso',
  'number',
  'number 2',
  'EUR',
] as const;
