/** A message comes in from outside. */
import type { ReportedRecipient } from '../../core/reply/report';
import { ancestors } from '../../core/reply/threading';
import { readMail } from '../../mail/readMail';
import type { Message } from '../../store/messages';
import { keepReceipts } from '../departures/keepReceipts';
import { settleByEvidence } from '../departures/settleByEvidence';
import { pauseForWriter } from '../departures/theyWroteFirst';
import type { Desk } from '../desk';
import { isMine } from '../people/isMine';
import { noteWriting } from '../people/zoneGuess';
import { keepIncoming } from './keepIncoming';
import { bringBackEarly } from './bringBack';
import { handedOverBefore } from './knownAlready';

const isGood = ({ action }: ReportedRecipient) => action !== 'failed' && action !== 'delayed';

/**
 * Keeps an incoming message in its thread; it is committed when this resolves. The same bytes again (an LMTP
 * client repeats what it had no answer to) change nothing. Whatever the bytes are, they are kept.
 */
export async function receiveMail(desk: Desk, bytes: Buffer): Promise<Message> {
  const mail = await readMail(bytes);
  return desk.store.write((tx) => {
    const same = handedOverBefore(tx, mail.messageId, bytes);
    if (same) return same;
    const now = desk.now(tx);
    const named = ancestors(mail);
    // A receipt is looked at beside the message it is about; in the inbox it would only be in the way.
    const receipt = keepReceipts(tx, mail.report, now) && mail.report!.recipients.every(isGood);
    const place = receipt ? 'archive' : 'inbox';
    const message = keepIncoming(tx, mail, bytes, { at: now, now, place, what: 'arrived' });
    const from = mail.from.name || mail.from.address;
    settleByEvidence(tx, { from, answers: named, report: mail.report }, now);
    // What I have sent, to myself too, is no answer of anybody's.
    if (!mail.automatic && !mail.report && !isMine(desk, tx, mail.from.address)) {
      pauseForWriter(tx, message, now);
      bringBackEarly(tx, message, now);
    }
    noteWriting(tx, message);
    return message;
  });
}
