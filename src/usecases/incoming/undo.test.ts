import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { mailOf, type MailParts } from '#test/support/mail';
import { moveClock } from '../clock/sandbox';
import type { Desk } from '../desk';
import { NotFound, Refused } from '../errors';
import { readMessage } from '../messages/readMessage';
import { addTodo, changeTodo, listTodos, putTodo, settleTodo } from '../todos/todos';
import { archive, backToInbox } from './archive';
import { nextReturnDue } from '#store/returns';
import { returnsWaker } from '../wakers/returns';
import { runWaker } from '../wakers/wakers';
import { listSnoozed } from './inbox';
import { receiveMail } from './receiveMail';
import { markNew, markSeen } from './seen';
import { changeSnooze, endSnooze, snooze } from './snooze';
import { undo } from './undo';

const HOUR = 3_600_000;
const WEEKLY = { rrule: 'FREQ=WEEKLY', start: '2026-11-25T09:00', zone: 'Europe/Lisbon' };

let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
});
const receive = async (parts: MailParts) => (await receiveMail(desk, mailOf(parts))).id;
/** What is done now can be undone by this key. */
const under = (undoKey: string): Desk => ({ ...desk, undoKey });
const placeOf = (id: string) => readMessage(desk, id).place;
/** All that undoing has to bring back, row by row. */
const everything = () => ({
  messages: desk.store.db.all(
    `SELECT id, place, returned_at, returned_why, unseen FROM messages WHERE deleted_at IS NULL ORDER BY id`,
  ),
  returns: desk.store.db.all(`SELECT * FROM returns ORDER BY id`),
  todos: desk.store.db.all(
    `SELECT id, uid, message_id, what, note, start, due, due_at, remind_at, sound, state, done_at FROM todos ORDER BY id`,
  ),
  threads: desk.store.db.all(
    `SELECT id, place, latest_id, sort_at, returned_id, unseen_at FROM threads ORDER BY id`,
  ),
  next: nextReturnDue(desk.store.db, []),
});

describe('undoing', () => {
  it('a snooze moved to another moment is again the one it was, with its note, its rule and how often', async () => {
    const id = await receive({ id: 'a' });
    snooze(desk, id, {
      until: desk.now() + HOUR,
      words: 'in an hour',
      note: 'bond',
      early: false,
      repeat: WEEKLY,
    });
    const before = everything();
    snooze(under('moved-001'), id, {
      until: desk.now() + 5 * HOUR,
      note: 'other',
      early: true,
      repeat: null,
    });
    undo(desk, 'moved-001');
    expect(everything()).toEqual(before);
    expect(listSnoozed(desk, 10).messages[0]!.snooze).toMatchObject({ note: 'bond', early: false, times: 1 });
    // It comes back as it would have.
    moveClock(desk, { set: desk.now() + HOUR });
    expect(runWaker(desk, returnsWaker)).toBe(1);
    expect(placeOf(id)).toBe('inbox');
  });

  it('archiving gives back what was to come back, each message where it was', async () => {
    const [a, b] = [await receive({ id: 'a' }), await receive({ id: 'b', re: 'a' })];
    snooze(desk, a, { until: desk.now() + HOUR, wholeThread: false });
    const before = everything();
    expect([placeOf(a), placeOf(b)]).toEqual(['snoozed', 'inbox']);
    archive(under('archived1'), [b]);
    expect([placeOf(a), placeOf(b), nextReturnDue(desk.store.db, [])]).toEqual(['archive', 'archive', null]);
    undo(desk, 'archived1');
    expect(everything()).toEqual(before);
  });

  it('“bring back now” puts off again, until the same moment', async () => {
    const id = await receive({ id: 'a' });
    snooze(desk, id, { until: desk.now() + HOUR, note: 'bond' });
    const before = everything();
    endSnooze(under('brought-1'), id);
    expect(placeOf(id)).toBe('inbox');
    undo(desk, 'brought-1');
    expect(everything()).toEqual(before);
  });

  it('what was done in several requests under one key is one act', async () => {
    const ids = [await receive({ id: 'a' }), await receive({ id: 'b', subject: 'Other' })];
    const before = everything();
    for (const id of ids) snooze(under('several-1'), id, { until: desk.now() + HOUR });
    undo(desk, 'several-1');
    expect(everything()).toEqual(before);
    expect(() => undo(desk, 'several-1')).toThrow(NotFound);
  });

  it('changes nothing where the clock, an answer or another window has been at it since', async () => {
    const [a, b] = [await receive({ id: 'a' }), await receive({ id: 'b', subject: 'Other' })];
    const todo = addTodo(desk, b, { what: 'check' });
    const until = desk.now() + HOUR;
    for (const id of [a, b]) snooze(under('since-001'), id, { until });
    snooze(under('since-002'), b, { until: until + HOUR });
    changeTodo(under('since-003'), todo.id, { what: 'check the crates' });
    await receive({ id: 'answer', re: 'a' });
    settleTodo(desk, todo.id, 'done');
    const before = everything();
    // Of the first act one has come back: all of it stays as it is.
    for (const key of ['since-001', 'since-003']) expect(() => undo(desk, key)).toThrow(Refused);
    expect(everything()).toEqual(before);
    undo(desk, 'since-002');
    expect(listSnoozed(desk, 10).messages.map(({ id, snooze }) => [id, snooze!.until])).toEqual([[b, until]]);
  });

  it('a to-do made is gone, one changed or settled is as it was, and a revision seen before is stale', async () => {
    const id = await receive({ id: 'a' });
    addTodo(under('todo-0001'), null, { what: 'call' });
    undo(desk, 'todo-0001');
    expect(listTodos(desk, 'all', 10)).toEqual([]);
    const { todo } = putTodo(desk, id, { what: 'check', remindAt: desk.now() + HOUR });
    const before = everything();
    changeTodo(under('todo-0002'), todo.id, { what: 'ask', remindAt: null });
    undo(desk, 'todo-0002');
    settleTodo(under('todo-0003'), todo.id, 'dropped');
    undo(desk, 'todo-0003');
    expect(everything()).toEqual(before);
    expect(() => changeTodo(desk, todo.id, { what: 'x' }, todo.revision + 1)).toThrow();
  });

  it('does not mind that somebody has looked at it meanwhile', async () => {
    const id = await receive({ id: 'a' });
    archive(under('looked-01'), [id]);
    markSeen(desk, [id]);
    undo(desk, 'looked-01');
    expect(readMessage(desk, id)).toMatchObject({ place: 'inbox', unseen: false });
  });

  it('a mail that arrives in between stays', async () => {
    const id = await receive({ id: 'a' });
    archive(under('between-1'), [id]);
    const answer = await receive({ id: 'b', re: 'a' });
    undo(desk, 'between-1');
    expect([placeOf(id), placeOf(answer)]).toEqual(['inbox', 'inbox']);
  });

  it('anything, undone step by step, leads back through everything that was', async () => {
    const act = fc.record({
      what: fc.constantFrom(
        'archive',
        'inbox',
        'snooze',
        'alone',
        'end',
        'change',
        'todo',
        'settle',
        'bulk',
        'seen',
        'new',
      ),
      which: fc.nat(3),
      hours: fc.integer({ min: 1, max: 40 }),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 1, maxLength: 12 }), async (acts) => {
        ({ desk } = tempDesk());
        const ids = [
          await receive({ id: 'a' }),
          await receive({ id: 'b', re: 'a' }),
          await receive({ id: 'c', subject: 'Other' }),
          await receive({ id: 'd', re: 'c' }),
        ];
        const seen: [string, ReturnType<typeof everything>][] = [];
        for (const [index, { what, which, hours }] of acts.entries()) {
          const [key, id] = [`step-${index}-000`, ids[which]!];
          const tracked = under(key);
          const before = everything();
          const input = { until: desk.now() + hours * HOUR, note: `n${hours}` };
          const todo = listTodos(desk, 'all', 10)[0]?.todo.id;
          try {
            if (what === 'archive') archive(tracked, [id]);
            if (what === 'bulk') archive(tracked, ids);
            if (what === 'inbox') backToInbox(tracked, [id]);
            if (what === 'snooze') snooze(tracked, id, { ...input, repeat: hours > 30 ? WEEKLY : undefined });
            if (what === 'alone') snooze(tracked, id, { ...input, wholeThread: false });
            if (what === 'seen') markSeen(tracked, [id]);
            if (what === 'new') markNew(tracked, [id]);
            if (what === 'end') endSnooze(tracked, id);
            if (what === 'change') changeSnooze(tracked, id, { note: 'changed', early: false });
            if (what === 'todo') putTodo(tracked, id, { what: `w${hours}` });
            if (what === 'settle' && todo) settleTodo(tracked, todo, hours % 2 ? 'done' : 'dropped');
          } catch (error) {
            // What cannot be done leaves nothing to undo.
            expect(error).toBeInstanceOf(Refused);
            expect(() => undo(desk, key)).toThrow(NotFound);
            continue;
          }
          if (what !== 'settle' || todo) seen.push([key, before]);
        }
        for (const [key, before] of seen.reverse()) {
          undo(desk, key);
          expect(everything()).toEqual(before);
        }
      }),
      { numRuns: 25 },
    );
  });
});
