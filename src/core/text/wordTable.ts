/** A table of words somebody else types: it knows its own words only, not `constructor` and what else objects know. */
export const wordTable = <Value>(words: Record<string, Value> = {}): Record<string, Value | undefined> =>
  Object.assign(Object.create(null) as Record<string, Value>, words);
