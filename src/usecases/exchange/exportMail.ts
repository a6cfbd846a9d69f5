/** Giving mail out: messages as they arrived or left, one after another in a mailbox file. */
import { mboxEntry } from '#core/formats/mbox';
import { findMessage, messageIdsAfter } from '#store/messages';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { readSource } from '../messages/readMessage';

/** So many are looked up at once. */
const PAGE = 200;

function entryOf(desk: Desk, id: string): Uint8Array | undefined {
  const message = findMessage(desk.store.db, id);
  if (!message || message.deletedAt !== null) return undefined;
  try {
    return mboxEntry(readSource(desk, id), message.fromAddress, message.at);
  } catch (error) {
    // Drafts, and what left without a copy being kept, have no bytes to give out.
    if (error instanceof NotFound) return undefined;
    throw error;
  }
}

/** Pieces of a mailbox file (RFC 4155) with these messages, or with all there are. */
export function* exportMbox(desk: Desk, ids?: readonly string[]): Generator<Uint8Array> {
  if (ids) {
    for (const id of ids) {
      const entry = entryOf(desk, id);
      if (entry) yield entry;
    }
    return;
  }
  for (let after = ''; ;) {
    const page = messageIdsAfter(desk.store.db, after, PAGE);
    if (page.length === 0) return;
    for (const id of page) {
      const entry = entryOf(desk, id);
      if (entry) yield entry;
    }
    after = page.at(-1)!;
  }
}
