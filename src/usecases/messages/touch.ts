/** What goes with a message is another: told to its departures, and to whoever looks on. */
import { departuresOf } from '#store/departures';
import { thaw } from '#store/frozen';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import { noteOwnWords } from '../batches/ownWords';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { followEdit } from '../series/fitSeries';

/** Bytes of what is frozen are not those any more, and whoever is about to claim it has to look again. */
export function touch(desk: Desk, tx: Tx, messageId: string, now: number): void {
  for (const departure of departuresOf(tx, messageId)) {
    if (departure.state === 'ended') continue;
    thaw(tx, departure.id);
    applyEvent(tx, departure, 'edit', now, { attempts: 0, firstAttemptAt: null });
  }
  noteOwnWords(tx, messageId);
  followEdit(desk, tx, messageId);
  noteChange(tx, 'message', messageId);
}
