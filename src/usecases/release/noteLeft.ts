/** What a message that has left leaves behind: whom I have written to, what is waited for, what it linked to, and its copy or none. */
import { linkedPages } from '#core/message/links';
import { purgeAttachments } from '#store/attachments';
import { departuresOf, type Departure } from '#store/departures';
import { extrasOf, type Extras } from '#store/extras';
import { filledOf, forgetFrozen } from '#store/frozen';
import { noteChange, record } from '#store/journal';
import { noteLinks } from '#store/links';
import { findMessage, isAsSeen, recipientsOf, swapMessage, type Message } from '#store/messages';
import { noteMet } from '#store/metAddresses';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { noteSentCopy } from '../mailboxes/noteSentCopy';
import { noteClearing } from '../links/clearAwayRead';
import { beginWatches } from '../watches/beginWatch';
import { noteChaserLeft } from '../watches/chasers';

/**
 * What is shown of it from here on is what its readers have; before, its fields stand in it, for whoever edits it or takes it
 * back. Of several copies, each filled for its own reader, it stays as it was.
 */
function keepFilled(tx: Tx, left: Departure, extras: Extras, seen: Message | undefined): Message {
  const message = seen && isAsSeen(tx, seen) ? seen : findMessage(tx, left.messageId)!;
  const filled = extras.filled && filledOf(tx, left.id);
  if (!filled || departuresOf(tx, message.id).length > 1) return message;
  return swapMessage(tx, message, filled) ?? message;
}

/**
 * @param reached those who have it
 * @param seen the message as it was when it was claimed, where that is known
 */
export function noteLeft(
  desk: Desk,
  tx: Tx,
  left: Departure,
  reached: readonly { address: string; status: string }[],
  now: number,
  seen?: Message,
): void {
  const extras = extrasOf(tx, left);
  const message = keepFilled(tx, left, extras, seen);
  noteChange(tx, 'message', message.id);
  const names = new Map(recipientsOf(tx, [message.id]).map(({ address, name }) => [address, name]));
  const met = reached.filter(({ status }) => status === 'accepted');
  noteMet(
    tx,
    met.map(({ address }) => ({ address, name: names.get(address) ?? '' })),
    now,
  );
  if (extras.watched)
    beginWatches(
      desk,
      tx,
      left,
      met.map(({ address }) => address),
      now,
    );
  if (extras.chases) noteChaserLeft(desk, tx, left, now);
  if (extras.read) noteClearing(tx, left);
  if (extras.accounts) noteSentCopy(desk, tx, left, message);
  if (message.keptIn === null) forget(tx, left, now);
  else noteLinks(tx, message.id, linkedPages(message.text, message.html));
}

/** No copy is kept once all of it has left: neither words nor attachments; who had it and when stays. */
function forget(tx: Tx, left: Departure, now: number): void {
  const all = departuresOf(tx, left.messageId);
  if (!all.every(({ state }) => state === 'sent' || state === 'ended')) return;
  purgeAttachments(tx, left.messageId);
  forgetFrozen(
    tx,
    all.map(({ id }) => id),
  );
  const message = findMessage(tx, left.messageId)!;
  swapMessage(tx, message, { text: '', html: null });
  record(tx, { at: now, messageId: message.id, what: 'copy-forgotten' });
}
