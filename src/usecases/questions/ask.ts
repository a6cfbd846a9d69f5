/** A message asks something: set, changed, taken off, closed. */
import type { Offer } from '#core/offer/offer';
import { keptQuestion, whyNoQuestion, type Question } from '#core/question/question';
import type { Deadline } from '#core/watch/watch';
import { noteDue } from '#store/clock';
import { departuresOf, type Departure } from '#store/departures';
import { thaw } from '#store/frozen';
import { noteChange, record } from '#store/journal';
import { hasLeft } from '#store/left';
import { insertQuestion, questionOf, removeQuestion, swapQuestion, type QuestionRow } from '#store/questions';
import type { Tx } from '#store/store';
import { swapWatch, watchesOf, type Watch } from '#store/watches';
import type { Desk } from '../desk';
import { Invalid, Refused, Stale } from '../errors';
import { undoable } from '../incoming/undoable';
import { openMessage } from '../messages/outgoingMessage';
import { newId } from '../newId';
import { followEdit } from '../series/fitSeries';
import { endWatch, watchMessage } from '../watches/setWatch';
import { decisionWatch, knownQuestion } from './asking';
import { makeProofKey } from './proofs';

export interface QuestionInput extends Question {
  /** Until when answers are taken; what is relative counts from when the message has left. Not given: as it is. */
  deadline?: Deadline;
}

/** Given where nothing else is chosen. */
const USUAL_DEADLINE: Deadline = { workingDays: 2, of: 'reader' };

const ON_ITS_WAY: readonly Departure['state'][] = ['releasing', 'unconfirmed'];

/** What asks is mine and nobody has it: what was made ready for an attempt that came to nothing is made anew. */
function openToChange(tx: Tx, messageId: string): void {
  const message = openMessage(tx, messageId);
  if (message.textId !== null)
    throw new Refused('A kept text asks nothing: ask in the message that is written with it.');
  if (message.batchId !== null)
    throw new Refused('A batch asks nothing: its rows are messages of their own.');
  const all = departuresOf(tx, messageId);
  if (hasLeft(message) || all.some(({ state, leftAt }) => leftAt !== null || ON_ITS_WAY.includes(state)))
    throw new Refused('It has left, or is leaving: what it asks cannot be changed any more.');
  for (const { id } of all) thaw(tx, id);
}

function changed(tx: Tx, { id, messageId }: QuestionRow): void {
  noteChange(tx, 'question', id);
  noteChange(tx, 'message', messageId);
}

/**
 * Has a message ask something; what it asked before is replaced. It is waited for the answers until the deadline.
 * @throws NotFound, Invalid; Refused where it has left
 */
export function ask(desk: Desk, messageId: string, { deadline, ...input }: QuestionInput): QuestionRow {
  const given = keptQuestion(input);
  const why = whyNoQuestion(given);
  if (why) throw new Invalid(why.words, why.field);
  return desk.store.write((tx) => {
    if (questionOf(tx, messageId)?.offer)
      throw new Refused('It offers times: take those off first, or change them.');
    return putQuestion(desk, tx, messageId, { ...given, offer: null }, deadline);
  });
}

/**
 * What a message asks by now, times too; it is waited for the answers until the deadline.
 * @throws NotFound; Refused where it has left
 */
export function putQuestion(
  desk: Desk,
  tx: Tx,
  messageId: string,
  given: Question & { offer: Offer | null },
  deadline: Deadline | undefined,
): QuestionRow {
  openToChange(tx, messageId);
  makeProofKey(tx);
  const now = desk.now(tx);
  const seen = questionOf(tx, messageId);
  const id = seen?.id ?? newId();
  const kept = { ...given, answers: [...given.answers] };
  const question = undoable(desk, tx, { questionIds: [id] }, () =>
    seen ? swapQuestion(tx, seen, kept) : insertQuestion(tx, { ...kept, id, messageId, createdAt: now }),
  );
  if (!question) throw new Stale('question');
  const watch = watchesOf(tx, [messageId]).find(({ state }) => state === 'waiting');
  if (deadline || watch?.settledBy !== 'decision')
    watchMessage(desk, messageId, {
      deadline: deadline ?? watch?.deadline ?? USUAL_DEADLINE,
      settledBy: 'decision',
    });
  if (!seen) record(tx, { at: now, messageId, what: 'asked', why: question.words });
  // What a series makes of it asks the same.
  followEdit(desk, tx, messageId);
  changed(tx, question);
  return question;
}

/** The question of a message, as it was seen. @throws NotFound, Stale */
export function seenQuestion(tx: Tx, id: string, revision: number | undefined): QuestionRow {
  const seen = knownQuestion(tx, id);
  if (revision !== undefined && revision !== seen.revision) throw new Stale('question');
  return seen;
}

/** Changes what is given. @throws NotFound, Invalid, Stale; Refused where it has left */
export const changeQuestion = (
  desk: Desk,
  id: string,
  input: Partial<QuestionInput>,
  revision?: number,
): QuestionRow =>
  desk.store.write((tx) => {
    const { messageId, words, answers, decidedWhen, mayComment } = seenQuestion(tx, id, revision);
    return ask(desk, messageId, { words, answers, decidedWhen, mayComment, ...input });
  });

/** The message asks nothing, and nothing is waited for on that account. @throws NotFound; Refused where it has left */
export function takeOff(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    const seen = seenQuestion(tx, id, undefined);
    openToChange(tx, seen.messageId);
    const watch = decisionWatch(tx, seen.messageId);
    undoable(desk, tx, { questionIds: [id] }, () => removeQuestion(tx, id));
    if (watch?.state === 'waiting') endWatch(desk, watch.id);
    followEdit(desk, tx, seen.messageId);
    changed(tx, seen);
  });
}

function waitAgain(tx: Tx, watch: Watch): void {
  const next = swapWatch(tx, watch, { state: 'waiting', endedAt: null });
  if (!next) throw new Stale('watch');
  if (next.at !== null) noteDue(tx, next.at);
  noteChange(tx, 'return', next.id);
}

/**
 * No answers are taken any more, or they are again.
 * @throws NotFound; Refused where it has not left, is so already, or where its deadline is past
 */
export function closeQuestion(desk: Desk, id: string, close: boolean): QuestionRow {
  return desk.store.write((tx) => {
    const seen = seenQuestion(tx, id, undefined);
    const { messageId } = seen;
    if (!hasLeft(openMessage(tx, messageId)))
      throw new Refused('It has not left: take the question off instead.');
    if (close === (seen.closedAt !== null))
      throw new Refused(close ? 'It is closed already.' : 'Answers to it are taken already.');
    const now = desk.now(tx);
    const watch = decisionWatch(tx, messageId);
    if (!close && watch?.at && watch.at <= now)
      throw new Refused('Its deadline is past. Watch it anew, until its question is decided.');
    const next = undoable(desk, tx, { questionIds: [id], watchIds: watch ? [watch.id] : [] }, () => {
      // What was waited for until it was closed is waited for again.
      if (!close && watch?.state === 'ended' && watch.endedAt === seen.closedAt) waitAgain(tx, watch);
      return swapQuestion(tx, seen, { closedAt: close ? now : null });
    });
    if (!next) throw new Stale('question');
    if (close && watch?.state === 'waiting') endWatch(desk, watch.id);
    record(tx, { at: now, messageId, what: close ? 'question closed' : 'question opened again' });
    changed(tx, next);
    return next;
  });
}
