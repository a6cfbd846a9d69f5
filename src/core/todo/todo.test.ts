import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readTodoFile, TodoFileError, writeTodoFile, type TodoEntry } from '../formats/todoFile';
import { defaultWorking, workOn } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';
import { followTimes, quickTodos, todoWords, type TodoTimes } from './todo';

const zone = 'Europe/Lisbon';
const NOW = Date.parse('2026-11-24T14:24:00Z');
const at = (local: string) => toInstant(local, zone).at;
const on = (date: string, time: string | null = null) => ({ date, time, zone });
const context = { now: NOW, zone, who: defaultWorking };
const times: TodoTimes = {
  start: on('2026-12-08'),
  due: on('2026-12-10', '17:00'),
  remindAt: at('2026-12-10T09:40'),
};

it('is said as a sentence', () => {
  const check = { ...times, start: null, what: 'check', sound: true };
  expect(todoWords(check, context)).toBe('Check by Thu 10 Dec 17:00 · reminder 09:40, with sound');
  expect(todoWords({ ...check, due: null, remindAt: null }, context)).toBe('Check');
  expect(todoWords({ ...check, sound: false, remindAt: at('2026-12-09T10:00') }, context)).toBe(
    'Check by Thu 10 Dec 17:00 · reminder Wed 9 Dec 10:00',
  );
});

describe('what depends on what is moved', () => {
  it('moves along: due with the start, the reminder with due; and it says so', () => {
    const { times: moved, said } = followTimes(times, { start: on('2026-12-15') }, context);
    expect(moved).toEqual({
      start: on('2026-12-15'),
      due: on('2026-12-17', '17:00'),
      remindAt: at('2026-12-17T09:40'),
    });
    expect(said).toEqual([
      'Due moves along, to Thu 17 Dec 17:00.',
      'The reminder moves along, to Thu 17 Dec 09:40.',
    ]);
  });

  it('keeps the time of day across a change of the clocks, and moves with a time of day', () => {
    const march = { start: null, due: on('2027-03-26', '17:00'), remindAt: at('2027-03-26T09:40') };
    expect(followTimes(march, { due: on('2027-03-30', '17:00') }, context).times.remindAt).toBe(
      at('2027-03-30T09:40'),
    );
    expect(followTimes(times, { due: on('2026-12-10', '18:30') }, context).times.remindAt).toBe(
      at('2026-12-10T11:10'),
    );
  });

  it('stays where it is given itself, or where nothing was before', () => {
    const remindAt = at('2026-12-11T08:00');
    expect(followTimes(times, { due: on('2026-12-12'), remindAt }, context)).toEqual({
      times: { ...times, due: on('2026-12-12'), remindAt },
      said: [],
    });
    const bare = { start: null, due: null, remindAt };
    expect(followTimes(bare, { due: on('2026-12-12') }, context).times.remindAt).toBe(remindAt);
  });

  it('goes there and back without a trace', () => {
    fc.assert(
      fc.property(fc.integer({ min: -200, max: 400 }), (days) => {
        const there = on(new Date(Date.UTC(2026, 11, 8) + days * 86_400_000).toISOString().slice(0, 10));
        const moved = followTimes(times, { start: there }, context).times;
        expect(followTimes(moved, { start: times.start }, context).times).toEqual(times);
      }),
    );
  });
});

describe('to-dos for one key', () => {
  const me = { zone, place: 'Lisbon', working: defaultWorking };
  const writer = { name: 'Ewan', zone: 'Australia/Adelaide', place: 'Adelaide', working: defaultWorking };
  const quick = { now: NOW, me, text: 'They arrive on 12 December.', writtenAt: NOW };
  it('come from the message and both calendars', () => {
    expect(quickTodos({ ...quick, writer })).toEqual([
      {
        words: 'Before their day ends',
        due: on('2026-11-25', '06:30'),
        remindAt: at('2026-11-25T05:30'),
      },
      { words: 'In 2 working days', due: on('2026-11-26'), remindAt: at('2026-11-26T09:00') },
      {
        words: 'Before Sat 12 Dec, which it speaks of',
        due: on('2026-12-11'),
        remindAt: at('2026-12-11T09:00'),
      },
      { words: 'Undated', due: null, remindAt: null },
    ]);
  });

  it('are never due or told of in the past, whenever in a year', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 365 * 24 * 4 }), (quarters) => {
        const now = Date.parse('2026-01-01T00:00:00Z') + quarters * 900_000;
        for (const { due, remindAt } of quickTodos({ ...quick, now, writer, writtenAt: now })) {
          if (remindAt !== null) expect(remindAt).toBeGreaterThan(now);
          if (due?.time) expect(at(`${due.date}T${due.time}`)).toBeGreaterThan(now);
          else if (due) {
            expect(due.date >= toLocal(now, zone).slice(0, 10)).toBe(true);
            expect(workOn(due.date)).not.toEqual([]);
          }
        }
      }),
    );
  });
});

describe('as a file', () => {
  const entry = (more: Partial<TodoEntry> = {}): TodoEntry => ({
    uid: 'a@x',
    what: 'check',
    note: 'both; stamps, and\nthe date',
    ...times,
    sound: true,
    state: 'open',
    doneAt: null,
    createdAt: NOW,
    rrule: null,
    about: '<m%1@x.example>',
    subject: '',
    who: '',
    ...more,
  });

  it('comes back as it went out', () => {
    const all = [
      entry(),
      entry({
        uid: 'b@x',
        what: 'Ölpreis prüfen',
        sound: false,
        start: null,
        due: on('2026-12-10'),
        about: null,
      }),
      entry({ uid: 'c@x', state: 'done', doneAt: NOW, remindAt: null, sound: false, start: null, due: null }),
      entry({ uid: 'd@x', state: 'dropped', doneAt: NOW, note: '' }),
      entry({ uid: 'e@x', rrule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH' }),
    ];
    const text = writeTodoFile(all, NOW);
    expect(readTodoFile(text, zone, NOW).map(({ todo }) => ({ ...todo, subject: '', who: '' }))).toEqual(all);
    expect(text).toContain('BEGIN:VALARM');
    expect(text).toContain('ACTION:AUDIO');
    for (const line of text.split('\r\n'))
      expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
  });

  it('start and due are of one kind (RFC 5545 §3.8.2.3), and a day comes back as one', () => {
    const all = [
      entry({ uid: '1@x', start: on('2026-12-08'), due: on('2026-12-10', '17:00') }),
      entry({ uid: '2@x', start: on('2026-12-08', '09:00'), due: on('2026-12-10') }),
      entry({ uid: '3@x', start: on('2026-12-08'), due: on('2026-12-10') }),
    ];
    const text = writeTodoFile(all, NOW);
    for (const todo of text.split('BEGIN:VTODO').slice(1)) {
      const [start, due] = ['DTSTART', 'DUE'].map(
        (name) => new RegExp(`\\r\\n${name}([^:]*):`).exec(todo)![1],
      );
      expect(start).toBe(due);
    }
    expect(readTodoFile(text, zone, NOW).map(({ todo: { start, due } }) => ({ start, due }))).toEqual(
      all.map(({ start, due }) => ({ start, due })),
    );
  });

  it('of others is read too: relative alarms, zones, days, floating times', () => {
    const text = [
      ...['BEGIN:VCALENDAR', 'VERSION:2.0', 'BEGIN:VTODO', 'UID:1', 'SUMMARY:Sign'],
      ...['DTSTART;VALUE=DATE:20261208', 'DUE:20261210T170000', 'BEGIN:VALARM', 'ACTION:DISPLAY'],
      ...['TRIGGER;RELATED=END:-PT30M', 'END:VALARM', 'END:VTODO', 'END:VCALENDAR', ''],
    ].join('\r\n');
    expect(readTodoFile(text, zone, NOW)).toMatchObject([
      {
        todo: {
          what: 'Sign',
          start: on('2026-12-08'),
          due: on('2026-12-10', '17:00'),
          remindAt: at('2026-12-10T16:30'),
          sound: false,
          state: 'open',
        },
        lost: [],
      },
    ]);
  });

  it('says what and about whom, and is again what it was, wherever it was meant', () => {
    const there = (date: string, time: string | null) => ({ date, time, zone: 'Asia/Kathmandu' });
    const all = [
      entry({
        what: 'answer',
        subject: 'Loan papers; all',
        who: 'Bela Sousa',
        due: there('2026-12-10', '17:00'),
        start: null,
      }),
      entry({
        uid: 'b@x',
        what: 'call',
        subject: '',
        who: 'Ana',
        due: there('2026-12-10', null),
        start: there('2026-12-08', '09:00'),
      }),
      entry({ uid: 'c@x', what: 'check: twice', start: null, due: null }),
    ];
    const text = writeTodoFile(all, NOW);
    const unfolded = text.replace(/\r\n /g, '');
    expect(unfolded).toContain('SUMMARY:answer: Loan papers\\; all\\, Bela Sousa\r\n');
    // No parameter twice (RFC 5545 §3.2).
    for (const line of unfolded.split('\r\n')) {
      const names = [...line.split(':')[0]!.matchAll(/;([A-Z-]+)=/g)].map(([, name]) => name);
      expect(new Set(names).size, line).toBe(names.length);
    }
    const read = readTodoFile(text, zone, NOW).map(({ todo }) => todo);
    expect(read.map(({ what, start, due }) => ({ what, start, due }))).toEqual(
      all.map(({ what, start, due }) => ({ what, start, due })),
    );
    // Changed by another program, the words are what they are there.
    const [changed] = readTodoFile(text.replace('SUMMARY:answer', 'SUMMARY:decide'), zone, NOW);
    expect(changed!.todo.what).toBe('decide: Loan papers; all, Bela Sousa');
    const [lost] = readTodoFile(text.replaceAll('Asia/Kathmandu', 'Nowhere/Town'), zone, NOW);
    expect(lost!.todo.due!.zone).toBe(zone);
  });

  it('says what of others it cannot keep', () => {
    const text = [
      ...['BEGIN:VCALENDAR', 'VERSION:2.0', 'BEGIN:VTODO', 'UID:1', 'SUMMARY:Sign', 'RRULE:FREQ=DAILY'],
      ...['PRIORITY:1', 'ATTENDEE:mailto:a@x.example', 'END:VTODO', 'END:VCALENDAR', ''],
    ].join('\r\n');
    expect(readTodoFile(text, zone, NOW)[0]!.lost).toEqual([
      'that it repeats here',
      'who takes part',
      'its priority',
    ]);
  });

  it.each(['', 'no calendar', 'BEGIN:VCALENDAR\r\nEND:VCALENDAR'])('%j is refused in words', (text) => {
    expect(() => readTodoFile(text, zone, NOW)).toThrow(TodoFileError);
  });
});
