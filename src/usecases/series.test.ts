/** What leaves again and again: made ahead, changed singly and as a whole, looked at first, missed, never twice. */
import { describe, expect, it } from 'vitest';
import { countRows, inboxOf, tempDesk } from '#test/support/desk';
import { PRINTED_RULES } from '#test/data/printedRules';
import type { Plan } from '#core/plan/plan';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import { toInstant, toLocal } from '#core/time/wallClock';
import { attachmentsOf } from '#store/attachments';
import { draftMessages, findMessage } from '#store/messages';
import { findSeries, openOccurrences } from '#store/series';
import { watchesOf } from '#store/watches';
import { approveDeparture, moveDeparture } from './departures/changeDeparture';
import { readDeparture } from './departures/departureView';
import { restoreDeparture } from './departures/restore';
import { takeBack } from './departures/takeBack';
import type { Desk } from './desk';
import type { Invalid } from './errors';
import { announceAttachment, receivePiece } from './messages/attachments';
import { createDraft } from './messages/createDraft';
import { deleteMessage } from './messages/deleteMessage';
import { editMessage } from './messages/editMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { previewPlan } from './moments/previewPlan';
import { addCorrespondent, changeCorrespondent } from './people/correspondents';
import { saveGroup } from './people/groups';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';
import { pauseTooLate } from './release/lateStarts';
import { changeOccurrence } from './series/changeOccurrence';
import {
  changeSeries,
  deleteSeries,
  endSeries,
  pauseSeries,
  resumeSeries,
  skipOccurrence,
  skipOccurrences,
} from './series/changeSeries';
import { fitSeries } from './series/fitSeries';
import { sendTest } from './series/sendTest';
import { listSeries, readSeries } from './series/seriesView';
import { seriesWaker } from './wakers/series';
import { watchMessage } from './watches/setWatch';

const THURSDAYS: SeriesPlan = {
  kind: 'series',
  start: '2026-11-26T09:10',
  zone: 'Europe/Lisbon',
  rrule: 'FREQ=WEEKLY;BYDAY=TH',
};
const goTo = (desk: Desk, local: string) => {
  const at = toInstant(local, 'Europe/Lisbon').at;
  desk.store.write((tx) => tx.run(`update clock set anchor = ${at}, barrier = null`));
};
/** Has done what is due by now, in order, as the engine does. */
function wake(desk: Desk): void {
  for (let n = 0; n < 500; n++) {
    const now = desk.now();
    const [due] = seriesWaker.due(desk, desk.store.db, now, 1);
    if (!due) return;
    desk.store.write((tx) => seriesWaker.act(desk, tx, due.id, now));
  }
  throw new Error('It wakes without end.');
}
function begin(
  desk: Desk,
  plan: Plan = THURSDAYS,
  more: { to?: string[]; subject?: string; text?: string } = {},
) {
  const { to = ['p@x.example'], subject = 'Loans this week', text = 'Here they are.' } = more;
  const { id } = createDraft(desk, { to, subject, text });
  const departures = scheduleMessage(desk, id, plan);
  return { id: departures[0]!.seriesId!, template: id };
}
const open = (desk: Desk, id: string) => openOccurrences(desk.store.db, id);
const days = (desk: Desk, id: string) =>
  open(desk, id).map(({ due }) => toLocal(due, 'Europe/Lisbon').slice(0, 16));

describe('a series', () => {
  it('has departures for its next weeks, each a message of its own, and is no draft', () => {
    const { desk } = tempDesk();
    const { id, template } = begin(desk);
    expect(days(desk, id)).toEqual([
      '2026-11-26T09:10',
      '2026-12-03T09:10',
      '2026-12-10T09:10',
      '2026-12-17T09:10',
      '2026-12-24T09:10',
    ]);
    expect(new Set(open(desk, id).map(({ messageId }) => messageId)).size).toBe(5);
    expect(draftMessages(desk.store.db, 10)).toEqual([]);
    expect(readSeries(desk, id)).toMatchObject({
      name: 'Loans this week',
      words: 'every Thursday at 09:10',
      state: 'active',
      left: 0,
      messageId: template,
    });
    expect(listSeries(desk)).toHaveLength(1);
    // The next ones are made as time goes on, and none twice.
    goTo(desk, '2026-12-20T00:00');
    wake(desk);
    expect(days(desk, id).at(-1)).toBe('2027-01-14T09:10');
    expect(new Set(days(desk, id)).size).toBe(days(desk, id).length);
  });

  it('that never happens, or is all past, is refused in words', () => {
    const { desk } = tempDesk();
    const draft = () => createDraft(desk, { to: ['p@x.example'], subject: 'x', text: 'x' }).id;
    const never = { ...THURSDAYS, rrule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30' };
    expect(() => scheduleMessage(desk, draft(), never)).toThrow('never');
    expect(() => previewPlan(desk, { plan: never, recipients: [] })).toThrow('never');
    const past = { ...THURSDAYS, start: '2026-10-01T09:10', rrule: 'FREQ=WEEKLY;COUNT=3' };
    expect(() => scheduleMessage(desk, draft(), past)).toThrow('past');
    expect(() => begin(desk, { ...THURSDAYS, zone: 'each' })).toThrow('time zone of p@x.example');
    expect(countRows(desk, 'series')).toBe(0);
  });

  it('has one copy for each reader on their own clock, also over a change of clocks', () => {
    const { desk } = tempDesk();
    const add = (address: string, zone: string) =>
      addCorrespondent(desk, { name: address, addresses: [address], zone });
    add('p@x.example', 'Asia/Kathmandu');
    add('m@x.example', 'America/St_Johns');
    goTo(desk, '2027-03-01T00:00');
    const { id } = begin(
      desk,
      { ...THURSDAYS, start: '2027-03-04T08:30', zone: 'each' },
      { to: ['p@x.example', 'm@x.example'] },
    );
    const all = open(desk, id);
    expect(all).toHaveLength(8);
    for (const { due, reader } of all) {
      const zone = reader === 'p@x.example' ? 'Asia/Kathmandu' : 'America/St_Johns';
      expect(toLocal(due, zone).slice(11, 16)).toBe('08:30');
    }
    // A zone whose rules are others now keeps its time of day: what was made is made anew.
    changeCorrespondent(desk, listReader(desk, 'm@x.example'), { zone: 'America/Halifax' });
    desk.store.write((tx) => fitSeries(desk, tx, id));
    for (const { due } of open(desk, id).filter(({ reader }) => reader === 'm@x.example'))
      expect(toLocal(due, 'America/Halifax').slice(11, 16)).toBe('08:30');
  });

  it('takes what is written into it into all that come, but not into what was made its own', () => {
    const { desk } = tempDesk();
    const { id, template } = begin(desk);
    const [first, second, third] = open(desk, id);
    moveDeparture(desk, second!.id, { kind: 'at', local: '2026-12-04T10:00', zone: 'Europe/Lisbon' });
    editMessage(desk, third!.messageId, { text: 'Only this week.' });
    editMessage(desk, template, { text: 'From now on.', to: ['q@x.example'] });
    const texts = open(desk, id).map(({ messageId }) => findMessage(desk.store.db, messageId)!.text);
    expect(texts).toEqual([
      'From now on.',
      'Here they are.',
      'Only this week.',
      'From now on.',
      'From now on.',
    ]);
    expect(days(desk, id)[1]).toBe('2026-12-04T10:00');
    expect(readDeparture(desk, second!.id).series).toEqual({
      id,
      occurrence: '2026-12-03T09:10:00',
      differs: true,
    });
    expect(open(desk, id).some((each) => each.id === first!.id)).toBe(false);
    // Another time of day for all of it: what is its own stays where it is.
    changeSeries(desk, id, { plan: { ...THURSDAYS, start: '2026-11-26T11:00' } });
    expect(days(desk, id)).toEqual(
      expect.arrayContaining(['2026-12-04T10:00', '2026-12-10T09:10', '2026-12-24T11:00']),
    );
  });

  it('is neither deleted nor scheduled again as a message, and a file added to it is in all that come', () => {
    const { desk } = tempDesk();
    const { id, template } = begin(desk);
    expect(() => deleteMessage(desk, template)).toThrow('series');
    expect(() => scheduleMessage(desk, template, { kind: 'now' })).toThrow('already');
    const bytes = Buffer.from('numbers');
    const { id: file } = announceAttachment(desk, template, {
      name: 'a.csv',
      type: 'text/csv',
      size: bytes.length,
    });
    receivePiece(desk, file, 0, bytes);
    for (const { messageId } of open(desk, id))
      expect(attachmentsOf(desk.store.db, messageId)).toMatchObject([
        { name: 'a.csv', received: bytes.length },
      ]);
    const [first] = open(desk, id);
    announceAttachment(desk, first!.messageId, { name: 'own.csv', type: 'text/csv', size: 3 });
    expect(readDeparture(desk, first!.id).series!.differs).toBe(true);
  });

  it('to a group goes to its members as they are then, each once', () => {
    const { desk } = tempDesk();
    const person = (name: string) =>
      addCorrespondent(desk, { name, addresses: [`${name}@x.example`], zone: 'Asia/Tokyo' }).id;
    const [a, b] = [person('a'), person('b')];
    const group = saveGroup(desk, { name: 'Lenders', members: [a] });
    const { id } = createDraft(desk, { to: [{ group: group.id }], subject: 'x', text: 'x' });
    const [made] = scheduleMessage(desk, id, THURSDAYS, undefined, { copies: 'individual' });
    moveDeparture(desk, made!.id, { kind: 'at', local: '2026-11-27T10:00', zone: 'Europe/Lisbon' });
    saveGroup(desk, { name: 'Lenders', members: [a, b] }, group.id);
    desk.store.write((tx) => fitSeries(desk, tx, made!.seriesId!));
    const keys = open(desk, made!.seriesId!).map(({ occurrence, reader }) => `${occurrence} ${reader}`);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toHaveLength(10);
  });

  it('follows its series again where what was done to one is undone', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk);
    const [first] = open(desk, id);
    const { snapshot } = readDeparture(desk, first!.id);
    moveDeparture(desk, first!.id, { kind: 'at', local: '2026-11-27T10:00', zone: 'Europe/Lisbon' });
    expect(restoreDeparture(desk, first!.id, snapshot!)).toMatchObject({ differs: false });
    changeSeries(desk, id, { plan: { ...THURSDAYS, start: '2026-11-26T11:00' } });
    expect(days(desk, id)[0]).toBe('2026-11-26T11:00');
  });

  it('leaves out the next, a span, and takes one in again', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk);
    skipOccurrences(desk, id);
    expect(days(desk, id)[0]).toBe('2026-12-03T09:10');
    skipOccurrences(desk, id, { from: '2026-12-10', until: '2026-12-24' });
    expect(days(desk, id)).toEqual(['2026-12-03T09:10']);
    expect(() => skipOccurrences(desk, id, { from: '2026-12-11', until: '2026-12-12' })).toThrow('None');
    skipOccurrence(desk, id, '2026-12-10T09:10', false);
    expect(days(desk, id)).toEqual(['2026-12-03T09:10', '2026-12-10T09:10']);
    changeOccurrence(desk, id, '2026-12-03T09:10', {
      plan: { kind: 'at', local: '2026-12-05T09:00', zone: 'Europe/Lisbon' },
      text: 'Own.',
    });
    changeOccurrence(desk, id, '2026-12-03T09:10', { skip: true });
    expect(days(desk, id)).toEqual(['2026-12-10T09:10']);
    // Taken in again it is as the series has it.
    changeOccurrence(desk, id, '2026-12-03T09:10', { skip: false });
    expect(days(desk, id)).toEqual(['2026-12-03T09:10', '2026-12-10T09:10']);
  });

  it('is paused, goes on, ends, and is deleted', () => {
    const { desk } = tempDesk();
    const { id, template } = begin(desk);
    const own = open(desk, id)[1]!;
    moveDeparture(desk, own.id, { kind: 'at', local: '2026-12-04T10:00', zone: 'Europe/Lisbon' });
    pauseSeries(desk, id);
    expect(open(desk, id).map(({ state }) => state)).toEqual(['paused']);
    expect(findSeries(desk.store.db, id)!.next).toBeNull();
    goTo(desk, '2026-12-01T00:00');
    resumeSeries(desk, id);
    // What would have left meanwhile is not missed: it was not to.
    expect(readSeries(desk, id)).toMatchObject({ state: 'active', missed: [] });
    expect(days(desk, id).slice(0, 2)).toEqual(['2026-12-04T10:00', '2026-12-10T09:10']);
    endSeries(desk, id);
    expect(open(desk, id)).toEqual([]);
    expect(() => skipOccurrences(desk, id)).toThrow('ended');
    deleteSeries(desk, id);
    expect(listSeries(desk)).toEqual([]);
    expect(findMessage(desk.store.db, template)!.deletedAt).not.toBeNull();
  });

  it('is two from one occurrence on, and what was made its own goes along', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk, { ...THURSDAYS, rrule: 'FREQ=WEEKLY;BYDAY=TH;COUNT=5' });
    moveDeparture(desk, open(desk, id)[3]!.id, {
      kind: 'at',
      local: '2026-12-18T10:00',
      zone: 'Europe/Lisbon',
    });
    const after = changeSeries(desk, id, { from: '2026-12-10T09:10', name: 'Later' });
    expect(days(desk, id)).toEqual(['2026-11-26T09:10', '2026-12-03T09:10']);
    expect(days(desk, after.id)).toEqual(['2026-12-10T09:10', '2026-12-18T10:00', '2026-12-24T09:10']);
    editMessage(desk, after.messageId, { text: 'Other words.' });
    const texts = (of: string) =>
      open(desk, of).map(({ messageId }) => findMessage(desk.store.db, messageId)!.text);
    expect(new Set(texts(id))).toEqual(new Set(['Here they are.']));
    expect(texts(after.id)[0]).toBe('Other words.');
  });

  it('has a watch on each occurrence, as it is set on the series', () => {
    const { desk } = tempDesk();
    const { id: template } = createDraft(desk, { to: ['p@x.example'], subject: 'x', text: 'x' });
    watchMessage(desk, template, { deadline: { hours: 5 }, settledBy: 'anyone', note: '', chasers: null });
    const [first, second] = scheduleMessage(desk, template, THURSDAYS);
    for (const each of [first!, second!])
      expect(watchesOf(desk.store.db, [each.messageId])).toMatchObject([{ state: 'waiting', at: null }]);
    expect(readSeries(desk, first!.seriesId!)).toMatchObject({ toCome: null });
  });

  it('ends by itself once its last one is over', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk, { ...THURSDAYS, rrule: 'FREQ=WEEKLY;COUNT=2' });
    expect(days(desk, id)).toHaveLength(2);
    for (const each of open(desk, id)) takeBack(desk, each.id);
    goTo(desk, '2026-12-03T09:11');
    wake(desk);
    expect(readSeries(desk, id).state).toBe('ended');
    // What was taken back is not made again.
    desk.store.write((tx) => fitSeries(desk, tx, id));
    expect(open(desk, id)).toEqual([]);
  });
});

it('whose last one waits for somebody is not looked at all the time', () => {
  const { desk } = tempDesk();
  const { id } = begin(desk, { ...THURSDAYS, rrule: 'FREQ=WEEKLY;COUNT=1' });
  changeSeries(desk, id, { review: { minutes: 60, otherwise: 'wait' } });
  goTo(desk, '2026-11-26T09:20');
  wake(desk);
  expect(open(desk, id)).toHaveLength(1);
  expect(findSeries(desk.store.db, id)!.next! - desk.now()).toBeGreaterThan(3_600_000);
  // Nor is it lost where the series rests meanwhile.
  pauseSeries(desk, id);
  expect(open(desk, id)).toMatchObject([{ state: 'paused', pausedFor: 'review' }]);
});

describe('fields', () => {
  it('are filled as it leaves, for each its own; what is not filled stops that one and says so', async () => {
    const { desk } = tempDesk();
    addCorrespondent(desk, { name: 'Prakriti Thapa', addresses: ['p@x.example'], zone: 'Asia/Kathmandu' });
    const { id } = begin(desk, THURSDAYS, {
      subject: 'Loans, week {{week}}',
      text: 'Dear {{first name}}, no. {{number}}: {{link}}',
    });
    expect(readDeparture(desk, open(desk, id)[1]!.id).subject).toBe('Loans, week 49');
    expect(readSeries(desk, id).fieldNames).toEqual(['link']);
    goTo(desk, '2026-11-26T09:10');
    const first = open(desk, id)[0]!;
    expect(await claimDeparture(desk, first.id)).toBeUndefined();
    expect(readDeparture(desk, first.id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(readDeparture(desk, first.id).reason).toContain('{{link}}');
    changeSeries(desk, id, {
      fields: { link: { '': 'usual', '2026-12-03T09:10:00': 'https://x.example/49' } },
    });
    goTo(desk, '2026-12-03T09:10');
    const second = open(desk, id).find(({ occurrence }) => occurrence === '2026-12-03T09:10:00')!;
    const claim = await claimDeparture(desk, second.id);
    expect(claim!.bytes.toString()).toContain('Dear Prakriti, no. 2: https://x.example/49');
    expect(claim!.bytes.toString()).toContain('Subject: Loans, week 49');
    // Until somebody has it, it is as it was written.
    expect(findMessage(desk.store.db, second.messageId)!.subject).toBe('Loans, week {{week}}');
    const outcomes = [{ address: 'p@x.example', status: 'accepted' as const, answer: '250 Ok' }];
    await finishAttempt(desk, second.id, { outcomes, unanswered: false });
    expect(findMessage(desk.store.db, second.messageId)!.subject).toBe('Loans, week 49');
  });

  it('are filled in a test to myself, which counts for nothing', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk, THURSDAYS, { subject: 'No. {{number}}' });
    const before = open(desk, id).map((each) => each.id);
    const test = readDeparture(desk, sendTest(desk, id).id);
    expect(test).toMatchObject({ subject: 'Test: No. 1', series: null });
    expect(test.readers.map(({ address }) => address)).toEqual([desk.settings().me.address]);
    expect(open(desk, id).map((each) => each.id)).toEqual(before);
    expect(findMessage(desk.store.db, test.messageId)!.threadId).not.toBe(
      findMessage(desk.store.db, open(desk, id)[0]!.messageId)!.threadId,
    );
  });
});

describe('a look first', () => {
  it.each(['wait', 'skip', 'go'] as const)('is asked for in time; not given, it does: %s', (otherwise) => {
    const { desk } = tempDesk();
    const { id } = begin(desk);
    changeSeries(desk, id, { review: { minutes: 120, otherwise } });
    goTo(desk, '2026-11-26T07:09');
    wake(desk);
    expect(open(desk, id)[0]!.state).toBe('scheduled');
    goTo(desk, '2026-11-26T07:10');
    wake(desk);
    const first = open(desk, id)[0]!;
    expect(first).toMatchObject({ state: 'paused', pausedFor: 'review' });
    const top = inboxOf(desk).messages[0]!;
    expect(top).toMatchObject({ id: first.messageId, returnedWhy: { kind: 'review' } });
    expect(countRows(desk, "(SELECT * FROM reminders WHERE kind = 'review')")).toBe(1);
    goTo(desk, '2026-11-26T09:10');
    wake(desk);
    wake(desk);
    const after = readDeparture(desk, first.id);
    expect(after.state).toBe({ wait: 'paused', skip: 'ended', go: 'scheduled' }[otherwise]);
    expect(countRows(desk, "(SELECT * FROM reminders WHERE kind = 'review')")).toBe(
      otherwise === 'wait' ? 2 : 1,
    );
    if (otherwise === 'go') expect(after.due).toBe(desk.now());
    if (otherwise !== 'wait')
      expect(inboxOf(desk).messages.map((each) => each.id)).not.toContain(first.messageId);
    else expect(approveDeparture(desk, first.id)).toMatchObject({ state: 'scheduled', due: desk.now() });
  });

  it('given in time lets it leave at its moment, with what was written into it', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk);
    changeSeries(desk, id, { review: { minutes: 120, otherwise: 'wait' } });
    goTo(desk, '2026-11-26T08:00');
    wake(desk);
    changeOccurrence(desk, id, '2026-11-26T09:10', { text: 'This week: crates.', approved: true });
    wake(desk);
    const first = open(desk, id)[0]!;
    expect(first).toMatchObject({ state: 'scheduled', differs: true });
    expect(toLocal(first.due, 'Europe/Lisbon')).toBe('2026-11-26T09:10:00');
    expect(findMessage(desk.store.db, first.messageId)).toMatchObject({
      text: 'This week: crates.',
      place: 'archive',
    });
  });
});

describe('where nothing was running', () => {
  it('for three weeks, the latest asks and the earlier ones are missed', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk, { ...THURSDAYS, rrule: 'FREQ=DAILY', start: '2026-11-25T09:10' });
    goTo(desk, '2026-12-16T12:00');
    pauseTooLate(desk, desk.now());
    wake(desk);
    const past = open(desk, id).filter(({ due }) => due < desk.now());
    expect(past).toHaveLength(1);
    expect(toLocal(past[0]!.due, 'Europe/Lisbon').slice(0, 10)).toBe('2026-12-16');
    const { missed } = readSeries(desk, id);
    expect(missed.map(({ occurrence }) => occurrence.slice(0, 10))).toEqual(
      Array.from({ length: 21 }, (_, n) =>
        toLocal(Date.parse('2026-11-25T12:00Z') + n * 86_400_000, 'UTC').slice(0, 10),
      ),
    );
  });

  it('for half a year, likewise, in whatever order it is found out', () => {
    for (const order of ['wake first', 'late first']) {
      const { desk } = tempDesk();
      const { id } = begin(desk);
      goTo(desk, '2027-05-28T12:00');
      if (order === 'wake first') wake(desk);
      pauseTooLate(desk, desk.now());
      wake(desk);
      const past = open(desk, id).filter(({ due }) => due < desk.now());
      expect(past.map(({ state, occurrence }) => [state, occurrence])).toEqual([
        ['paused', '2027-05-27T09:10:00'],
      ]);
      expect(readSeries(desk, id).missed).toHaveLength(26);
    }
  });

  it('for long, and it repeats every few minutes, it is the latest all the same', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk, { ...THURSDAYS, rrule: 'FREQ=MINUTELY;INTERVAL=15' });
    goTo(desk, '2026-12-18T12:00');
    wake(desk);
    const past = open(desk, id).filter(({ due }) => due <= desk.now());
    expect(past.map(({ occurrence }) => occurrence)).toEqual(['2026-12-18T11:55:00']);
  });

  it('and the clock set back, nothing is made twice', () => {
    const { desk } = tempDesk();
    const { id } = begin(desk);
    goTo(desk, '2026-12-20T00:00');
    pauseTooLate(desk, desk.now());
    wake(desk);
    goTo(desk, '2026-11-25T00:00');
    desk.store.write((tx) => fitSeries(desk, tx, id));
    const rows = countRows(desk, `(SELECT occurrence FROM departures WHERE series_id = '${id}')`);
    expect(countRows(desk, `(SELECT DISTINCT occurrence FROM departures WHERE series_id = '${id}')`)).toBe(
      rows,
    );
  });
});

describe('printed in RFC 5545, by the preview', () => {
  it.each(PRINTED_RULES)('%s', (rrule, start, happens) => {
    const { desk } = tempDesk();
    const zone = 'America/New_York';
    const plan: SeriesPlan = { kind: 'series', start, zone, rrule };
    const { departures } = previewPlan(desk, { plan, recipients: [], from: 'start', limit: happens.length });
    const shown = departures.map(({ at }) => toLocal(at, zone));
    expect(shown.map((each) => (each.endsWith('T09:00:00') ? each.slice(0, 10) : each.slice(0, 16)))).toEqual(
      happens,
    );
  });
});

/** The id of the correspondent with an address. */
function listReader(desk: Desk, address: string): string {
  return desk.store.db.get<{ id: string }>(
    `SELECT correspondent_id AS id FROM correspondent_addresses WHERE address = '${address}'`,
  ).id;
}

it('says what it is that cannot be, and where', () => {
  const { desk } = tempDesk();
  try {
    previewPlan(desk, { plan: { ...THURSDAYS, rrule: 'FREQ=DAILY;BYWEEKNO=3' }, recipients: [] });
    expect.unreachable();
  } catch (error) {
    expect((error as Invalid).path).toBe('plan.rrule');
  }
});
