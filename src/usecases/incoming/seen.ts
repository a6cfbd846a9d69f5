/** What is new in the inbox: marked as seen, or as new again. */
import { noteChange } from '#store/journal';
import { findMessage, messagesOfThread, setUnseen, type Message } from '#store/messages';
import { cameAfter } from '#store/threads';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import type { Moved } from './moved';
import { undoable } from './undoable';

/**
 * What has come into the threads of messages after the last that is known of them, and has not been seen: who deals with
 * a thread does not mean it.
 * @param known ids; undefined where all of a thread is meant, whatever has come
 */
export function unknownOf(tx: Tx, ids: readonly string[], known: readonly string[] | undefined): Set<string> {
  if (!known) return new Set();
  const all = [...ids, ...known].flatMap((id) => findMessage(tx, id) ?? []);
  const threads = new Set(all.map(({ threadId }) => threadId));
  return new Set(
    [...threads].flatMap((threadId) =>
      cameAfter(
        tx,
        threadId,
        all.flatMap((each) => (each.threadId === threadId ? each.id : [])),
      ),
    ),
  );
}

function mark(tx: Tx, message: Message, unseen: boolean): boolean {
  if (message.unseen === unseen || message.place === null) return false;
  setUnseen(tx, message.id, unseen);
  noteChange(tx, 'message', message.id);
  return true;
}

function markAll(
  desk: Desk,
  ids: readonly string[],
  choose: (tx: Tx, known: Message[]) => Message[],
  unseen: boolean,
): Moved {
  return desk.store.write((tx) =>
    undoable(desk, tx, { messageIds: ids }, () => {
      const known = ids.map((id) => findMessage(tx, id));
      const there = known.flatMap((each) => (each && each.deletedAt === null ? each : []));
      return {
        moved: choose(tx, there)
          .filter((each) => mark(tx, each, unseen))
          .map(({ id }) => id),
        missing: ids.filter((_, index) => !known[index] || known[index].deletedAt !== null),
      };
    }),
  );
}

/**
 * Marks the threads of these messages as seen.
 * @param known of them: what came after that and has not been seen stays new; undefined: all is meant
 */
export const markSeen = (desk: Desk, ids: readonly string[], known?: readonly string[]): Moved =>
  markAll(
    desk,
    ids,
    (tx, named) => {
      const unknown = unknownOf(tx, ids, known);
      const threads = new Set(named.map(({ threadId }) => threadId));
      return [...threads]
        .flatMap((threadId) => messagesOfThread(tx, threadId))
        .filter(({ id }) => !unknown.has(id));
    },
    false,
  );

/** Marks exactly these messages as new. */
export const markNew = (desk: Desk, ids: readonly string[]): Moved =>
  markAll(desk, ids, (_, known) => known.filter(({ direction }) => direction === 'in'), true);
