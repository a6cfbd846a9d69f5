/** What I say of answers: what an unclear one means, that one counts or does not, and what somebody has told me. */
import { addressKey } from '#core/message/address';
import { record } from '#store/journal';
import { hasLeft } from '#store/left';
import { findMessage } from '#store/messages';
import { isOffer } from '#store/offers';
import { changeAnswer, findAnswer, type AnswerRow, type QuestionRow } from '#store/questions';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused } from '../errors';
import { undoable } from '../incoming/undoable';
import { whyTaken } from '../offers/settleOffer';
import { askedBy, decisionWatch, knownQuestion } from './asking';
import { followAnswers, noteAnswer } from './noteAnswer';

/** One of those it was asked of, lower case. @throws Invalid */
function readerAt(desk: Desk, tx: Tx, { messageId }: QuestionRow, address: string): string {
  const key = addressKey(address);
  const asked = askedBy(desk, tx, [messageId]).get(messageId) ?? [];
  if (!asked.some((each) => each.address === key)) throw new Invalid('It was not asked of them.', 'reader');
  return key;
}

function assertAnswer({ answers }: QuestionRow, answer: number | null): void {
  if (answer !== null && answers[answer] === undefined)
    throw new Invalid('There is no such answer.', 'answer');
}

/** A time that somebody else has, or that my calendar has filled, is nobody’s by my saying so. @throws Refused */
function assertFree(
  desk: Desk,
  tx: Tx,
  question: QuestionRow,
  reader: string | null,
  answer: number | null,
): void {
  if (!isOffer(question) || reader === null || answer === null) return;
  const why = whyTaken(desk, tx, question, reader, answer);
  if (why !== undefined) throw new Refused(why);
}

/** What a decision brings with it is undone too. */
const about = (tx: Tx, { id, messageId }: QuestionRow) => {
  const watch = decisionWatch(tx, messageId);
  return { questionIds: [id], messageIds: [messageId], watchIds: watch ? [watch.id] : [] };
};

/**
 * Says what an answer means: one of those there are, or null, that it is none. It counts from then on, however it came, unless a later one
 * of the same reader does.
 * @param reader for whom it counts; not given: whom it is by
 * @throws NotFound, Invalid; Refused where its proof is none
 */
export function judgeAnswer(
  desk: Desk,
  questionId: string,
  answerId: number,
  answer: number | null,
  reader?: string,
): AnswerRow {
  return desk.store.write((tx) => {
    const question = knownQuestion(tx, questionId);
    const seen = findAnswer(tx, answerId);
    if (seen?.questionId !== question.id) throw new NotFound('There is no such answer.');
    if (seen.status === 'refused')
      throw new Refused(
        'Its proof is none of ours. If they have told you otherwise, note their answer instead.',
      );
    assertAnswer(question, answer);
    const whose = reader === undefined ? seen.reader : readerAt(desk, tx, question, reader);
    if (answer !== null && whose === null) throw new Invalid('Say for whom it counts.', 'reader');
    assertFree(desk, tx, question, whose, answer);
    const now = desk.now(tx);
    return undoable(desk, tx, about(tx, question), () => {
      const next = changeAnswer(tx, answerId, {
        answer,
        reader: whose,
        status: answer === null ? 'none' : 'counts',
        why: 'You have said so.',
      });
      record(tx, {
        at: now,
        messageId: question.messageId,
        what: 'question answered',
        why: `${seen.fromName || seen.fromAddress}: ${answer === null ? 'no answer' : question.answers[answer]} (you have said so)`,
      });
      followAnswers(desk, tx, question, answer === null ? null : whose, seen.messageId, now);
      return next;
    });
  });
}

/**
 * Notes what somebody has answered otherwise, by telephone for instance.
 * @throws NotFound, Invalid; Refused where it has not left
 */
export function noteTold(
  desk: Desk,
  questionId: string,
  reader: string,
  answer: number,
  comment: string,
): AnswerRow {
  return desk.store.write((tx) => {
    const question = knownQuestion(tx, questionId);
    assertAnswer(question, answer);
    if (!hasLeft(findMessage(tx, question.messageId)!))
      throw new Refused('It has not left: nobody can have answered.');
    const key = readerAt(desk, tx, question, reader);
    assertFree(desk, tx, question, key, answer);
    const { me } = desk.settings(tx);
    const now = desk.now(tx);
    return undoable(desk, tx, about(tx, question), () =>
      noteAnswer(desk, tx, question, {
        reader: key,
        answer,
        comment: comment.trim(),
        how: 'me',
        status: 'counts',
        why: '',
        fromName: me.name,
        fromAddress: me.address,
        messageId: null,
        at: now,
      }),
    );
  });
}
