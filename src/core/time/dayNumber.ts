/** Days as whole numbers, which is quicker to reckon with than dates where there are thousands. 0 is 1 January 1970. */

const DAY_S = 86_400;
const DAY_MS = DAY_S * 1000;

/** Days in 400 years, after which the calendar is the same again, and from 1 March 0000 to 1 January 1970. */
const ERA = 146_097;
const EPOCH = 719_468;

/** Years are counted from March, so that a leap day is the last of its year. */
export function dayNumber(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const ofEra = y - era * 400;
  const ofYear = Math.floor((153 * (month > 2 ? month - 3 : month + 9) + 2) / 5) + day - 1;
  return era * ERA + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - EPOCH;
}

/** @param local `2026-12-12`, a time allowed */
export const dayNumberOf = (local: string): number => Date.parse(`${local.slice(0, 10)}T00:00Z`) / DAY_MS;

const padded = (value: number, digits: number) => String(value).padStart(digits, '0');

/** `2026-12-12` of a number of days, of the years 0 to 9999. */
export function dateOfDay(day: number): string {
  const { year, month, date } = civilOf(day);
  return `${padded(year, 4)}-${padded(month, 2)}-${padded(date, 2)}`;
}

/**
 * A wall-clock time as a number: seconds since 1 January 1970 on that clock.
 * @param local `2026-12-07T09:00`, seconds allowed
 */
export const secondsOf = (local: string): number => Date.parse(`${local.slice(0, 19)}Z`) / 1000;

/** The same back, with seconds: `2026-12-07T09:00:00`. */
export function localOf(seconds: number): string {
  const day = Math.floor(seconds / DAY_S);
  const time = seconds - day * DAY_S;
  const [hour, minute] = [Math.floor(time / 3600), Math.floor((time % 3600) / 60)];
  return `${dateOfDay(day)}T${padded(hour, 2)}:${padded(minute, 2)}:${padded(time % 60, 2)}`;
}

/** 1 is Monday; 1 January 1970 was a Thursday. */
export const weekdayOf = (day: number): number => ((((day + 3) % 7) + 7) % 7) + 1;

export interface Civil {
  year: number;
  /** 1 is January. */
  month: number;
  /** Of the month. */
  date: number;
}

export function civilOf(day: number): Civil {
  const shifted = day + EPOCH;
  const era = Math.floor(shifted / ERA);
  const ofEra = shifted - era * ERA;
  const y = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * y + Math.floor(y / 4) - Math.floor(y / 100));
  const m = Math.floor((5 * ofYear + 2) / 153);
  const date = ofYear - Math.floor((153 * m + 2) / 5) + 1;
  const month = m < 10 ? m + 3 : m - 9;
  return { year: y + era * 400 + (month <= 2 ? 1 : 0), month, date };
}
