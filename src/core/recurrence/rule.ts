/** Recurrence rules as text (RFC 5545 §3.3.10). */

export const FREQUENCIES = [
  'YEARLY',
  'MONTHLY',
  'WEEKLY',
  'DAILY',
  'HOURLY',
  'MINUTELY',
  'SECONDLY',
] as const;
export type Frequency = (typeof FREQUENCIES)[number];

/** A weekday, or the so-manieth of them in a month or a year, from its end where negative. */
export interface ByDay {
  /** 0 is Monday. */
  weekday: number;
  ordinal: number | null;
}

/** Lists are empty where nothing is said. */
export interface Rule {
  freq: Frequency;
  interval: number;
  count: number | null;
  /** The last moment there may be: an instant, epoch ms, or a time on the clock it is counted on; null: it never ends. */
  until: { at: number } | { local: string } | null;
  /** The day a week begins with, 0 is Monday. */
  weekStart: number;
  bySecond: number[];
  byMinute: number[];
  byHour: number[];
  byDay: ByDay[];
  byMonthDay: number[];
  byYearDay: number[];
  byWeekNo: number[];
  byMonth: number[];
  bySetPos: number[];
}

/** A rule that cannot be used. `message` is fit to show. */
export class RuleError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'RuleError';
  }
}

const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
/** Longer lists say nothing more: there are no more seconds, minutes or days. */
const LONGEST_LIST = 800;
const MOST = 1_000_000_000;
/** Times of a day that BYSETPOS chooses among: as many as there are minutes. */
const MOST_CHOSEN = 1440;

function wholeNumber(name: string, text: string, from: number, to: number): number {
  const value = /^\d{1,10}$/.test(text) ? Number(text) : NaN;
  if (!(value >= from && value <= to))
    throw new RuleError(`${name} is a number from ${from} to ${to}, not “${text}”.`);
  return value;
}

function numbers(name: string, text: string, from: number, to: number, negative: boolean): number[] {
  const parts = text.split(',');
  if (parts.length > LONGEST_LIST) throw new RuleError(`${name} is too long.`);
  const values = parts.map((part) => {
    const sign = /^[+-]/.exec(part)?.[0];
    if (sign === '-' && !negative) throw new RuleError(`${name} takes no negative numbers.`);
    return wholeNumber(name, sign ? part.slice(1) : part, from, to) * (sign === '-' ? -1 : 1);
  });
  return [...new Set(values)].sort((a, b) => a - b);
}

function byDay(text: string): ByDay[] {
  const days = text.split(',').map((part) => {
    const match = /^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/.exec(part);
    const ordinal = match?.[1] === undefined ? null : Number(match[1]);
    if (!match || ordinal === 0 || Math.abs(ordinal ?? 1) > 53)
      throw new RuleError(`BYDAY is days as MO or 2TU or -1FR, not “${part}”.`);
    return { weekday: WEEKDAYS.indexOf(match[2]!), ordinal };
  });
  if (days.length > LONGEST_LIST) throw new RuleError('BYDAY is too long.');
  return days;
}

function until(text: string): Rule['until'] {
  const match = /^(\d{4})(\d{2})(\d{2})(?:T(\d{2})(\d{2})(\d{2})(Z)?)?$/.exec(text);
  const [, year, month, day, hour = '23', minute = '59', second = '59', utc] = match ?? [];
  const local = `${year}-${month}-${day}T${hour}:${minute}:${second}`;
  const at = match ? Date.parse(`${local}Z`) : NaN;
  // 31 November would be another day.
  if (Number.isNaN(at) || new Date(at).toISOString().slice(0, 19) !== local)
    throw new RuleError(`UNTIL is a day or a time as 20261224 or 20261224T170000Z, not “${text}”.`);
  return utc ? { at } : { local };
}

const NOTHING: Omit<Rule, 'freq'> = {
  interval: 1,
  count: null,
  until: null,
  weekStart: 0,
  bySecond: [],
  byMinute: [],
  byHour: [],
  byDay: [],
  byMonthDay: [],
  byYearDay: [],
  byWeekNo: [],
  byMonth: [],
  bySetPos: [],
};

type Part = (value: string) => Partial<Rule>;

const PARTS: Record<string, Part> = {
  INTERVAL: (value) => ({ interval: wholeNumber('INTERVAL', value, 1, MOST) }),
  COUNT: (value) => ({ count: wholeNumber('COUNT', value, 1, MOST) }),
  UNTIL: (value) => ({ until: until(value) }),
  WKST: (value) => {
    if (!WEEKDAYS.includes(value)) throw new RuleError(`WKST is a day as MO, not “${value}”.`);
    return { weekStart: WEEKDAYS.indexOf(value) };
  },
  // 60 is a second that clocks leave out (RFC 5545 §3.3.10): it is the last one before.
  BYSECOND: (value) => ({
    bySecond: [...new Set(numbers('BYSECOND', value, 0, 60, false).map((each) => Math.min(59, each)))],
  }),
  BYMINUTE: (value) => ({ byMinute: numbers('BYMINUTE', value, 0, 59, false) }),
  BYHOUR: (value) => ({ byHour: numbers('BYHOUR', value, 0, 23, false) }),
  BYDAY: (value) => ({ byDay: byDay(value) }),
  BYMONTHDAY: (value) => ({ byMonthDay: numbers('BYMONTHDAY', value, 1, 31, true) }),
  BYYEARDAY: (value) => ({ byYearDay: numbers('BYYEARDAY', value, 1, 366, true) }),
  BYWEEKNO: (value) => ({ byWeekNo: numbers('BYWEEKNO', value, 1, 53, true) }),
  BYMONTH: (value) => ({ byMonth: numbers('BYMONTH', value, 1, 12, false) }),
  BYSETPOS: (value) => ({ bySetPos: numbers('BYSETPOS', value, 1, 366, true) }),
};

/** What RFC 5545 §3.3.10 forbids together. */
function check(rule: Rule): void {
  const { freq } = rule;
  if (rule.count !== null && rule.until !== null)
    throw new RuleError('A rule ends by COUNT or by UNTIL, not by both.');
  if (rule.byWeekNo.length > 0 && freq !== 'YEARLY')
    throw new RuleError('BYWEEKNO is for FREQ=YEARLY alone.');
  if (rule.byYearDay.length > 0 && ['DAILY', 'WEEKLY', 'MONTHLY'].includes(freq))
    throw new RuleError(`BYYEARDAY is not for FREQ=${freq}.`);
  if (rule.byMonthDay.length > 0 && freq === 'WEEKLY')
    throw new RuleError('BYMONTHDAY is not for FREQ=WEEKLY.');
  const ordinals = rule.byDay.some(({ ordinal }) => ordinal !== null);
  if (ordinals && freq !== 'MONTHLY' && freq !== 'YEARLY')
    throw new RuleError('A so-manieth weekday is for FREQ=MONTHLY or FREQ=YEARLY.');
  if (ordinals && rule.byWeekNo.length > 0) throw new RuleError('BYWEEKNO has weekdays without numbers.');
  const others = [
    'bySecond',
    'byMinute',
    'byHour',
    'byDay',
    'byMonthDay',
    'byYearDay',
    'byWeekNo',
    'byMonth',
  ] as const;
  if (rule.bySetPos.length > 0 && others.every((part) => rule[part].length === 0))
    throw new RuleError('BYSETPOS chooses among what other parts give, and there are none.');
  const times = [rule.byHour, rule.byMinute, rule.bySecond].reduce(
    (all, list) => all * Math.max(1, list.length),
    1,
  );
  if (rule.bySetPos.length > 0 && times > MOST_CHOSEN)
    throw new RuleError('BYSETPOS would choose among too many times of a day.');
}

/**
 * Reads a rule.
 * @param text with or without `RRULE:`
 * @throws RuleError in words, naming the part
 */
export function readRule(text: string): Rule {
  const parts = text
    .trim()
    .toUpperCase()
    .replace(/^RRULE:/, '')
    .split(';')
    .filter(Boolean);
  const given = new Map<string, string>();
  for (const part of parts) {
    const [name, value, ...more] = part.split('=');
    if (!name || !value || more.length > 0)
      throw new RuleError(`“${part}” is no part of a rule. Write it as FREQ=WEEKLY;BYDAY=MO.`);
    if (given.has(name)) throw new RuleError(`${name} is given twice.`);
    given.set(name, value);
  }
  const freq = FREQUENCIES.find((each) => each === given.get('FREQ'));
  if (!freq) throw new RuleError('A rule says how often it happens: FREQ=DAILY, WEEKLY, MONTHLY or YEARLY.');
  given.delete('FREQ');
  let rule: Rule = { freq, ...NOTHING };
  for (const [name, value] of given) {
    const read = Object.hasOwn(PARTS, name) ? PARTS[name] : undefined;
    if (!read) throw new RuleError(`“${name}” is no part of a rule.`);
    rule = { ...rule, ...read(value) };
  }
  check(rule);
  return rule;
}
