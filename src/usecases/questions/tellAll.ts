/** The result of a question, to all it was asked of. */
import { addressKey } from '#core/message/address';
import { aheadWords } from '#core/question/count';
import { identityOf } from '#core/message/details';
import { withPlainSignature } from '#core/message/signature';
import { answerSubject } from '#core/reply/threading';
import { usualChoices } from '#core/plan/plan';
import { departuresOf } from '#store/departures';
import { findMessage, type Message } from '#store/messages';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { createDraft } from '../messages/createDraft';
import { receivers, type Receiver } from '../messages/envelope';
import { askedBy, countNow, knownQuestion } from './asking';

/**
 * Keeps it as a draft: when it leaves is decided there. How many have said what is told, and not who; those who could not see each other
 * still do not.
 * @throws NotFound; Refused where nobody has answered
 */
export function tellAll(desk: Desk, questionId: string): Message {
  const { db } = desk.store;
  const question = knownQuestion(db, questionId);
  const { messageId, words, answers } = question;
  const count = countNow(desk, db, question);
  if (count.answered === 0) throw new Refused('Nobody has answered yet: there is nothing to tell.');
  const message = findMessage(db, messageId)!;
  const reached = new Set(
    (askedBy(desk, db, [messageId]).get(messageId) ?? []).flatMap((each) =>
      each.reached ? each.address : [],
    ),
  );
  const readers = receivers(db, messageId).filter(({ address }) => reached.has(addressKey(address)));
  // Who was hidden from the others stays so.
  const inField = (field: Receiver['field']) =>
    readers.flatMap((each) => (each.field === field ? { name: each.name, address: each.address } : []));
  const individual = departuresOf(db, messageId).some(({ reader }) => reader !== null);
  const tallies = answers.map((answer, index) => `  ${answer}: ${count.given[index]!.length}`);
  const silent = count.missing.length > 0 ? [`  no answer: ${count.missing.length}`] : [];
  const text = [
    `Thank you for your answers. I had asked: ${words}`,
    '',
    ...tallies,
    ...silent,
    '',
    count.ahead.length === 1 ? `So it is: ${aheadWords(count, answers)}.` : `${aheadWords(count, answers)}.`,
  ].join('\n');
  const { signature } = identityOf(desk.settings(), message.identity);
  return createDraft(desk, {
    to: inField('to'),
    cc: inField('cc'),
    bcc: inField('bcc'),
    subject: answerSubject(message.subject),
    text: withPlainSignature(text, signature),
    answers: messageId,
    identity: message.identity,
    choices: { ...usualChoices, copies: individual ? 'individual' : 'together' },
    usualWatch: false,
  });
}
