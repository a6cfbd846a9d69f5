/** Days as whole numbers, which is quicker to reckon with than dates where there are thousands. 0 is 1 January 1970. */

const DAY_MS = 86_400_000;

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

/** `2026-12-12` of a number of days. */
export const dateOfDay = (day: number): string => new Date(day * DAY_MS).toISOString().slice(0, 10);

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
