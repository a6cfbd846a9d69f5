/** What failed when its moment came, and is left alone until it is worth another try. */

/** Real ms. */
const REST_MS = 60_000;

export class Resting {
  private readonly until = new Map<string, number>();

  constructor(private readonly real: () => number = Date.now) {}

  /** @param id of a return or a to-do */
  rest(id: string): void {
    this.until.set(id, this.real() + REST_MS);
  }

  /** Those that rest now. */
  ids(): string[] {
    for (const [id, until] of this.until) if (until <= this.real()) this.until.delete(id);
    return [...this.until.keys()];
  }
}
