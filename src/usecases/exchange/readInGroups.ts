/** Reading many messages: some in one go, and one that is too much for that by itself. */
import type { ReadMail } from '#mail/readMail';
import { isTooStrange, longMs, reading, type ReadingPool } from '#reading/pool';

/** What was read of one message. */
export type ReadOne = { bytes: Buffer } & ({ read: ReadMail } | { reason: string });

/** So many messages, and bytes, are read in one go. */
const [TOGETHER, TOGETHER_BYTES] = [50, 1_000_000];

/** What is taken together, in order. @param sizeOf bytes of one */
export function* groupsOf<T>(all: readonly T[], sizeOf: (one: T) => number): Generator<T[]> {
  let [group, size] = [[] as T[], 0];
  for (const one of all) {
    if (group.length === TOGETHER || (group.length > 0 && size + sizeOf(one) > TOGETHER_BYTES)) {
      yield group;
      [group, size] = [[], 0];
    }
    group.push(one);
    size += sizeOf(one);
  }
  if (group.length > 0) yield group;
}

/** One that is too much takes those it came with along, so each is then read by itself. */
export async function readGroup(group: readonly Buffer[], pool: ReadingPool = reading()): Promise<ReadOne[]> {
  const size = group.reduce((sum, { length }) => sum + length, 0);
  try {
    const found = await pool.read('filed', [[...group]], { ms: longMs(size) });
    return found.map((each, index) => ({ ...each, bytes: group[index]! }));
  } catch (error) {
    if (!isTooStrange(error)) throw error;
    if (group.length === 1) return [{ bytes: group[0]!, reason: error.message }];
    const read: ReadOne[] = [];
    for (const message of group) read.push(...(await readGroup([message], pool)));
    return read;
  }
}
