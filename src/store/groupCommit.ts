/**
 * Commits of several pieces of work at once, and the disk is waited for beside other work: pieces that come while it is share
 * the next commit. Each piece is all or nothing by itself, and is durable when its promise resolves. It may run twice,
 * the first time undone, so it does nothing but write.
 */
import type { Store, Tx } from './store';

interface Piece {
  work: (tx: Tx) => unknown;
  resolve: (value: unknown) => void;
  reject: (error: unknown) => void;
}

/** A commit waits for company until none has come for so many turns of the event loop, which take tens of microseconds each where there is nothing to do. */
const TURNS_ALONE = 3;
/** And for so many at most. */
const MOST_TURNS = 20;

/** What nobody waits for is committed after so long at the latest, ms. */
const AT_EASE_MS = 5;

export class GroupCommit {
  private waiting: Piece[] = [];
  /** A commit is to come, or the disk is waited for; another one comes after it. */
  private busy = false;
  private later: NodeJS.Timeout | undefined;

  constructor(private readonly store: Store) {}

  /**
   * @param atEase nothing goes on from it: it comes along with the next piece that is waited for, within some milliseconds
   * @throws (rejects) with what `work` throws, or with why nothing could be committed
   */
  run<T>(work: (tx: Tx) => T, atEase = false): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.waiting.push({ work, resolve: resolve as (value: unknown) => void, reject });
      if (atEase) this.later ??= setTimeout(() => this.begin(), AT_EASE_MS);
      else this.begin();
    });
  }

  private begin(): void {
    if (this.busy) return;
    this.busy = true;
    void this.commitAll();
  }

  private async commitAll(): Promise<void> {
    while (this.waiting.length > 0) {
      await this.gather();
      clearTimeout(this.later);
      this.later = undefined;
      const tell = this.commit();
      await this.store.settled();
      for (const each of tell) each();
    }
    this.busy = false;
  }

  private async gather(): Promise<void> {
    for (let turn = 0, alone = 0, before = 0; turn < MOST_TURNS && alone < TURNS_ALONE; turn++) {
      await new Promise((resolve) => setImmediate(resolve));
      alone = this.waiting.length > before ? 0 : alone + 1;
      before = this.waiting.length;
    }
  }

  /** @returns what is to be called as soon as it is on the disk */
  private commit(): (() => void)[] {
    const pieces = this.waiting;
    this.waiting = [];
    try {
      const values = this.store.writeAhead((tx) => pieces.map(({ work }) => work(tx)));
      return pieces.map(
        ({ resolve }, index) =>
          () =>
            resolve(values[index]),
      );
    } catch {
      // One of them failed, or the disk did; what was done is undone, so each is done again by itself.
      return pieces.flatMap((piece) => this.commitAlone(piece));
    }
  }

  private commitAlone({ work, resolve, reject }: Piece): (() => void)[] {
    try {
      const value = this.store.writeAhead(work);
      return [() => resolve(value)];
    } catch (error) {
      reject(error);
      return [];
    }
  }
}
