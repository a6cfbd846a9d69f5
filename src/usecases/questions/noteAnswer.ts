/** An answer is kept, and what follows from it happens. */
import { isShared } from '#core/offer/offer';
import { aheadWords, countWords, type Count } from '#core/question/count';
import type { AnswerStatus } from '#core/question/question';
import { noteChange, record } from '#store/journal';
import { isOffer, takesOf } from '#store/offers';
import { insertAnswer, type AnswerRow, type QuestionRow } from '#store/questions';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { settleOffer, whyTaken } from '../offers/settleOffer';
import { tellLeft } from '../offers/tellLeft';
import { leaveOutOfChasers } from '../watches/chasers';
import { bringBackDecided, settle } from '../watches/endWatch';
import { closesAt, countNow, decisionWatch } from './asking';
import { noteStanding } from './noteStanding';

export type NewAnswer = Omit<AnswerRow, 'id' | 'questionId' | 'proposed'> & { proposed?: number | null };

/** Why an answer that came then does not count any more, a sentence; undefined where it does. */
export function whyTooLate(tx: Tx, question: QuestionRow, at: number): string | undefined {
  const end = closesAt(question, decisionWatch(tx, question.messageId));
  if (end === null || at < end) return undefined;
  return question.closedAt === end ? 'It came after the question was closed.' : 'It came after the deadline.';
}

/** Why an answer of somebody it was asked of does not count, a sentence: it is too late, or what they have chosen is taken. @param answer index of it */
export const whyNotCounted = (
  desk: Desk,
  tx: Tx,
  question: QuestionRow,
  at: number,
  reader: string,
  answer: number,
): string | undefined =>
  whyTooLate(tx, question, at) ??
  (isOffer(question) ? whyTaken(desk, tx, question, reader, answer) : undefined);

/** What is said before how the answers stand, where it is over; undefined where that says all. */
function outcome(tx: Tx, question: QuestionRow, count: Count): string | undefined {
  const { answers } = question;
  if (!isOffer(question)) return `decided: ${aheadWords(count, answers)}`;
  if (!isShared(question.offer)) return undefined;
  const [take] = takesOf(tx, [question.id]);
  if (take) return `settled: ${answers[take.slot]!}`;
  return count.decided ? 'what suits them is not free any more' : 'no time suits enough of them';
}

/** All have said what suits them, and it is not the same: that is known now, not at the deadline. */
const cannotAgree = (question: QuestionRow, count: Count) =>
  isOffer(question) && count.answered > 0 && count.missing.length === 0;

/** Once it is decided nothing is waited for any more, and it is back with the result. */
function settleDecided(desk: Desk, tx: Tx, question: QuestionRow, by: string | null, now: number): void {
  const watch = decisionWatch(tx, question.messageId);
  if (watch?.state !== 'waiting' && watch?.state !== 'ran-out') return;
  const count = countNow(desk, tx, question);
  if (!count.decided && !cannotAgree(question, count)) return;
  const { answers } = question;
  const said = outcome(tx, question, count);
  const counted = countWords(count, answers);
  const why = said ?? counted;
  const settled = settle(desk, tx, watch, now, by, why[0]!.toUpperCase() + why.slice(1));
  bringBackDecided(tx, settled, now, said === undefined ? counted : `${said}; ${counted}`);
}

/** What follows from how the answers to a question stand by now. @param counting the reader one of whose counts now; @param by the message it came in */
export function followAnswers(
  desk: Desk,
  tx: Tx,
  question: QuestionRow,
  counting: string | null,
  by: string | null,
  now: number,
): void {
  if (isOffer(question)) settleOffer(desk, tx, question, now);
  noteStanding(tx, question);
  const watch = decisionWatch(tx, question.messageId);
  if (watch?.state === 'waiting' && counting !== null) leaveOutOfChasers(desk, tx, watch.id, counting);
  settleDecided(desk, tx, question, by, now);
  noteChange(tx, 'question', question.id);
  noteChange(tx, 'message', question.messageId);
  noteChange(tx, 'return', question.messageId);
}

const SAID: Record<AnswerStatus, string> = {
  counts: '',
  unclear: 'unclear',
  late: 'too late',
  'somebody-else': 'it did not go to them',
  refused: 'refused',
  none: 'no answer',
};

/** Keeps an answer as it came. */
export function noteAnswer(desk: Desk, tx: Tx, question: QuestionRow, given: NewAnswer): AnswerRow {
  const answer = insertAnswer(tx, { ...given, questionId: question.id });
  const { fromName, fromAddress, status, reader, messageId, at } = answer;
  const words = answer.answer === null ? '' : `: ${question.answers[answer.answer]}`;
  const worth = SAID[status] && ` (${SAID[status]})`;
  record(tx, {
    at,
    messageId: question.messageId,
    what: 'question answered',
    why: `${fromName || fromAddress}${words}${worth}`,
  });
  followAnswers(desk, tx, question, status === 'counts' ? reader : null, messageId, at);
  // The page tells by itself.
  if (isOffer(question) && status === 'late' && reader !== null && answer.how !== 'page')
    tellLeft(desk, tx, question, reader, answer.answer);
  return answer;
}
