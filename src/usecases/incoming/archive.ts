/** Messages that are dealt with leave the inbox; and the way back. */
import { noteChange, record } from '../../store/journal';
import { findMessage, messagesOfThread, type Message } from '../../store/messages';
import { updateReturn, waitingReturns } from '../../store/returns';
import type { Tx } from '../../store/store';
import type { Desk } from '../desk';
import { placeMessage } from './bringBack';
import { undoable } from './undo';

export interface Moved {
  /** The messages that were moved, of the threads of those named. */
  moved: string[];
  /** Those named that there are no more. */
  missing: string[];
}

/** What is done with does not come back by itself, unless it was to come again and again. */
function endWaiting(tx: Tx, messages: readonly Message[]): void {
  for (const row of waitingReturns(
    tx,
    messages.map(({ id }) => id),
  )) {
    if (row.repeat) continue;
    updateReturn(tx, row.id, { state: 'ended' });
    noteChange(tx, 'return', row.id);
  }
}

function moveAll(
  desk: Desk,
  ids: readonly string[],
  from: readonly (string | null)[],
  place: 'archive' | 'inbox',
  what: string,
  alone: boolean,
): Moved {
  return desk.store.write((tx) =>
    undoable(desk, tx, { messageIds: ids }, () => {
      const now = desk.now(tx);
      const result: Moved = { moved: [], missing: [] };
      for (const id of ids) {
        const message = findMessage(tx, id);
        if (!message || message.deletedAt !== null) {
          result.missing.push(id);
          continue;
        }
        const all = alone ? [message] : messagesOfThread(tx, message.threadId);
        if (place === 'archive') endWaiting(tx, all);
        for (const each of all) {
          if (!from.includes(each.place)) continue;
          placeMessage(tx, each, { place });
          record(tx, { at: now, messageId: each.id, what });
          result.moved.push(each.id);
        }
      }
      return result;
    }),
  );
}

/** Archives the threads of these messages. */
export const archive = (desk: Desk, ids: readonly string[]): Moved =>
  moveAll(desk, ids, ['inbox', 'snoozed'], 'archive', 'archived', false);

/** Puts exactly these messages back into the inbox. */
export const backToInbox = (desk: Desk, ids: readonly string[]): Moved =>
  moveAll(desk, ids, ['archive', null], 'inbox', 'put back into the inbox', true);
