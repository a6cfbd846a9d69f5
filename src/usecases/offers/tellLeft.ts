/** Who has chosen a slot too late is told at once, and offered what is left. */
import { noneOf } from '#core/offer/offer';
import { identityOf } from '#core/message/details';
import { withPlainSignature } from '#core/message/signature';
import { answerSubject } from '#core/reply/threading';
import { findMessage } from '#store/messages';
import { insertOfferMessage, takesOf, timesTold, type OfferRow } from '#store/offers';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { tellToLook } from '../incoming/tellToLook';
import { createDraft } from '../messages/createDraft';
import { leaveAtOnce } from '../messages/leaveAtOnce';
import { askedBy, closesAt, decisionWatch } from '../questions/asking';
import { slotFor, slotsOf } from './offerSlots';

/** Programs that answer by themselves are not told for ever. */
const MOST_TOLD = 5;

/** @param reader lower case; @param slot the one they have chosen; null: it is not known */
export function tellLeft(desk: Desk, tx: Tx, question: OfferRow, reader: string, slot: number | null): void {
  const { id, offer, messageId } = question;
  const message = findMessage(tx, messageId)!;
  const now = desk.now(tx);
  if (slot === null || slot === noneOf(offer) || timesTold(tx, id, reader) >= MOST_TOLD) return;
  const end = closesAt(question, decisionWatch(tx, messageId));
  const over = end !== null && end <= now;
  const chosen = slotFor(desk, tx, question, slot, reader);
  const mine = takesOf(tx, [id]).find((take) => take.reader === reader || take.reader === '');
  const open = !over && slotsOf(desk, tx, question).some(({ state }) => state === 'open');
  const name = askedBy(desk, tx, [messageId])
    .get(messageId)
    ?.find(({ address }) => address === reader)?.name;
  const text = [
    'Thank you for your answer.',
    '',
    over
      ? `${chosen} is not kept any more: what I had offered was held until a while ago.`
      : `${chosen} has been taken in the meantime.`,
    ...(mine ? ['', `What you have stays: ${slotFor(desk, tx, question, mine.slot, reader)}.`] : []),
    '',
    open
      ? 'These are still open:'
      : mine
        ? 'Nothing else of what I had offered is left.'
        : 'Nothing of what I had offered is left. I shall write to you about another time.',
  ].join('\n');
  const { signature } = identityOf(desk.settings(tx), message.identity);
  const draft = createDraft(desk, {
    to: [{ name: name ?? '', address: reader }],
    subject: answerSubject(message.subject),
    // What is left stands where the question does, before the signature.
    text: open ? text : withPlainSignature(text, signature),
    answers: messageId,
    identity: message.identity,
    usualWatch: false,
  });
  insertOfferMessage(tx, { messageId: draft.id, questionId: id, reader });
  try {
    leaveAtOnce(desk, draft.id);
  } catch (error) {
    if (!(error instanceof Invalid || error instanceof Refused)) throw error;
    tellToLook(tx, message, now, `They could not be told: ${error.message}`);
  }
}
