/** The page a question can be answered on: looking changes nothing, pressing an answer does. */
import { standingChoices } from '#core/question/count';
import { answerKey, COMMENT_LENGTH } from '#core/question/question';
import type { Token } from '#core/question/token';
import { addressKey } from '#core/message/address';
import { deliveriesOf } from '#store/deliveries';
import { findDeparture, type Departure } from '#store/departures';
import { findMessage } from '#store/messages';
import { isOffer } from '#store/offers';
import { answersTo, type QuestionRow } from '#store/questions';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { askedBy, closesAt, decisionWatch, questionIn } from './asking';
import { answersFor, slotsOf } from '../offers/offerSlots';
import { noteAnswer, whyNotCounted } from './noteAnswer';
import { isProven } from './proofs';

export interface AnswerPage {
  /** Who asks, and in which message. */
  from: string;
  subject: string;
  words: string;
  /** In the words this reader has; what cannot be chosen any more is left out. */
  answers: readonly { index: number; words: string }[];
  mayComment: boolean;
  /** Indexes of what its reader has answered: one, but of times that several are to meet at. */
  standing: readonly number[];
  /** In words. */
  standingWords: string;
  /** What was pressed last does not count: why. */
  refused: string;
  /** No answers count any more. */
  closed: boolean;
}

interface Found {
  question: QuestionRow;
  departure: Departure;
  /** Lower case. */
  reader: string;
}

/** What a token leads to; undefined where it is none of ours, or the question is gone. */
function find(db: Reading, token: Token): Found | undefined {
  if (token.answer !== 0 || !isProven(db, token)) return undefined;
  const departure = findDeparture(db, token.departureId);
  const question = departure && questionIn(db, departure.messageId);
  if (!question || findMessage(db, question.messageId)?.deletedAt !== null) return undefined;
  const reached = deliveriesOf(db, [departure.id]).filter(({ status }) => status === 'accepted');
  return reached.length === 1 ? { question, departure, reader: addressKey(reached[0]!.address) } : undefined;
}

function shown(desk: Desk, db: Reading, { question, reader }: Found): AnswerPage {
  const { fromName, fromAddress, subject } = findMessage(db, question.messageId)!;
  const { words, mayComment, offer } = question;
  const mine = answersTo(db, [question.id]).filter((each) => each.reader === reader);
  const standing = standingChoices(mine, offer).get(reader) ?? [];
  const told = isOffer(question) ? answersFor(desk, db, question, [reader]) : question.answers;
  const slots = isOffer(question) ? slotsOf(desk, db, question) : [];
  const last = mine.at(-1);
  const end = closesAt(question, decisionWatch(db, question.messageId));
  return {
    from: fromName || fromAddress,
    subject,
    words,
    answers: told
      .map((each, index) => ({ index, words: each }))
      .filter(({ index }) => (slots[index]?.state ?? 'open') === 'open' || standing.includes(index)),
    mayComment,
    standing,
    standingWords: new Intl.ListFormat('en-GB').format(standing.map((index) => told[index]!)),
    refused: isOffer(question) && last?.status === 'late' && last.answer !== null ? told[last.answer]! : '',
    closed: end !== null && desk.now(db) >= end,
  };
}

/** @returns undefined where the token leads nowhere */
export function readAnswerPage(desk: Desk, token: Token): AnswerPage | undefined {
  const { db } = desk.store;
  const found = find(db, token);
  return found && shown(desk, db, found);
}

/** Whoever goes back and forth for longer has to write. */
const MOST_TIMES = 50;

/**
 * Keeps what somebody has pressed; the same again changes nothing.
 * @param answer index of it
 * @returns the page as it is then; undefined where the token leads nowhere
 * @throws Invalid where there is no such answer; Refused where it has been changed too often
 */
export function answerOnPage(
  desk: Desk,
  token: Token,
  answer: number,
  comment: string,
): AnswerPage | undefined {
  return desk.store.write((tx) => {
    const found = find(tx, token);
    if (!found) return undefined;
    const { question, reader } = found;
    if (question.answers[answer] === undefined) throw new Invalid('There is no such answer.', 'answer');
    const why = comment.replaceAll('\r', '').trim().slice(0, COMMENT_LENGTH);
    const before = answersTo(tx, [question.id]).filter((each) => each.reader === reader);
    const at = desk.now(tx);
    const late = whyNotCounted(desk, tx, question, at, reader, answer);
    const status = late ? 'late' : 'counts';
    // What was late, or somebody else’s, is not what counts; the same again is where it is worth the same.
    const last = before.findLast((each) => each.status === status);
    const again = last?.answer === answer && (why === '' || answerKey(last.comment) === answerKey(why));
    if (!again) {
      if (before.length >= MOST_TIMES)
        throw new Refused(
          'You have changed your answer so often that it stays as it is. Write to who asks, please.',
        );
      const name = askedBy(desk, tx, [found.departure.messageId])
        .get(found.departure.messageId)
        ?.find(({ address }) => address === reader)?.name;
      noteAnswer(desk, tx, question, {
        reader,
        answer,
        comment: why,
        how: 'page',
        status,
        why: late ?? '',
        fromName: name ?? '',
        fromAddress: reader,
        messageId: null,
        at,
      });
    }
    return shown(desk, tx, found);
  });
}
