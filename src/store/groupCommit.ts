/**
 * Commits of several pieces of work at once. A commit waits for the disk; pieces of work that come while it waits
 * share the next one. Each piece is all or nothing by itself, and is durable when its promise resolves. It may run twice,
 * the first time undone, so it does nothing but write.
 */
import type { Store, Tx } from './store';

interface Piece {
  work: (tx: Tx) => unknown;
  resolve: (value: unknown) => void;
  reject: (error: unknown) => void;
}

/**
 * Turns a commit waits for company. One turn takes tens of microseconds where there is nothing to do, and a commit waits
 * ten times as long for the disk.
 */
const TURNS = 3;

export class GroupCommit {
  private waiting: Piece[] = [];

  constructor(private readonly store: Store) {}

  /** @throws (rejects) with what `work` throws, or with why nothing could be committed */
  run<T>(work: (tx: Tx) => T): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      if (this.waiting.length === 0) this.commitAfter(TURNS);
      this.waiting.push({ work, resolve: resolve as (value: unknown) => void, reject });
    });
  }

  /** Whatever else becomes ready in so many turns of the event loop comes along. */
  private commitAfter(turns: number): void {
    setImmediate(() => (turns > 1 ? this.commitAfter(turns - 1) : this.commit()));
  }

  private commit(): void {
    const pieces = this.waiting;
    this.waiting = [];
    try {
      const values = this.store.write((tx) => pieces.map(({ work }) => work(tx)));
      pieces.forEach(({ resolve }, index) => resolve(values[index]));
    } catch {
      // One of them failed, or the disk did; what was done is undone, so each is done again by itself.
      for (const piece of pieces) this.commitAlone(piece);
    }
  }

  private commitAlone({ work, resolve, reject }: Piece): void {
    try {
      resolve(this.store.write(work));
    } catch (error) {
      reject(error);
    }
  }
}
