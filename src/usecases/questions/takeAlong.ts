import { insertQuestion, questionOf } from '#store/questions';
import type { Tx } from '#store/store';
import { newId } from '../newId';

/** What is made from a message asks what that does; each is asked anew. */
export function takeQuestionAlong(tx: Tx, from: string, to: string, now: number): void {
  const seen = questionOf(tx, from);
  if (!seen) return;
  const { words, answers, decidedWhen, mayComment, offer } = seen;
  insertQuestion(tx, {
    words,
    answers,
    decidedWhen,
    mayComment,
    offer,
    id: newId(),
    messageId: to,
    createdAt: now,
  });
}
