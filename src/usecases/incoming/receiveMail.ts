/** A message comes in from outside. */
import type { MailPlace } from '#core/mailbox/folders';
import { readMail, type ReadMail } from '#mail/readMail';
import { bytesOfArrival, dropArrival, isWaiting, type Arrival } from '#store/arrivals';
import { noteChange } from '#store/journal';
import { itemsAre, itemsOf } from '#store/mailboxes';
import type { Message } from '#store/messages';
import { dropRest } from '#store/sources';
import type { Tx } from '#store/store';
import { reportedDeparture } from '../departures/keepReceipts';
import type { Desk } from '../desk';
import { noteHint } from '../openpgp/hints';
import { isMine } from '../people/isMine';
import { classifiedOf, keepIncoming, type Came } from './keepIncoming';
import { react } from './reactions';
import { handedOverBefore, knownAlready } from './knownAlready';

/**
 * Keeps a message in its thread, and has everything happen that follows from it.
 * @param at when it came, epoch ms
 * @param stands where it lies in the mailbox it came by, and whether it has been seen there
 */
export function receive(
  desk: Desk,
  tx: Tx,
  read: ReadMail,
  came: Came,
  at: number,
  stands: { place: MailPlace; seen: boolean } = { place: 'inbox', seen: false },
): Message {
  const { mail } = read;
  const now = desk.now(tx);
  const classified = classifiedOf(mail, isMine(desk, tx, mail.from.address));
  // A receipt is looked at beside the message it is about; in the inbox it would only be in the way.
  const receipt = classified.is === 'receipt' && reportedDeparture(tx, mail.report) !== undefined;
  const place = receipt ? 'archive' : stands.place;
  const unseen = !receipt && !stands.seen;
  const keeping = { at, now, place, unseen, what: 'arrived', classified };
  const message = keepIncoming(tx, read, came, keeping);
  noteHint(tx, read.hint, message, now);
  react(tx, classified.is, { desk, mail, message, now });
  return message;
}

/**
 * Reads and keeps a message at once, in this process; it is committed when this resolves. The same bytes again change
 * nothing.
 */
export async function receiveMail(desk: Desk, bytes: Buffer): Promise<Message> {
  const read = await readMail(bytes);
  return desk.store.write(
    (tx) => handedOverBefore(tx, read, () => bytes) ?? receive(desk, tx, read, { bytes }, desk.now(tx)),
  );
}

/** What says the same and came by a mailbox: a server that hands mail over by LMTP keeps it there as well. */
function lyingInMailbox(tx: Tx, read: ReadMail): Message | undefined {
  const known = knownAlready(tx, read);
  return known && itemsOf(tx, known.id).length > 0 ? known : undefined;
}

/**
 * What has arrived becomes a message, once: an LMTP client repeats what it had no answer to. To be run in a transaction.
 * @returns its id; undefined where it has been done already
 */
export function keepArrived(desk: Desk, tx: Tx, { id, at }: Arrival, read: ReadMail): string | undefined {
  if (!isWaiting(tx, id)) return undefined;
  const same = handedOverBefore(tx, read, () => bytesOfArrival(tx, id)) ?? lyingInMailbox(tx, read);
  if (!same) {
    const seen = itemsOf(tx, id).some((item) => item.seen);
    return receive(desk, tx, read, { arrival: id }, at, { place: 'inbox', seen }).id;
  }
  itemsAre(tx, id, same.id);
  dropArrival(tx, id);
  dropRest(tx, id);
  // Whoever waits until everything has been read is told.
  noteChange(tx, 'message', same.id);
  return same.id;
}
