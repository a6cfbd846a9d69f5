/** What backups are called in their folder, and which of them are kept. */
import { toLocal } from '../time/wallClock';

/** Digits of a moment to the second, in UTC, so that names stand in the order they were made in. */
const NAME = /^oak-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z\.db$/;

/** @param at epoch ms */
export const backupName = (at: number): string =>
  `oak-${new Date(at).toISOString().slice(0, 19).replace(/[-:]/g, '')}Z.db`;

/** When it was made, epoch ms, by its name; undefined for a file of another name. */
export function madeAtOf(name: string): number | undefined {
  const [, year, month, day, hour, minute, second] = NAME.exec(name) ?? [];
  return year === undefined
    ? undefined
    : Date.parse(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`) || undefined;
}

const dayOf = (at: number, zone: string) => toLocal(at, zone).slice(0, 10);

/** True where none was made on the day it is now. @param made when each was, epoch ms */
export const isBackupDue = (made: readonly number[], now: number, zone: string): boolean =>
  !made.some((at) => dayOf(at, zone) === dayOf(now, zone));

/**
 * Which may go: of each day but the present one the last is kept, of so many days as there are backups of. What was
 * made today stays until tomorrow, however much: it was asked for.
 * @param made when each was, epoch ms
 * @param keep days; at least 1
 */
export function backupsToForget(made: readonly number[], keep: number, now: number, zone: string): number[] {
  const today = dayOf(now, zone);
  const lastOf = new Map<string, number>();
  for (const at of [...made].sort((a, b) => a - b)) lastOf.set(dayOf(at, zone), at);
  const days = [...lastOf.keys()].sort().slice(-keep);
  const kept = new Set(days.map((day) => lastOf.get(day)));
  return made.filter((at) => !kept.has(at) && dayOf(at, zone) !== today);
}
