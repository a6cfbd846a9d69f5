/** Waiting for something to become true, and for nothing else. */

/** What looks cost, the browser and the servers wait for: at first soon, then less and less often. */
const FIRST_LOOK_MS = 5;
const LAST_LOOK_MS = 80;

/** Other people's work can stop a machine for half a minute; a test that fails takes longer, and no other does. */
const PATIENCE_MS = 60_000;
/** How many times slower than usual this machine was as the run began (scripts/slowness.mjs). */
const SLOWNESS = Number(process.env.OAK_TEST_SLOWNESS ?? 1);

/** A time limit, ms, as this machine needs it. */
export const patient = (ms: number) => Math.round(ms * SLOWNESS);

/**
 * Resolves with the first value of `look` that is neither false nor undefined nor null; rejects when it takes too long.
 * @param what said where it was in vain: words, or what makes them then
 */
export async function until<T>(
  what: string | (() => string),
  look: () => T | Promise<T>,
  patience = PATIENCE_MS,
): Promise<Exclude<NonNullable<T>, false>> {
  const end = Date.now() + patient(patience);
  for (let pause = FIRST_LOOK_MS; ; pause = Math.min(pause * 1.5, LAST_LOOK_MS)) {
    const value = await look();
    if (value !== false && value !== undefined && value !== null)
      return value as Exclude<NonNullable<T>, false>;
    if (Date.now() > end) throw new Error(`Waited in vain: ${typeof what === 'string' ? what : what()}`);
    await new Promise((resolve) => setTimeout(resolve, pause));
  }
}
