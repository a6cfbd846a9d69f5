/** Fifth step: these are the bytes, and this is the Message-ID, whatever is changed afterwards. Part of the claim. */
import { purgeRemoved } from '#store/attachments';
import type { Departure } from '#store/departures';
import { freeze as keepFrozen } from '#store/frozen';
import { noteChange } from '#store/journal';
import { findMessage, swapMessage, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import { Stale } from '../../errors';

/** What is frozen. */
export interface Frozen {
  headerId: string;
  bytes: Buffer;
}

/**
 * @param message as it was composed
 * @param released when, epoch ms
 * @throws Stale where somebody has changed it meanwhile
 */
export function freeze(
  tx: Tx,
  departure: Departure,
  message: Message,
  { headerId, bytes }: Frozen,
  released: number,
): void {
  keepFrozen(tx, departure.id, headerId, bytes);
  // Copies of one message leave side by side: the first of them marks it, the others only look that it is the same.
  const marks = departure.reader === null || message.headerId === null;
  const same = findMessage(tx, message.id)?.revision === message.revision;
  purgeRemoved(tx, message.id);
  if (!same || (marks && !swapMessage(tx, message, { headerId, at: released }))) throw new Stale('message');
  noteChange(tx, 'message', message.id);
}
