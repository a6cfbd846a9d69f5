/**
 * Commits of several pieces of work at once. A commit waits for the disk; pieces of work that come while it waits
 * share the next one. Each piece is all or nothing by itself, and is durable when its promise resolves.
 */
import type { Store, Tx } from './store';

interface Piece {
  work: (tx: Tx) => unknown;
  resolve: (value: unknown) => void;
  reject: (error: unknown) => void;
}

export class GroupCommit {
  private waiting: Piece[] = [];

  constructor(private readonly store: Store) {}

  /** @throws (rejects) with what `work` throws, or with why nothing could be committed */
  run<T>(work: (tx: Tx) => T): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      // After the present turn of the event loop: whatever else became ready in it comes along.
      if (this.waiting.length === 0) setImmediate(() => this.commit());
      this.waiting.push({ work, resolve: resolve as (value: unknown) => void, reject });
    });
  }

  private commit(): void {
    const pieces = this.waiting;
    this.waiting = [];
    const after: (() => void)[] = [];
    try {
      this.store.write((tx) => {
        for (const { work, resolve, reject } of pieces) {
          try {
            const value = this.store.savepoint(() => work(tx));
            after.push(() => resolve(value));
          } catch (error) {
            after.push(() => reject(error));
          }
        }
      });
    } catch (error) {
      for (const { reject } of pieces) reject(error);
      return;
    }
    for (const tell of after) tell();
  }
}
