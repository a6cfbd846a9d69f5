/** What comes back about a message that has left: receipts of its delivery and of its being seen. */
import { addressKey } from '#core/message/address';
import { RECEIPT_WORDS, type MessageReport } from '#core/reply/report';
import { shownReply } from '#mail/serverWords';
import type { Departure } from '#store/departures';
import { departureOfHeader } from '#store/left';
import { noteChange, record } from '#store/journal';
import { insertReceipt, receiptsOf } from '#store/receipts';
import type { Tx } from '#store/store';

/** The departure of mine a report is about. */
export const reportedDeparture = (tx: Tx, report: MessageReport | undefined): Departure | undefined =>
  report && departureOfHeader(tx, report.about);

/** @param messageId the message the report came in */
export function keepReceipts(
  tx: Tx,
  departure: Departure,
  report: MessageReport,
  messageId: string,
  now: number,
): void {
  const before = receiptsOf(tx, [departure.id]);
  for (const { address: written, action, words } of report.recipients) {
    const address = addressKey(written);
    // Some servers report twice.
    if (before.some((each) => each.address === address && each.action === action)) continue;
    insertReceipt(tx, {
      departureId: departure.id,
      address,
      action,
      words: shownReply(words),
      at: now,
      messageId,
    });
    record(tx, {
      at: now,
      messageId: departure.messageId,
      departureId: departure.id,
      what: 'receipt',
      why: `${shownReply(written) || 'somebody'}: ${RECEIPT_WORDS[action]}`,
    });
  }
  noteChange(tx, 'departure', departure.id);
}
