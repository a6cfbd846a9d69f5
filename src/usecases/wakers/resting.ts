/** What failed when its moment came, and is left alone until it is worth another try: longer each time. */

/** Real ms. */
const FIRST_REST_MS = 60_000;
const LONGEST_REST_MS = 3_600_000;

export interface Rest {
  /** Since when it fails, and when it is tried again, real epoch ms. */
  since: number;
  until: number;
  tries: number;
}

export class Resting {
  private readonly all = new Map<string, Rest>();

  constructor(private readonly real: () => number = Date.now) {}

  /** It failed once more. */
  rest(id: string): void {
    const now = this.real();
    const before = this.all.get(id);
    const tries = (before?.tries ?? 0) + 1;
    const until = now + Math.min(LONGEST_REST_MS, FIRST_REST_MS * 2 ** (tries - 1));
    this.all.set(id, { since: before?.since ?? now, until, tries });
  }

  /** It went well, or is gone. @returns whether it had failed before */
  forget(id: string): boolean {
    return this.all.delete(id);
  }

  has(id: string): boolean {
    return (this.all.get(id)?.until ?? 0) > this.real();
  }

  /** Those that rest now. */
  ids(): string[] {
    const now = this.real();
    return [...this.all].flatMap(([id, { until }]) => (until > now ? [id] : []));
  }

  /** All that failed last time. */
  failing(): [id: string, rest: Rest][] {
    return [...this.all];
  }
}
