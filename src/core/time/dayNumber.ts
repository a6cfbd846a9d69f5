/** Days as whole numbers, which is quicker to reckon with than dates where there are thousands. 0 is 1 January 1970. */

const DAY_MS = 86_400_000;

export const dayNumber = (year: number, month: number, day: number): number =>
  Date.UTC(year, month - 1, day) / DAY_MS;

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
  const at = new Date(day * DAY_MS);
  return { year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, date: at.getUTCDate() };
}
