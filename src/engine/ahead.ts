/** What will leave within seconds, made as far as it can be: its moment finds it ready. */
import { setImmediate } from 'node:timers/promises';
import type { Desk } from '#usecases/desk';
import { makeAhead, type Made } from '#usecases/release/makeAhead';

/** So many are kept at most. */
export const MOST_AHEAD = 1000;

/** So many are made in one go, which takes some milliseconds: what falls due meanwhile waits as long. */
const TURN = 10;

export class Ahead {
  /** By departure; undefined for one that has to be made at its moment. */
  private readonly made = new Map<string, Made | undefined>();
  private making: Promise<void> | undefined;
  private stopped = false;

  /** @param isQuiet false while anything is on its way, which comes first */
  constructor(
    private readonly desk: Desk,
    private readonly isQuiet: () => boolean,
  ) {}

  /** Makes what will be due, as far as there is time; what was made of others is given up. Never rejects. */
  make(ids: readonly string[]): Promise<void> {
    return (this.making ??= this.makeAll(ids)
      // Where nothing can be read, that is found out and told of at its moment.
      .catch(() => {})
      .finally(() => (this.making = undefined)));
  }

  /** What was made of it: it is its claim’s from now on. */
  take(id: string): Made | undefined {
    const made = this.made.get(id);
    this.made.delete(id);
    return made;
  }

  async stop(): Promise<void> {
    this.stopped = true;
    await this.making;
  }

  private async makeAll(ids: readonly string[]): Promise<void> {
    const wanted = new Set(ids);
    for (const id of this.made.keys()) if (!wanted.has(id)) this.made.delete(id);
    const missing = ids.filter((id) => !this.made.has(id));
    for (let from = 0; from < missing.length; from += TURN) {
      if (this.stopped || !this.isQuiet()) return;
      const some = missing.slice(from, from + TURN);
      const found = await Promise.all(this.desk.store.read(() => some.map((id) => this.tryToMake(id))));
      some.forEach((id, index) => this.made.set(id, found[index]));
      await setImmediate();
    }
  }

  /** What does not work is said by its claim. */
  private async tryToMake(id: string): Promise<Made | undefined> {
    try {
      return await makeAhead(this.desk, id);
    } catch {
      return undefined;
    }
  }
}
