/** What is known of a question beside its words: who is asked, until when, how its answers stand. */
import { group } from 'd3-array';
import { countAnswers, tallyWords, type Asked, type Count } from '#core/question/count';
import { correspondentsAt } from '#store/correspondents';
import { recipientsOf } from '#store/messages';
import {
  answersTo,
  findQuestion,
  questionOf,
  questionsOf,
  readersAsked,
  type AnswerRow,
  type QuestionRow,
} from '#store/questions';
import type { Reading } from '#store/store';
import { offeredAgainBy } from '#store/offers';
import { findChaser } from '#store/watchChasers';
import { findWatch, watchesOf, type Watch } from '#store/watches';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { receiversAmong } from '../messages/envelope';
import { mineIn } from '../people/isMine';

/** Somebody it goes to. */
export interface AskedReader extends Asked {
  /** They have it. */
  reached: boolean;
}

/** What a message asks; a chaser asks again what the message asks that it chases, and what is left of an offer is offered again. */
export function questionIn(db: Reading, messageId: string): QuestionRow | undefined {
  const offered = offeredAgainBy(db, messageId);
  if (offered !== undefined) return findQuestion(db, offered);
  const chased = findChaser(db, messageId);
  const watch = chased && findWatch(db, chased.watchId);
  return questionOf(db, watch?.messageId ?? messageId);
}

/** The wait for it to be decided: the newest there has been. */
export const decisionWatch = (db: Reading, messageId: string): Watch | undefined =>
  watchesOf(db, [messageId]).findLast(({ settledBy }) => settledBy === 'decision');

/** Those that are asked, or will be, by the messages that ask; I do not ask myself. */
export function askedBy(desk: Desk, db: Reading, messageIds: readonly string[]): Map<string, AskedReader[]> {
  const mine = mineIn(desk, db);
  const rows = readersAsked(db, messageIds).filter(({ address }) => !mine(address));
  const people = correspondentsAt(
    db,
    rows.map(({ address }) => address),
  );
  const written = new Map(
    receiversAmong(db, recipientsOf(db, [...messageIds])).map(({ messageId, address, name }) => [
      `${messageId} ${address.toLowerCase()}`,
      name,
    ]),
  );
  return new Map(
    [...group(rows, ({ message }) => message)].map(([message, readers]) => [
      message,
      readers.map(({ address, reached }) => ({
        address,
        name: written.get(`${message} ${address}`) || people.get(address)?.name || '',
        reached: Boolean(reached),
      })),
    ]),
  );
}

export const countOf = (
  { answers, decidedWhen, offer }: QuestionRow,
  asked: readonly Asked[],
  given: readonly AnswerRow[],
): Count => countAnswers(answers.length, decidedWhen, asked, given, offer);

/** How the answers to one stand. */
export function countNow(desk: Desk, db: Reading, question: QuestionRow): Count {
  const asked = askedBy(desk, db, [question.messageId]).get(question.messageId) ?? [];
  return countOf(question, asked, answersTo(db, [question.id]));
}

/** When answers are taken no longer, epoch ms; null where that has no end yet. @param watch the wait for it to be decided */
export function closesAt({ closedAt }: QuestionRow, watch: Watch | undefined): number | null {
  const deadline = watch?.at ?? null;
  if (closedAt === null || deadline === null) return closedAt ?? deadline;
  return Math.min(closedAt, deadline);
}

/** @throws NotFound */
export function knownQuestion(db: Reading, id: string): QuestionRow {
  const question = findQuestion(db, id);
  if (!question) throw new NotFound('There is no such question.');
  return question;
}

/** How the answers to what these messages ask stand, in words. */
export function talliesOf(desk: Desk, messageIds: readonly string[]): Map<string, string> {
  if (messageIds.length === 0) return new Map();
  const { db } = desk.store;
  const asked = askedBy(desk, db, messageIds);
  const questions = questionsOf(db, messageIds);
  const ids = questions.map(({ id }) => id);
  const given = group(answersTo(db, ids), ({ questionId }) => questionId);
  return new Map(
    questions.map((question) => {
      const { id, messageId, answers } = question;
      const count = countOf(question, asked.get(messageId) ?? [], given.get(id) ?? []);
      const unclear = count.unclear > 0 ? `; ${count.unclear} unclear` : '';
      return [messageId, tallyWords(count, answers) + unclear];
    }),
  );
}
