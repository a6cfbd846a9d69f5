/** Questions as they are shown. */
import { group } from 'd3-array';
import { isShared, type Agreement } from '#core/offer/offer';
import { aheadWords, standingAnswers, standingChoices, tallyWords } from '#core/question/count';
import type { AnsweredHow, AnswerStatus, DecidedWhen } from '#core/question/question';
import { addressKey } from '#core/message/address';
import { findCorrespondent } from '#store/correspondents';
import { isOffer, openOffers, type OfferRow } from '#store/offers';
import { hasLeft } from '#store/left';
import { findMessage } from '#store/messages';
import {
  answersBy,
  answersTo,
  questionOf,
  questionsInThread,
  questionsThatLeft,
  type AnswerRow,
  type QuestionRow,
} from '#store/questions';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { receivers } from '../messages/envelope';
import { slotsOf, type SlotState } from '../offers/offerSlots';
import { askedBy, closesAt, countOf, decisionWatch, knownQuestion } from './asking';

/** One answer as it came. Moments are epoch ms. */
export interface AnswerView {
  id: number;
  from: { name: string; address: string };
  /** Of whom it was asked, lower case; null where of nobody. */
  reader: string | null;
  /** Index among the answers; null where it is not known. */
  answer: number | null;
  proposed: number | null;
  status: AnswerStatus;
  /** A sentence; empty where there is nothing to explain. */
  why: string;
  comment: string;
  how: AnsweredHow;
  /** The message it came in. */
  message: string | null;
  at: number;
  /** It is what its reader says now. */
  stands: boolean;
}

/** The times an offer has. Moments are epoch ms. */
export interface OfferView {
  summary: string;
  place: string;
  minutes: number;
  agreement: Agreement;
  slots: {
    at: number;
    until: number;
    state: SlotState;
    /** Who has taken it, lower case; null where nobody has, or all have. */
    reader: string | null;
    /** What stands for it in the calendar. */
    event: string | null;
    filledBy: string | null;
  }[];
}

export interface QuestionView {
  id: string;
  message: string;
  subject: string;
  words: string;
  answers: string[];
  decidedWhen: DecidedWhen;
  mayComment: boolean;
  /** It waits to leave, answers are taken, or not any more. */
  state: 'not-left' | 'open' | 'closed';
  decided: boolean;
  /** How the answers stand, in words. */
  tally: string;
  /** What most have said; empty where nobody has answered. */
  ahead: string;
  /** `answer`: the last; `chosen`: all, where of times several may be. */
  readers: { name: string; address: string; reached: boolean; answer: number | null; chosen: number[] }[];
  /** Everything that was answered, in the order it came. */
  given: AnswerView[];
  unclear: number;
  /** Where its answers are times. */
  offer: OfferView | null;
  /** When answers are taken no longer, epoch ms; null where that is not known yet. */
  closesAt: number | null;
  closedAt: number | null;
  watch: string | null;
  revision: number;
  createdAt: number;
}

function offerView(desk: Desk, question: OfferRow): OfferView {
  const { summary, place, minutes, agreement } = question.offer;
  const slots = slotsOf(desk, desk.store.db, question).map(({ at, until, state, take, filledBy }) => ({
    at,
    until,
    state,
    reader: take?.reader || null,
    event: take?.eventId ?? null,
    filledBy: filledBy ?? null,
  }));
  return { summary, place, minutes, agreement, slots };
}

function answerView(row: AnswerRow, standing: ReadonlyMap<string, number>): AnswerView {
  const { id, fromName, fromAddress, reader, answer, proposed, status, why, comment, how, messageId, at } =
    row;
  const from = { name: fromName, address: fromAddress };
  const stands = reader !== null && standing.get(reader) === id;
  return { id, from, reader, answer, proposed, status, why, comment, how, message: messageId, at, stands };
}

/** Of each reader the id of the answer that stands. */
const standingRows = (given: readonly AnswerRow[]) =>
  standingAnswers(
    given.map(({ id, reader, answer, status }) => ({ reader, status, answer: answer === null ? null : id })),
  );

/** It is one of those its reader has chosen, and the last that says so. */
const isChosen = (
  { id, reader, answer, status }: AnswerRow,
  choices: ReadonlyMap<string, readonly number[]>,
  all: readonly AnswerRow[],
): boolean =>
  status === 'counts' &&
  reader !== null &&
  answer !== null &&
  (choices.get(reader)?.includes(answer) ?? false) &&
  all.findLast((each) => each.reader === reader && each.answer === answer && each.status === 'counts')?.id ===
    id;

function viewsOf(desk: Desk, rows: readonly QuestionRow[]): QuestionView[] {
  const { db } = desk.store;
  const now = desk.now();
  const given = group(
    answersTo(
      db,
      rows.map(({ id }) => id),
    ),
    ({ questionId }) => questionId,
  );
  const asked = askedBy(
    desk,
    db,
    rows.map(({ messageId }) => messageId),
  );
  return rows.map((question) => {
    const { id, messageId, words, answers, decidedWhen, mayComment, closedAt, revision, createdAt } =
      question;
    const all = given.get(id) ?? [];
    const message = findMessage(db, messageId)!;
    const watch = decisionWatch(db, messageId);
    // Of a draft nobody waits in the mail server yet.
    const readers =
      asked.get(messageId) ??
      receivers(db, messageId).map((each) => ({
        ...each,
        address: addressKey(each.address),
        reached: false,
      }));
    const count = countOf(question, readers, all);
    const standing = standingAnswers(all);
    const choices = standingChoices(all, question.offer);
    const end = closesAt(question, watch);
    const rowsThatStand = standingRows(all);
    return {
      id,
      message: messageId,
      subject: message.subject || '(no subject)',
      words,
      answers,
      decidedWhen,
      mayComment,
      state: !hasLeft(message) ? 'not-left' : end !== null && now >= end ? 'closed' : 'open',
      decided: count.decided,
      tally: tallyWords(count, answers),
      ahead: aheadWords(count, answers),
      readers: readers.map(({ name, address, reached }) => ({
        name,
        address,
        reached,
        answer: standing.get(address) ?? null,
        chosen: [...(choices.get(address) ?? [])],
      })),
      given: all.map((row) => ({
        ...answerView(row, rowsThatStand),
        ...(question.offer && isShared(question.offer) && { stands: isChosen(row, choices, all) }),
      })),
      unclear: count.unclear,
      offer: isOffer(question) ? offerView(desk, question) : null,
      closesAt: end,
      closedAt,
      watch: watch?.id ?? null,
      revision,
      createdAt,
    };
  });
}

/** @throws NotFound */
export const readQuestion = (desk: Desk, id: string): QuestionView =>
  viewsOf(desk, [knownQuestion(desk.store.db, id)])[0]!;

/** Those that have left, the newest first; @param open that were not closed */
export const listQuestions = (desk: Desk, open: boolean, limit: number): QuestionView[] =>
  viewsOf(desk, questionsThatLeft(desk.store.db, open, limit));

/** What a message asks, and what was asked in its thread, the newest first. */
export function questionsNear(desk: Desk, messageId: string): QuestionView[] {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  if (!message) return [];
  const own = questionOf(db, messageId);
  const others = questionsInThread(db, message.threadId).filter(({ id }) => id !== own?.id);
  return viewsOf(desk, [...(own ? [own] : []), ...others]);
}

/** Of those, what offers times. */
export const offersNear = (desk: Desk, messageId: string): QuestionView[] =>
  questionsNear(desk, messageId).filter(({ offer }) => offer !== null);

/** So many closed ones are looked through. */
const MOST_CLOSED = 500;

/** Offers that have left, or are to leave, that I have not closed, and of which a time is to come; or those I have closed. */
export const listOffers = (desk: Desk, open: boolean): QuestionView[] =>
  viewsOf(
    desk,
    open
      ? openOffers(desk.store.db, desk.now())
      : questionsThatLeft(desk.store.db, false, MOST_CLOSED).filter(isOffer),
  );

/** What somebody has answered, as it stands. */
export interface AnsweredView {
  question: string;
  message: string;
  words: string;
  answer: string;
  /** Epoch ms. */
  at: number;
}

/** So many answers are looked through, and so many questions are shown. */
const MOST_OF_ONE = { answers: 200, questions: 20 };

/** What somebody has answered, by any of these addresses: of each question the last, the newest first. */
export function answeredBy(desk: Desk, addresses: readonly string[]): AnsweredView[] {
  const seen = new Set<string>();
  return answersBy(desk.store.db, addresses.map(addressKey), MOST_OF_ONE.answers)
    .filter(({ question }) => !seen.has(question.id) && seen.add(question.id))
    .slice(0, MOST_OF_ONE.questions)
    .map(({ answer, question }) => ({
      question: question.id,
      message: question.messageId,
      words: question.words,
      answer: question.answers[answer.answer!] ?? '',
      at: answer.at,
    }));
}

/** The same of a correspondent. @throws NotFound */
export function answeredByPerson(desk: Desk, id: string): AnsweredView[] {
  const person = findCorrespondent(desk.store.db, id);
  if (!person) throw new NotFound('There is no such correspondent.');
  return answeredBy(desk, person.addresses);
}
