import { beforeEach, describe, expect, it } from 'vitest';
import { inboxOf, NOW, tempDesk } from '#test/support/desk';
import { mailOf, type MailParts } from '#test/support/mail';
import { toLocal } from '#core/time/wallClock';
import { moveClock } from './clock/sandbox';
import type { Desk } from './desk';
import { Invalid, NotFound, Refused, Stale } from './errors';
import { archive, backToInbox } from './incoming/archive';
import { listSnoozed } from './incoming/inbox';
import { receiveMail } from './incoming/receiveMail';
import { listReminders, noteTold } from './incoming/reminders';
import { remindersWaker } from './wakers/reminders';
import { Resting } from './wakers/resting';
import { returnsWaker } from './wakers/returns';
import { runWaker } from './wakers/wakers';
import { changeSnooze, endSnooze, snooze } from './incoming/snooze';
import { snoozeMoment, suggestSnooze } from './incoming/snoozeMoments';
import { createDraft } from './messages/createDraft';
import { readMessage } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';
import { exportTodos, importTodos } from './todos/exchangeTodos';
import { addTodo, changeTodo, deleteTodo, listTodos, putTodo, settleTodo } from './todos/todos';

const HOUR = 3_600_000;
let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
});
const receive = async (parts: MailParts) => (await receiveMail(desk, mailOf(parts))).id;
const goTo = (at: number) => {
  moveClock(desk, { set: at });
  return runWaker(desk, returnsWaker) + runWaker(desk, remindersWaker);
};
const placeOf = (id: string) => readMessage(desk, id).place;

describe('putting off', () => {
  it('takes the thread, and brings it back with the one that was put off on top', async () => {
    const [a, b] = [await receive({ id: 'a' }), await receive({ id: 'b', re: 'a' })];
    const other = await receive({ id: 'z', subject: 'Other' });
    const until = desk.now() + HOUR;
    snooze(desk, b, { until, words: 'In an hour', note: 'ask about the bond' });
    expect([placeOf(a), placeOf(b), placeOf(other)]).toEqual(['snoozed', 'snoozed', 'inbox']);
    expect(listSnoozed(desk, 10).messages.map(({ id }) => id)).toEqual([b]);
    expect(goTo(until)).toBe(1);
    expect([placeOf(a), placeOf(b)]).toEqual(['inbox', 'inbox']);
    const [first] = inboxOf(desk).messages;
    expect(first).toMatchObject({
      id: b,
      returnedAt: until,
      count: 2,
      returnedWhy: { kind: 'snooze', until, words: 'In an hour', note: 'ask about the bond', times: 1 },
    });
    expect(listReminders(desk).map(({ words }) => words)).toEqual(['Crates: ask about the bond']);
  });

  it('takes one message alone where that is wanted', async () => {
    const [a, b] = [await receive({ id: 'a' }), await receive({ id: 'b', re: 'a' })];
    snooze(desk, b, { until: desk.now() + HOUR, wholeThread: false });
    expect([placeOf(a), placeOf(b)]).toEqual(['inbox', 'snoozed']);
    endSnooze(desk, b);
    expect(placeOf(b)).toBe('inbox');
  });

  it('ends early where a person answers, but not for a machine, and not where that is switched off', async () => {
    const a = await receive({ id: 'a' });
    const until = desk.now() + 48 * HOUR;
    snooze(desk, a, { until });
    await receive({ id: 'auto', re: 'a', headers: ['Auto-Submitted: auto-replied'] });
    expect(placeOf(a)).toBe('snoozed');
    const answer = await receive({ id: 'b', re: 'a', from: 'Mina <m@x.example>' });
    expect([placeOf(a), placeOf(answer)]).toEqual(['inbox', 'inbox']);
    expect(readMessage(desk, a).returnedWhy).toMatchObject({ kind: 'answer', from: 'Mina', until });
    // Nothing is left that would bring it back once more.
    expect(goTo(until)).toBe(0);

    snooze(desk, a, { until: until + HOUR, early: false });
    await receive({ id: 'c', re: 'a' });
    expect(placeOf(a)).toBe('snoozed');
    changeSnooze(desk, a, { early: true });
    await receive({ id: 'd', re: 'a' });
    expect(placeOf(a)).toBe('inbox');
  });

  it('counts how often, and moving it is not once more', async () => {
    const a = await receive({ id: 'a' });
    snooze(desk, a, { until: NOW + HOUR });
    snooze(desk, a, { until: NOW + 2 * HOUR, note: 'x' });
    expect(readMessage(desk, a).snooze).toMatchObject({ times: 1, note: 'x' });
    goTo(NOW + 2 * HOUR);
    snooze(desk, a, { until: NOW + 3 * HOUR });
    expect(readMessage(desk, a).snooze).toMatchObject({ times: 2, note: '' });
    goTo(NOW + 3 * HOUR);
    expect(readMessage(desk, a).returnedWhy).toMatchObject({ times: 2 });
  });

  it('repeats until it is ended, on my clock, whether archived meanwhile or not', async () => {
    const a = await receive({ id: 'a' });
    const repeat = {
      rrule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO',
      start: '2026-12-07T09:00',
      zone: 'Europe/Lisbon',
    };
    const first = Date.parse('2026-12-07T09:00:00Z');
    snooze(desk, a, { until: first - HOUR, repeat });
    // Given another moment, it repeats as before.
    snooze(desk, a, { until: first });
    goTo(first);
    expect(readMessage(desk, a)).toMatchObject({ place: 'inbox', snooze: { times: 2 } });
    archive(desk, [a]);
    const second = Date.parse('2026-12-21T09:00:00Z');
    expect(readMessage(desk, a)).toMatchObject({ place: 'archive', snoozedUntil: second });
    goTo(second);
    expect(placeOf(a)).toBe('inbox');
    endSnooze(desk, a);
    expect(readMessage(desk, a)).toMatchObject({ place: 'inbox', snooze: null });
    expect(() => snooze(desk, a, { until: second + HOUR, repeat: { ...repeat, rrule: 'nonsense' } })).toThrow(
      Invalid,
    );
  });

  it('works for what I sent, which comes into the inbox, and not for a draft', async () => {
    const draft = createDraft(desk, { to: ['h@x.example'], subject: 'Mine', text: 'x' });
    expect(() => snooze(desk, draft.id, { until: NOW + HOUR })).toThrow(Refused);
    const [departure] = scheduleMessage(desk, draft.id, { kind: 'now' });
    moveClock(desk, { set: departure!.due });
    await claimDeparture(desk, departure!.id);
    expect(() => snooze(desk, draft.id, { until: desk.now() + HOUR })).toThrow(Refused);
    const outcomes = [{ address: 'h@x.example', status: 'accepted' as const, answer: '' }];
    await finishAttempt(desk, departure!.id, { outcomes, unanswered: false });
    const until = desk.now() + HOUR;
    // Undone, what was put off together with it is in the inbox again, and it is where it was.
    const { headerId } = readMessage(desk, draft.id);
    const answer = await receive({ id: 'answer', headers: [`References: ${headerId}`] });
    expect(readMessage(desk, answer).threadId).toBe(draft.threadId);
    snooze(desk, draft.id, { until });
    expect(placeOf(answer)).toBe('snoozed');
    endSnooze(desk, draft.id, true);
    expect([placeOf(draft.id), placeOf(answer)]).toEqual([null, 'inbox']);
    archive(desk, [answer]);
    snooze(desk, draft.id, { until });
    goTo(until);
    expect(inboxOf(desk).messages.map(({ id, direction }) => [id, direction])).toEqual([[draft.id, 'out']]);
  });

  it('is undone to where it was, and leaves the history', async () => {
    const a = await receive({ id: 'a' });
    archive(desk, [a]);
    snooze(desk, a, { until: NOW + HOUR });
    endSnooze(desk, a, true);
    expect(placeOf(a)).toBe('archive');
    expect(() => endSnooze(desk, a)).toThrow(Refused);
    expect(() => snooze(desk, 'none', { until: NOW + HOUR })).toThrow(NotFound);
    expect(readMessage(desk, a).history.map(({ what }) => what)).toEqual([
      ...['arrived', 'archived', 'snoozed', 'brought back'],
    ]);
  });

  it('understands suggestions, phrases, days and instants, and refuses the rest in words', async () => {
    const a = await receive({ id: 'a', text: 'the crates arrive 12 Dec' });
    const local = (asked: Parameters<typeof snoozeMoment>[2]) =>
      toLocal(snoozeMoment(desk, a, asked).until, 'Europe/Lisbon').slice(0, 16);
    for (const { words, at } of suggestSnooze(desk, a))
      expect(snoozeMoment(desk, a, { suggestion: words })).toEqual({ until: at, words });
    expect(local({ phrase: 'tomorrow morning' })).toBe('2026-11-25T09:00');
    expect(local({ until: '2026-12-10' })).toBe('2026-12-10T09:00');
    expect(local({ until: { local: '2026-12-10T08:30', zone: 'Asia/Kathmandu' } })).toBe('2026-12-10T02:45');
    for (const asked of [{}, { phrase: 'someday' }, { phrase: ' ' }, { phrase: 'now' }, { suggestion: 'x' }])
      expect(() => snoozeMoment(desk, a, asked)).toThrow(Invalid);
  });
});

describe('archiving', () => {
  it('takes threads, says what it moved, and is undone exactly', async () => {
    const [a, b] = [await receive({ id: 'a' }), await receive({ id: 'b', re: 'a' })];
    const { moved, missing } = archive(desk, [b, 'none']);
    expect([moved.sort(), missing]).toEqual([[a, b].sort(), ['none']]);
    expect(inboxOf(desk).total).toBe(0);
    backToInbox(desk, [a]);
    expect([placeOf(a), placeOf(b)]).toEqual(['inbox', 'archive']);
    // A new answer comes alone; what is done with stays where it is.
    archive(desk, [a]);
    const c = await receive({ id: 'c', re: 'b' });
    expect(inboxOf(desk).messages).toMatchObject([{ id: c, count: 3 }]);
  });

  it('ends what was put off once', async () => {
    const a = await receive({ id: 'a' });
    snooze(desk, a, { until: NOW + HOUR });
    archive(desk, [a]);
    expect(goTo(NOW + HOUR)).toBe(0);
    expect(placeOf(a)).toBe('archive');
  });
});

describe('a to-do', () => {
  const due = { date: '2026-12-10', time: '17:00', zone: 'Europe/Lisbon' };
  it('stands on its message, changes what follows, and reminds from the engine', async () => {
    const a = await receive({ id: 'a' });
    const remindAt = Date.parse('2026-12-10T09:40:00Z');
    const { todo } = putTodo(desk, a, { what: ' check  it ', due, remindAt, sound: true });
    expect(readMessage(desk, a).todo).toMatchObject({
      what: 'check it',
      dueAt: Date.parse('2026-12-10T17:00Z'),
    });
    const { said } = putTodo(desk, a, { due: { ...due, date: '2026-12-11' } });
    expect(said).toEqual(['The reminder moves along, to Fri 11 Dec 09:40.']);
    archive(desk, [a]);
    expect(goTo(remindAt)).toBe(0);
    expect(goTo(remindAt + 24 * HOUR)).toBe(1);
    expect(readMessage(desk, a)).toMatchObject({
      place: 'inbox',
      returnedWhy: { kind: 'to-do', note: 'check it' },
      todo: { id: todo.id, remindAt: null },
    });
    expect(listReminders(desk)).toMatchObject([{ kind: 'to-do', sound: true, todoId: todo.id }]);
    noteTold(desk, listReminders(desk)[0]!.id);
    expect(listReminders(desk)).toEqual([]);
  });

  it('is done, taken up again, dropped; those open come by when they are due, undated last', () => {
    const undated = addTodo(desk, null, { what: 'call' });
    const late = addTodo(desk, null, { what: 'decide', due });
    const early = addTodo(desk, null, { what: 'answer', due: { ...due, date: '2026-11-23' } });
    expect(listTodos(desk, 'open', 10).map(({ todo }) => todo.id)).toEqual([early.id, late.id, undated.id]);
    settleTodo(desk, late.id, 'done');
    settleTodo(desk, undated.id, 'dropped');
    expect(
      listTodos(desk, 'closed', 10)
        .map(({ todo }) => todo.state)
        .sort(),
    ).toEqual(['done', 'dropped']);
    settleTodo(desk, late.id, 'open');
    expect(listTodos(desk, 'open', 10)).toHaveLength(2);
    deleteTodo(desk, late.id);
    expect(() => settleTodo(desk, late.id, 'done')).toThrow(NotFound);
  });

  it('does not remind of what is settled', () => {
    const { id } = addTodo(desk, null, { what: 'call', remindAt: NOW + HOUR });
    settleTodo(desk, id, 'done');
    expect(goTo(NOW + 2 * HOUR)).toBe(0);
  });

  it.each([
    [{ what: ' ' }, 'what'],
    [{ due: { ...due, date: '2026-02-30' } }, 'due'],
    [{ due: { ...due, zone: 'Mars' } }, 'due'],
    [{ start: due, due: { ...due, date: '2026-12-01' } }, 'due'],
    [{ remindAt: NOW - 1 }, 'remindAt'],
  ])('refuses %j', (input, path) => {
    try {
      addTodo(desk, null, input);
      expect.fail('it was taken');
    } catch (error) {
      expect((error as Invalid).path).toBe(path);
    }
  });

  it('is changed by whoever has seen it last', () => {
    const { id } = addTodo(desk, null, { what: 'call' });
    changeTodo(desk, id, { note: 'a' }, 1);
    expect(() => changeTodo(desk, id, { note: 'b' }, 1)).toThrow(Stale);
  });

  it('goes out and comes in again as the same, with its message', async () => {
    const a = await receive({ id: 'a' });
    addTodo(desk, a, { what: 'check', due, remindAt: NOW + HOUR, note: 'both' });
    const file = exportTodos(desk);
    expect(await importTodos(desk, file)).toEqual({ said: [], added: 0, changed: 0, same: 1 });
    const other = tempDesk().desk;
    await receiveMail(other, mailOf({ id: 'a' }));
    expect(await importTodos(other, file)).toMatchObject({ added: 1, changed: 0, same: 0 });
    expect(listTodos(other, 'open', 9)).toMatchObject([
      { todo: { what: 'check', note: 'both', due, remindAt: NOW + HOUR }, message: { subject: 'Crates' } },
    ]);
    expect(await importTodos(other, file.replace('SUMMARY:check', 'SUMMARY:decide'))).toMatchObject({
      changed: 1,
    });
    await expect(importTodos(other, 'nothing')).rejects.toThrow(Invalid);
  });
});

it('one that cannot come back stops no other, rests, and is tried again', async () => {
  const ids: string[] = [];
  for (const subject of ['first', 'broken', 'last']) {
    const { id } = await receiveMail(desk, Buffer.from(`From: h@x.example\r\nSubject: ${subject}\r\n\r\nhi`));
    snooze(desk, id, { until: NOW + 3_600_000 + ids.length * 1000 });
    ids.push(id);
  }
  // Something in it that nothing here can deal with.
  desk.store.db.run(
    `CREATE TRIGGER broken BEFORE UPDATE OF place ON messages WHEN OLD.id = '${ids[1]}' BEGIN SELECT RAISE(ABORT, 'broken'); END`,
  );
  moveClock(desk, { set: NOW + 2 * 3_600_000 });
  const real = { now: 0 };
  const resting = new Resting(() => real.now);
  const failed: unknown[] = [];
  const run = () => runWaker(desk, returnsWaker, resting, (_, error) => failed.push(error));
  expect(run()).toBe(2);
  expect(failed).toHaveLength(1);
  expect(
    inboxOf(desk)
      .messages.map(({ subject }) => subject)
      .sort(),
  ).toEqual(['first', 'last']);
  // While it rests, the engine does not wake for it over and over.
  expect(returnsWaker.next(desk, desk.store.db, resting.ids())).toBeNull();
  expect(run()).toBe(0);
  expect(failed).toHaveLength(1);
  desk.store.db.run('DROP TRIGGER broken');
  real.now += 61_000;
  expect(run()).toBe(1);
  expect(inboxOf(desk).messages).toHaveLength(3);
});
