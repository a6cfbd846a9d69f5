/** Departures that reach a reader within minutes of each other, and where there is room. */

/** Two departures nearer to each other than this arrive as a pair, ms. */
export const CLOSE = 10 * 60_000;
/** A way out leads this far off, ms. */
export const APART = 15 * 60_000;

/** @param at epoch ms */
export const closeTo = <O extends { at: number }>(at: number, others: readonly O[]): O[] =>
  others.filter((other) => Math.abs(other.at - at) < CLOSE);

/** The first moment from one on that no other comes close to: a way out must not lead to the next of its kind. */
export function freeFrom(from: number, others: readonly { at: number }[]): number {
  let at = from;
  for (;;) {
    const near = closeTo(at, others);
    if (near.length === 0) return at;
    at = Math.max(...near.map((other) => other.at)) + APART;
  }
}
