/** What is done with messages and to-dos can be undone exactly, as far as nobody has changed it since. */
import { noteDue } from '#store/clock';
import { noteChange, record } from '#store/journal';
import { putEventRow, type EventRow } from '#store/events';
import { findMessage } from '#store/messages';
import { isOffer } from '#store/offers';
import { findQuestion } from '#store/questions';
import type { Tx } from '#store/store';
import {
  putAnswerRow,
  putQuestionRow,
  putReturn,
  putTodoRow,
  putWatchRow,
  standing,
  takeUndos,
  type Change,
  type Step,
} from '#store/undos';
import type { Desk } from '../desk';
import { NotFound, Refused } from '../errors';
import { followEvents } from '../events/followEvents';
import { rebindJoined, rebindMoved } from '../events/rebind';
import { settleOffer } from '../offers/settleOffer';
import { noteStanding } from '../questions/noteStanding';
import { makeAnew } from '../series/fitSeries';
import { placeMessage } from './bringBack';
import { besides, byId, same, type Known } from './undoable';

/** @throws Refused where anything of it is not as it was left */
function assertUntouched(
  tx: Tx,
  { messages, returns, todos, watches = [], questions = [], answers = [], events = [] }: Step,
): void {
  const one = <Row>({ before, after }: Change<Row>): Row => (before ?? after)!;
  const now = standing(
    tx,
    [...messages.map((each) => one(each).id), ...returns.map((each) => one(each).messageId)],
    todos.map((each) => one(each).id),
    watches.map((each) => one(each).id),
    [...questions.map((each) => one(each).id), ...answers.map((each) => one(each).questionId)],
    events.map((each) => one(each).id),
  );
  const untouched = <Row extends Known>(list: readonly Change<Row>[], rows: readonly Row[]) => {
    const present = byId(rows);
    return list.every((each) => same(present.get(one(each).id) ?? null, each.after, besides(each)));
  };
  if (
    untouched(messages, now.messages) &&
    untouched(returns, now.returns) &&
    untouched(todos, now.todos) &&
    untouched(watches, now.watches) &&
    untouched(questions, now.questions) &&
    untouched(answers, now.answers) &&
    untouched(events, now.events)
  )
    return;
  throw new Refused('This has changed since, and stays as it is now.');
}

/** What had been told of other times, or of another event, is told of those from before again. */
function rebindUndone(tx: Tx, events: readonly Change<EventRow>[]): void {
  for (const { before, after } of events) if (before && after) rebindMoved(tx, after, before);
  const whole = events.filter(({ before, after }) => (after ?? before)!.masterId === null);
  const [made, ...more] = whole.filter(({ before }) => before === null);
  const [parted] = whole.filter(({ before, after }) => before && after);
  // What went on as an event of its own is that of the one it came from.
  if (made && parted && more.length === 0) rebindJoined(tx, made.after!, parted.after!);
}

function putBack(
  desk: Desk,
  tx: Tx,
  { messages, returns, todos, watches = [], questions = [], answers = [], events = [] }: Step,
  now: number,
): void {
  // Those that are there no more go first: a message has one return that waits.
  for (const { before, after } of [...returns].sort((a, b) => Number(!!a.before) - Number(!!b.before))) {
    putReturn(tx, (before ?? after)!.id, before);
    noteChange(tx, 'return', (before ?? after)!.id);
    if (before?.state === 'waiting') noteDue(tx, before.due);
  }
  for (const { before, after } of todos) {
    const { id, messageId } = (before ?? after)!;
    // Whoever has it open in another window sees that it has changed.
    putTodoRow(tx, id, before && { ...before, revision: (after?.revision ?? before.revision) + 1 });
    noteChange(tx, 'return', id);
    if (messageId) noteChange(tx, 'message', messageId);
    if (before?.state === 'open' && before.remindAt !== null) noteDue(tx, before.remindAt);
  }
  for (const { before, after } of watches) {
    const { id, messageId, revision } = (after ?? before)!;
    putWatchRow(tx, id, before && { ...before, revision: revision + 1 });
    noteChange(tx, 'return', id);
    noteChange(tx, 'message', messageId);
    if (before?.state === 'waiting' && before.at !== null) noteDue(tx, before.at);
  }
  for (const { before, after } of questions) {
    const { id, messageId, revision } = (after ?? before)!;
    putQuestionRow(tx, id, before && { ...before, revision: revision + 1 });
    noteChange(tx, 'question', id);
    noteChange(tx, 'message', messageId);
  }
  for (const { before, after } of answers) {
    const { id, questionId } = (before ?? after)!;
    putAnswerRow(tx, id, before);
    noteChange(tx, 'question', questionId);
  }
  for (const id of new Set([
    ...questions.map(({ before, after }) => (before ?? after)!.id),
    ...answers.map(({ before, after }) => (before ?? after)!.questionId),
  ])) {
    const question = findQuestion(tx, id);
    if (!question) continue;
    // What they had taken by that is given back.
    if (isOffer(question)) settleOffer(desk, tx, question, now);
    noteStanding(tx, question);
  }
  // All go before any is put: two may have changed their names.
  for (const { before, after } of events) putEventRow(tx, (after ?? before)!.id, null);
  for (const { before, after } of events) {
    const { id, revision } = (after ?? before)!;
    putEventRow(tx, id, before && { ...before, revision: revision + 1 });
    noteChange(tx, 'event', id);
  }
  rebindUndone(tx, events);
  // What leaves before or after them follows.
  followEvents(
    desk,
    tx,
    events.map(({ before, after }) => (before ?? after)!),
  );
  // What a series has made asks what it says again.
  for (const { before, after } of questions) {
    const template = findMessage(tx, (before ?? after)!.messageId)?.seriesId;
    if (template) makeAnew(desk, tx, template);
  }
  for (const each of messages) {
    const { before } = each;
    const message = before && findMessage(tx, before.id);
    if (!message) continue;
    const { id, ...was } = before;
    placeMessage(tx, message, { ...was, ...('unseen' in besides(each) && { unseen: message.unseen }) });
    record(tx, { at: now, messageId: id, what: 'undone' });
  }
}

/**
 * Puts everything back as it was before what was done under a key: where messages were, what was to come back and how,
 * to-dos, watches. What has arrived since stays.
 * @throws NotFound where nothing was done under it, or it has been undone; Refused where it has changed since
 */
export function undo(desk: Desk, key: string): void {
  desk.store.write((tx) => {
    const steps = takeUndos(tx, key);
    if (steps.length === 0) throw new NotFound('This cannot be undone any more.');
    const now = desk.now(tx);
    for (const step of steps) {
      assertUntouched(tx, step);
      putBack(desk, tx, step, now);
    }
  });
}
