/** What has moments of its own beside departures: something waits in a table, and at its moment something happens to it. */
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';

export interface DueItem {
  id: string;
  /** Epoch ms. */
  at: number;
}

export interface Waker {
  /** Told apart by it. */
  name: string;
  /** What does not happen while it fails, to follow “Since 14:24”: “something put off does not come back”. */
  fails: string;
  /** Whose time its moments are in: that of the desk, which may be a sandbox clock, or that of this machine. */
  clock: 'desk' | 'machine';
  /** The earliest moment, epoch ms; null where nothing waits. An index look-up, however much there is. @param without left out */
  next(desk: Desk, db: Reading, without: readonly string[]): number | null;
  /** What is due by `now`, in order, at most `limit`. */
  due(desk: Desk, db: Reading, now: number, limit: number): DueItem[];
  /** Has it happen to one, where it still is due: somebody may have been faster. */
  act(desk: Desk, tx: Tx, id: string, now: number): void;
}
