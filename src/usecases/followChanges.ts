/** Noticing what other processes, and this one, have changed. */
import { changesAfter, lastSeq, MOST_CHANGES, pruneChanges, type Change } from '#store/journal';
import type { Desk } from './desk';

export type { Change } from '#store/journal';

export interface Follower {
  /** The `seq` of the newest change known. */
  readonly seq: number;
  stop(): void;
}

/** Often enough to be felt as at once, rare enough to cost nothing. */
const POLL_MS = 25;

/** Calls back, within some tens of milliseconds, whenever anything was committed, by whomever. */
export function followCommits(desk: Desk, tell: () => void): { stop(): void } {
  let version = desk.store.dataVersion();
  const timer = setInterval(() => {
    const present = desk.store.dataVersion();
    if (present === version) return;
    version = present;
    tell();
  }, POLL_MS);
  return { stop: () => clearInterval(timer) };
}

/**
 * Calls back with every batch of new changes, oldest first, within some tens of milliseconds. One per process is
 * enough.
 */
export function followChanges(desk: Desk, tell: (changes: Change[]) => void): Follower {
  let seq = lastSeq(desk.store.db);
  const commits = followCommits(desk, () => {
    for (;;) {
      const changes = changesAfter(desk.store.db, seq);
      if (changes.length === 0) return;
      seq = changes.at(-1)!.seq;
      tell(changes);
    }
  });
  return {
    get seq() {
      return seq;
    },
    stop: () => commits.stop(),
  };
}

/** The changes after `seq`, for someone who was away; undefined where that is too far back to tell. */
export function missedChanges(desk: Desk, seq: number): Change[] | undefined {
  const changes = changesAfter(desk.store.db, seq);
  const first = changes[0];
  // A full answer is one that may have been cut.
  return changes.length >= MOST_CHANGES || (first && first.seq !== seq + 1) ? undefined : changes;
}

/** Who was away for more changes than this starts afresh. */
const KEPT_CHANGES = 10_000;

/** The newest change there is. */
export const lastChange = (desk: Desk): number => lastSeq(desk.store.db);

/** Drops changes nobody will ask for any more; once in a while is enough. */
export function forgetOldChanges(desk: Desk): void {
  desk.store.write((tx) => pruneChanges(tx, KEPT_CHANGES));
}
