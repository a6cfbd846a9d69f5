/** A message comes in from outside. */
import type { ReportedRecipient } from '#core/reply/report';
import { ancestors } from '#core/reply/threading';
import { readMail, type ReadMail } from '#mail/readMail';
import { bytesOfArrival, dropArrival, isWaiting, type Arrival } from '#store/arrivals';
import { noteChange } from '#store/journal';
import type { Message } from '#store/messages';
import { dropRest } from '#store/sources';
import type { Tx } from '#store/store';
import { keepReceipts, reportedDeparture } from '../departures/keepReceipts';
import { settleByEvidence } from '../departures/settleByEvidence';
import { pauseForWriter } from '../departures/theyWroteFirst';
import type { Desk } from '../desk';
import { isMine } from '../people/isMine';
import { noteWriting } from '../people/zoneGuess';
import { keepIncoming, type Came } from './keepIncoming';
import { bringBackEarly } from './bringBack';
import { handedOverBefore } from './knownAlready';

const isGood = ({ action }: ReportedRecipient) => action !== 'failed' && action !== 'delayed';

/**
 * Keeps a message in its thread, and has everything happen that follows from it.
 * @param at when it came, epoch ms
 */
function receive(desk: Desk, tx: Tx, read: ReadMail, came: Came, at: number): Message {
  const { mail } = read;
  const now = desk.now(tx);
  const named = ancestors(mail);
  // A receipt is looked at beside the message it is about; in the inbox it would only be in the way.
  const about = reportedDeparture(tx, mail.report);
  const receipt = about !== undefined && mail.report!.recipients.every(isGood);
  const place = receipt ? 'archive' : 'inbox';
  const message = keepIncoming(tx, read, came, { at, now, place, unseen: !receipt, what: 'arrived' });
  if (about) keepReceipts(tx, about, mail.report!, message.id, now);
  const from = mail.from.name || mail.from.address;
  settleByEvidence(tx, { from, answers: named, report: mail.report }, now);
  // What I have sent, to myself too, is no answer of anybody's.
  if (!mail.automatic && !mail.report && !isMine(desk, tx, mail.from.address)) {
    pauseForWriter(tx, message, now);
    bringBackEarly(tx, message, now);
  }
  noteWriting(tx, message);
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

/**
 * What has arrived becomes a message, once: an LMTP client repeats what it had no answer to. To be run in a transaction.
 * @returns its id; undefined where it has been done already
 */
export function keepArrived(desk: Desk, tx: Tx, { id, at }: Arrival, read: ReadMail): string | undefined {
  if (!isWaiting(tx, id)) return undefined;
  const same = handedOverBefore(tx, read, () => bytesOfArrival(tx, id));
  if (!same) return receive(desk, tx, read, { arrival: id }, at).id;
  dropArrival(tx, id);
  dropRest(tx, id);
  // Whoever waits until everything has been read is told.
  noteChange(tx, 'message', same.id);
  return same.id;
}
