/** How long somebody takes to answer. */

export interface AnswerTimes {
  /** Answers counted. */
  count: number;
  /** Ms; half of the answers came sooner. */
  median: number;
  /** Ms; the middle half of the answers lies between them. */
  from: number;
  until: number;
}

/** The value a share of the way through sorted numbers, interpolated. */
export function quantile(sorted: readonly number[], share: number): number {
  const position = (sorted.length - 1) * share;
  const below = Math.floor(position);
  const next = sorted[Math.min(below + 1, sorted.length - 1)]!;
  return sorted[below]! + (next - sorted[below]!) * (position - below);
}

/** @param delays ms from my message leaving to the answer arriving, in any order; undefined where there is none */
export function answerTimes(delays: readonly number[]): AnswerTimes | undefined {
  const sorted = delays.filter((delay) => delay >= 0).sort((a, b) => a - b);
  if (sorted.length === 0) return undefined;
  return {
    count: sorted.length,
    median: quantile(sorted, 0.5),
    from: quantile(sorted, 0.25),
    until: quantile(sorted, 0.75),
  };
}
