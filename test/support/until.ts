/** Waiting for something to become true, and for nothing else. */

const LOOK_MS = 10;
const PATIENCE_MS = 15_000;

/** Resolves with the first value of `look` that is neither false nor undefined nor null; rejects when it takes too long. */
export async function until<T>(
  what: string,
  look: () => T | Promise<T>,
  patience = PATIENCE_MS,
): Promise<Exclude<NonNullable<T>, false>> {
  const end = Date.now() + patience;
  for (;;) {
    const value = await look();
    if (value !== false && value !== undefined && value !== null)
      return value as Exclude<NonNullable<T>, false>;
    if (Date.now() > end) throw new Error(`Waited in vain: ${what}`);
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}
