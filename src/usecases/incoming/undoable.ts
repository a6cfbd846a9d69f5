/** What is done is remembered, so that it can be undone exactly ({@link undo}). */
import { isDeepStrictEqual } from 'node:util';
import type { Tx } from '#store/store';
import { insertUndo, standing, threadMates, type Change } from '#store/undos';
import type { Desk } from '../desk';

/** What an act is about. */
interface About {
  /** Messages; what happens to one may happen to its thread. */
  messageIds?: readonly string[];
  /** To-dos, there or about to be. */
  todoIds?: readonly string[];
  /** Watches, the same. */
  watchIds?: readonly string[];
  /** Questions, the same, with their answers. */
  questionIds?: readonly string[];
  /** Events, the same, with what stands for their occurrences. */
  eventIds?: readonly string[];
}

export type Known = { id: string | number };

export const byId = <Row extends Known>(rows: readonly Row[]) => new Map(rows.map((row) => [row.id, row]));

/** The count of changes is no part of what stands there; nor is whether it is new, where the act had nothing to do with it. */
export const same = (a: object | null, b: object | null, besides: object = {}) =>
  isDeepStrictEqual({ ...a, revision: null, ...besides }, { ...b, revision: null, ...besides });

export const besides = <Row>({ before, after }: Change<Row>) =>
  (before as { unseen?: unknown } | null)?.unseen === (after as { unseen?: unknown } | null)?.unseen
    ? { unseen: null }
    : {};

/** The rows that differ. */
function changes<Row extends Known>(before: readonly Row[], after: readonly Row[]): Change<Row>[] {
  const [was, is] = [byId(before), byId(after)];
  return [...new Set([...was.keys(), ...is.keys()])]
    .map((id) => ({ before: was.get(id) ?? null, after: is.get(id) ?? null }))
    .filter(({ before, after }) => !same(before, after));
}

/** Does something, and remembers what of it there is to undo, where somebody may want to ({@link Desk.undoKey}). */
export function undoable<Result>(desk: Desk, tx: Tx, about: About, work: () => Result): Result {
  const { undoKey } = desk;
  if (undoKey === undefined) return work();
  const { messageIds = [], todoIds = [], watchIds = [], questionIds = [], eventIds = [] } = about;
  const all = threadMates(tx, messageIds);
  const look = () => standing(tx, all, todoIds, watchIds, questionIds, eventIds);
  const before = look();
  const result = work();
  const after = look();
  insertUndo(tx, undoKey, {
    messages: changes(before.messages, after.messages),
    returns: changes(before.returns, after.returns),
    todos: changes(before.todos, after.todos),
    watches: changes(before.watches, after.watches),
    questions: changes(before.questions, after.questions),
    answers: changes(before.answers, after.answers),
    events: changes(before.events, after.events),
  });
  return result;
}
