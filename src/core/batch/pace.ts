/** When the rows of a batch leave, so that not all of them do at once. */

const MINUTE = 60_000;
/** How much of a reader’s morning is used for spreading. */
const MORNING_MS = 90 * MINUTE;

/**
 * At most so many in any minute: those too many come later, as soon as they may, in the order in which they were to leave.
 * @param moments epoch ms, in the order of the rows
 * @returns the same or later ones, in that order
 */
export function paced(moments: readonly number[], perMinute: number): number[] {
  const order = moments.map((at, n) => ({ at, n })).sort((a, b) => a.at - b.at || a.n - b.n);
  const given: number[] = [];
  const result = [...moments];
  for (const { at, n } of order) {
    const before = given[given.length - perMinute];
    const next = before === undefined ? at : Math.max(at, before + MINUTE);
    given.push(next);
    result[n] = next;
  }
  return result;
}

/**
 * Those that begin together are spread over the morning, evenly.
 * @param starts when the readers’ work begins, epoch ms, in the order of the rows
 */
export function spread(starts: readonly number[]): number[] {
  const together = new Map<number, number[]>();
  starts.forEach((at, n) => together.set(at, [...(together.get(at) ?? []), n]));
  const result = [...starts];
  for (const [at, rows] of together)
    rows.forEach((n, place) => {
      // On a whole minute: nobody reads seconds in a morning.
      result[n] = at + Math.floor((place * MORNING_MS) / rows.length / MINUTE) * MINUTE;
    });
  return result;
}
