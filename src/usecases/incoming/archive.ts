/** Messages that are dealt with leave the inbox; and the way back. */
import { noteChange, record } from '#store/journal';
import { findMessage, messagesOfThread, type Message } from '#store/messages';
import { updateReturn, waitingReturns } from '#store/returns';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { placeMessage } from './bringBack';
import type { Moved } from './moved';
import { unknownOf } from './seen';
import { undoable } from './undoable';

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
  known?: readonly string[],
): Moved {
  return desk.store.write((tx) =>
    undoable(desk, tx, { messageIds: ids }, () => {
      const now = desk.now(tx);
      const result: Moved = { moved: [], missing: [] };
      const unknown = unknownOf(tx, ids, known);
      for (const id of ids) {
        const message = findMessage(tx, id);
        if (!message || message.deletedAt !== null) {
          result.missing.push(id);
          continue;
        }
        const all = alone
          ? [message]
          : messagesOfThread(tx, message.threadId).filter((each) => !unknown.has(each.id));
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

/**
 * Archives the threads of these messages.
 * @param known of them: what came after that and has not been seen stays; undefined: all is meant
 */
export const archive = (desk: Desk, ids: readonly string[], known?: readonly string[]): Moved =>
  moveAll(desk, ids, ['inbox', 'snoozed'], 'archive', 'archived', false, known);

/** Puts exactly these messages back into the inbox. */
export const backToInbox = (desk: Desk, ids: readonly string[]): Moved =>
  moveAll(desk, ids, ['archive', null], 'inbox', 'put back into the inbox', true);
