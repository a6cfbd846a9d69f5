/** Times of an event after it has moved as a whole, on its own clock. */

const wall = (time: string) => Date.parse(`${time.length === 10 ? `${time}T00:00` : time}Z`);

/** How far a start has moved on its clock, ms of that. */
export const shiftOf = (from: string, to: string): number => wall(to) - wall(from);

/** A day, or a time, that much later, in its own form. */
export function shiftedTime(time: string, ms: number): string {
  const local = new Date(wall(time) + ms).toISOString().slice(0, 19);
  return time.length === 10 ? local.slice(0, 10) : local.endsWith(':00') ? local.slice(0, 16) : local;
}

/** The same of an occurrence as it is named: `2026-12-03T09:10:00`. */
export const shiftedOccurrence = (occurrence: string, ms: number): string =>
  new Date(wall(occurrence) + ms).toISOString().slice(0, 19);

/** In such an order that none is where another still stands, however far they all move. */
export const inOrderOf = <T extends { occurrence: string | null }>(rows: readonly T[], ms: number): T[] =>
  [...rows].sort((a, b) => (a.occurrence! < b.occurrence! ? 1 : -1) * (ms > 0 ? 1 : -1));
