/** Messages that are dealt with leave the inbox; and the way back. */
import { noteChange, record } from '../../store/journal';
import { findMessage, messagesOfThread } from '../../store/messages';
import { waitingInThread, updateReturn } from '../../store/returns';
import type { Tx } from '../../store/store';
import type { Desk } from '../desk';
import { placeMessage } from './bringBack';

export interface Moved {
  /** The messages that were moved, of the threads of those named. */
  moved: string[];
  /** Those named that there are no more. */
  missing: string[];
}

function moveAll(
  desk: Desk,
  ids: readonly string[],
  from: readonly (string | null)[],
  place: 'archive' | 'inbox',
  what: string,
  alone: boolean,
): Moved {
  return desk.store.write((tx: Tx) => {
    const now = desk.now(tx);
    const result: Moved = { moved: [], missing: [] };
    for (const id of ids) {
      const message = findMessage(tx, id);
      if (!message || message.deletedAt !== null) {
        result.missing.push(id);
        continue;
      }
      const all = alone ? [message] : messagesOfThread(tx, message.threadId);
      if (place === 'archive')
        // What is done with does not come back by itself, unless it was to come again and again.
        for (const row of waitingInThread(tx, message.threadId))
          if (!row.repeat && all.some((each) => each.id === row.messageId)) {
            updateReturn(tx, row.id, { state: 'ended' });
            noteChange(tx, 'return', row.id);
          }
      for (const each of all) {
        if (!from.includes(each.place)) continue;
        placeMessage(tx, each, { place });
        record(tx, { at: now, messageId: each.id, what });
        result.moved.push(each.id);
      }
    }
    return result;
  });
}

/** Archives the threads of these messages. */
export const archive = (desk: Desk, ids: readonly string[]): Moved =>
  moveAll(desk, ids, ['inbox', 'snoozed'], 'archive', 'archived', false);

/** Puts exactly these messages back into the inbox. */
export const backToInbox = (desk: Desk, ids: readonly string[]): Moved =>
  moveAll(desk, ids, ['archive', null], 'inbox', 'put back into the inbox', true);
