/** Patterns that share what stands before and after them. */
export const wrapped = (before: string, patterns: readonly string[], after = ''): string[] =>
  patterns.map((pattern) => `${before} ${pattern} ${after}`.trim());
