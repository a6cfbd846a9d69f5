/** After the second step: what the message asks stands in it, with answers that are this copy’s own. */
import { answerPath } from '#core/question/token';
import { mailtoOf } from '#core/question/mailto';
import { deadlineAt } from '#core/watch/deadline';
import { dayOf, longDayWords, timeWords } from '#core/time/words';
import { toLocal } from '#core/time/wallClock';
import type { OutgoingMessage } from '#mail/compose';
import { withQuestion } from '#mail/questionBlock';
import { deliveriesOf } from '#store/deliveries';
import type { Departure } from '#store/departures';
import type { QuestionRow } from '#store/questions';
import type { Desk } from '../../desk';
import { meAsPerson, placedReaders, readersAt } from '../../people/readers';
import { decisionWatch, questionIn } from '../../questions/asking';
import { prove } from '../../questions/proofs';

/** Until when, on the clock of who reads it; of several readers on mine. */
function untilWords(
  desk: Desk,
  { messageId }: QuestionRow,
  addresses: readonly string[],
  released: number,
): string {
  const { db } = desk.store;
  const watch = decisionWatch(db, messageId);
  if (watch?.state !== 'waiting' && watch?.state !== 'ran-out') return '';
  const me = meAsPerson(desk);
  const readers = placedReaders(
    readersAt(
      desk,
      db,
      addresses.map((address) => ({ address, name: '' })),
    ),
  );
  const [first] = readers;
  const at = watch.at ?? deadlineAt(watch.deadline, { start: released, me, reader: first });
  if (at === undefined || at <= released) return '';
  const clock = (addresses.length === 1 && first) || me;
  const local = toLocal(at, clock.zone);
  const year =
    dayOf(local).slice(0, 4) === toLocal(released, clock.zone).slice(0, 4) ? '' : ` ${local.slice(0, 4)}`;
  return `${longDayWords(local)}${year}, ${timeWords(local)} in ${clock.place}`;
}

/**
 * @param headerId the Message-ID it leaves under; @param released epoch ms
 * @returns the content with its question, and that as it was read; undefined where it asks nothing, or nothing any more
 */
export function withItsQuestion(
  desk: Desk,
  departure: Departure,
  content: OutgoingMessage,
  headerId: string,
  released: number,
): { content: OutgoingMessage; question: QuestionRow | undefined } {
  const { db } = desk.store;
  const question = questionIn(db, departure.messageId);
  if (!question || question.closedAt !== null) return { content, question };
  const { words, answers, mayComment } = question;
  const departureId = departure.id;
  const to = content.replyTo.length > 0 ? content.replyTo : [content.from];
  const links = answers.map((answer, index) =>
    mailtoOf({
      to: to.map(({ address }) => address),
      subject: content.subject,
      headerId,
      answer,
      mayComment,
      token: prove(db, { departureId, answer: index + 1 }),
    }),
  );
  const readers = deliveriesOf(db, [departureId]).map(({ address }) => address);
  // Whoever opens the page answers for the reader of this copy: it has to be one reader’s.
  const page =
    readers.length === 1 && desk.visitOrigin
      ? desk.visitOrigin + answerPath(prove(db, { departureId, answer: 0 }))
      : undefined;
  const until = untilWords(desk, question, readers, released);
  const asked = withQuestion(content, { words, answers, mayComment, links, page, until });
  return { content: { ...content, ...asked }, question };
}
