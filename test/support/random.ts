/** Chance that can be had again: by its seed. */

/** `OAK_SEED`, or one of its own; to be named by whoever fails. */
export const SEED = Number(process.env.OAK_SEED ?? Math.floor(Math.random() * 2 ** 31));

/** Numbers from 0 to before 1, always the same for one seed (mulberry32). */
export function chance(seed = SEED): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}
