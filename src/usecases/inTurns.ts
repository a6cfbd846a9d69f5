/** Much work in small pieces: in between, others have their turn. */

/** So many are done in one go. */
const BATCH = 25;

/** @param work is given some at a time, in order, and where they begin */
export async function inTurns<T>(
  all: readonly T[],
  work: (batch: readonly T[], from: number) => void,
): Promise<void> {
  for (let from = 0; from < all.length; from += BATCH) {
    work(all.slice(from, from + BATCH), from);
    await new Promise((resolve) => setImmediate(resolve));
  }
}
