/** Fifth step: these are the bytes, and this is the Message-ID, whatever is changed afterwards. Part of the claim. */
import type { Composed } from '#mail/compose';
import type { Departure } from '#store/departures';
import { freeze as keepFrozen } from '#store/frozen';
import { isAsSeen, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import { Stale } from '../../errors';

/**
 * @param message as it is kept
 * @param filled as its readers have it: the same where it has no fields
 * @throws Stale where somebody has changed it meanwhile
 */
export function freeze(
  tx: Tx,
  departure: Departure,
  message: Message,
  { bytes, cuts }: Composed,
  filled: Message,
): void {
  if (!isAsSeen(tx, message)) throw new Stale('message');
  const { subject, text, html } = filled;
  keepFrozen(tx, departure.id, bytes, cuts, filled === message ? null : { subject, text, html });
}
