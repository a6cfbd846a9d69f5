/** How far a mailbox has been taken in. */
import { foldersOf } from '#store/mailboxes';
import type { Reading } from '#store/store';

export function takenIn(db: Reading, accountId: string): { rest: number; stopped: boolean } {
  const folders = foldersOf(db, accountId);
  return {
    rest: folders.reduce((sum, { rest }) => sum + rest, 0),
    stopped: folders.some(({ stopped, rest }) => stopped && rest > 0),
  };
}
