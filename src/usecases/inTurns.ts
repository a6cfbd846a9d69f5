/** Much work in small pieces: in between, others have their turn. */

/** So many are done in one go. */
const BATCH = 100;

/**
 * @param work is given some at a time, in order, and where they begin
 * @param size how many: more where beginning costs much
 */
export async function inTurns<T>(
  all: readonly T[],
  work: (batch: readonly T[], from: number) => void,
  size = BATCH,
): Promise<void> {
  for (let from = 0; from < all.length; from += size) {
    work(all.slice(from, from + size), from);
    await new Promise((resolve) => setImmediate(resolve));
  }
}
