/** Messages around a named date: placed in words, moved with it, stopped where they would be past, kept for the next one. */
import { beforeEach, describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { draftMessages, findMessage } from '#store/messages';
import { departuresOf, type Departure } from '#store/departures';
import { changeSettings } from './changeSettings';
import { moveDeparture, pauseDeparture } from './departures/changeDeparture';
import { readDeparture } from './departures/departureView';
import { takeBack } from './departures/takeBack';
import { moveClock } from './clock/sandbox';
import type { Desk } from './desk';
import { NotFound } from './errors';
import { keepHouse } from './keepHouse';
import { createDraft } from './messages/createDraft';
import { deleteMessage } from './messages/deleteMessage';
import { changeOccasion, previewMove } from './occasions/moveOccasion';
import {
  addOccasion,
  deleteOccasion,
  placeAround,
  restoreOccasion,
  scheduleAround,
  takeOutOfOccasion,
} from './occasions/occasions';
import { listSets, readOccasion } from './occasions/occasionView';
import { beginFromSet, deleteSet, keepSet, restoreSet } from './occasions/sets';
import { addCorrespondent, changeCorrespondent, listCorrespondents } from './people/correspondents';
import { claimDeparture } from './release/claimDeparture';

let desk: Desk;
let occasion: string;
const ZONE = 'Europe/Lisbon';
beforeEach(() => {
  ({ desk } = tempDesk());
  changeSettings(desk, { me: { name: 'Tamsin', address: 'tamsin@wrenfield.example' }, zone: ZONE });
  addCorrespondent(desk, { name: 'Prakriti', addresses: ['p@x.example'], zone: 'Asia/Kathmandu' });
  addCorrespondent(desk, { name: 'Haruki', addresses: ['h@x.example'], zone: 'Asia/Tokyo' });
  ({ id: occasion } = addOccasion(desk, { name: 'Opening night', local: '2026-12-12T19:00', zone: ZONE }));
});

const put = (words: string, to = ['p@x.example'], text = 'Come.') => {
  const { id } = createDraft(desk, { to, subject: words, text });
  placeAround(desk, occasion, id, words);
  return id;
};
const departure = (message: string): Departure => departuresOf(desk.store.db, message).at(-1)!;
const meant = (message: string) => new Date(departure(message).meant).toISOString().slice(0, 16);
const schedule = () => scheduleAround(desk, occasion);

describe('around an occasion', () => {
  it('stands what is placed there, in order, and leaves there once it is scheduled', () => {
    const after = put('the morning after');
    const early = put('14 days before');
    const days = put('3 of their working days before at 9:00 theirs');
    const hour = put('one hour before');
    expect(findMessage(desk.store.db, early)!.plan).toEqual({
      kind: 'at',
      local: '2026-11-28T19:00',
      zone: ZONE,
    });
    expect(readOccasion(desk, occasion).messages.map(({ messageId }) => messageId)).toEqual([
      early,
      days,
      hour,
      after,
    ]);
    expect(schedule()).toMatchObject({ scheduled: { length: 4 }, left: [] });
    expect([early, days, hour, after].map(meant)).toEqual([
      '2026-11-28T19:00',
      '2026-12-09T03:15',
      '2026-12-12T18:00',
      '2026-12-14T03:15',
    ]);
    expect(readDeparture(desk, departure(days).id).whyThen).toBe(
      '3 of their working days before at 09:00 theirs, Opening night',
    );
    expect(draftMessages(desk.store.db, 10)).toEqual([]);
    expect(() => placeAround(desk, occasion, early, 'soon')).toThrow(/no place around/);
    // Placed elsewhere, what is planned goes there.
    placeAround(desk, occasion, early, '7 days before');
    expect(meant(early)).toBe('2026-12-05T19:00');
  });

  it('goes to each reader on their own clock, and says what it cannot do', () => {
    const both = put('2 days before at 9:00 theirs', ['p@x.example', 'h@x.example']);
    const nobody = put('1 day before', []);
    const past = put('30 days before');
    const { scheduled, left } = schedule();
    expect(scheduled).toEqual([both]);
    expect(left.map(({ messageId, why }) => [messageId, why])).toEqual([
      [nobody, expect.stringContaining('recipient')],
      [past, expect.stringContaining('past')],
    ]);
    const moments = departuresOf(desk.store.db, both).map((each) => [
      each.reader,
      new Date(each.meant).toISOString(),
    ]);
    expect(new Map(moments as [string, string][])).toEqual(
      new Map([
        ['p@x.example', '2026-12-11T03:15:00.000Z'],
        ['h@x.example', '2026-12-11T00:00:00.000Z'],
      ]),
    );
  });

  it('follows its reader’s clock and days of work, where nobody has moved it', () => {
    const [prakriti] = listCorrespondents(desk).filter(({ name }) => name === 'Prakriti');
    const days = put('3 of their working days before at 9:00 theirs');
    const hour = put('one hour before');
    const moved = put('2 days before at 9:00 theirs');
    schedule();
    moveDeparture(desk, departure(moved).id, { kind: 'at', local: '2026-12-10T12:00', zone: ZONE });
    const paused = put('4 days before at 9:00 theirs');
    schedule();
    pauseDeparture(desk, departure(paused).id);
    changeCorrespondent(desk, prakriti!.id, { zone: 'Asia/Tokyo' });
    expect([days, hour, moved, paused].map(meant)).toEqual([
      '2026-12-09T00:00',
      '2026-12-12T18:00',
      '2026-12-10T12:00',
      '2026-12-09T00:00',
    ]);
    expect(departure(paused).state).toBe('paused');
    // Away on Thursday and Friday, their third working day before is an earlier one.
    changeCorrespondent(desk, prakriti!.id, { leave: [{ from: '2026-12-10', to: '2026-12-11', note: '' }] });
    expect(meant(days)).toBe('2026-12-07T00:00');
    // With the date it moves on, and what was moved by hand stays.
    const moves = previewMove(desk, occasion, { local: '2026-12-19T19:00', zone: ZONE });
    expect(moves.filter(({ stays }) => stays !== null).map(({ messageId }) => messageId)).toEqual([moved]);
  });

  it('deleted, is forgotten after its time with the sets; what was around it stays', async () => {
    const id = put('one hour before');
    const set = keepSet(desk, occasion, 'Openings');
    deleteOccasion(desk, occasion);
    deleteSet(desk, set.id);
    const later = async (days: number) => {
      moveClock(desk, { set: desk.now() + days * 86_400_000 });
      await keepHouse(desk);
    };
    changeSettings(desk, { keepDeletedDays: 30 });
    await later(29);
    restoreOccasion(desk, occasion);
    deleteOccasion(desk, occasion);
    restoreSet(desk, set.id);
    deleteSet(desk, set.id);
    await later(31);
    expect(() => restoreOccasion(desk, occasion)).toThrow(NotFound);
    expect(() => restoreSet(desk, set.id)).toThrow(NotFound);
    expect(findMessage(desk.store.db, id)).toMatchObject({ draft: true, deletedAt: null });
  });

  it('knows the occasion in its fields, by whatever date that has as it leaves', async () => {
    const id = put(
      '1 day before',
      ['p@x.example'],
      '{{occasion}}: {{occasion date : without year}} at {{occasion time}}.',
    );
    schedule();
    changeOccasion(desk, occasion, { local: '2026-12-14T20:00' });
    desk.store.write((tx) => tx.run(`update departures set due = ${desk.now()} where message_id = '${id}'`));
    const claim = await claimDeparture(desk, departure(id).id);
    expect(claim!.bytes.toString()).toContain('Opening night: Monday 14 December at 20:00.');
    const loose = createDraft(desk, { to: ['p@x.example'], subject: 's', text: '{{occasion}}' });
    expect(() => placeAround(desk, 'none', loose.id, 'at it')).toThrow(/no such occasion/);
  });
});

describe('a date that moves', () => {
  it('takes along what has not left, shown before, and back again', () => {
    const ids = ['14 days before', '3 of their working days before at 9:00 theirs', 'one hour before'].map(
      (words) => put(words),
    );
    const draft = put('the morning after');
    for (const id of ids) scheduleAround(desk, occasion, id);
    const before = ids.map(meant);
    const moves = previewMove(desk, occasion, { local: '2026-12-19T20:00', zone: ZONE });
    expect(moves).toHaveLength(4);
    expect(ids.map(meant)).toEqual(before);
    changeOccasion(desk, occasion, { local: '2026-12-19T20:00' });
    expect(ids.map(meant)).toEqual(['2026-12-05T20:00', '2026-12-16T03:15', '2026-12-19T19:00']);
    expect(moves.map(({ at }) => at)).toEqual([
      ...ids.map((id) => departure(id).meant),
      Date.parse('2026-12-21T03:15Z'),
    ]);
    expect(findMessage(desk.store.db, draft)!.plan).toMatchObject({ local: '2026-12-21T09:00' });
    changeOccasion(desk, occasion, { local: '2026-12-12T19:00' });
    expect(ids.map(meant)).toEqual(before);
  });

  it('leaves what left, was moved by hand or is no more; and stops what would be past, until it moves on', async () => {
    const [gone, hand, back, early, paused] = [
      '13 days before',
      '12 days before',
      '11 days before',
      '10 days before',
      '9 days before',
    ].map((words) => put(words));
    schedule();
    desk.store.write((tx) =>
      tx.run(`update departures set due = ${desk.now()} where message_id = '${gone!}'`),
    );
    await claimDeparture(desk, departure(gone!).id);
    moveDeparture(desk, departure(hand!).id, { kind: 'at', local: '2026-12-01T08:00', zone: ZONE });
    takeBack(desk, departure(back!).id);
    deleteMessage(desk, paused!);
    const to = { local: '2026-11-30T19:00', zone: ZONE };
    const moves = new Map(previewMove(desk, occasion, to).map((each) => [each.messageId, each]));
    expect(moves.get(gone!)!.stays).toMatch(/left/);
    expect(moves.get(hand!)!.stays).toMatch(/by hand/);
    expect(moves.get(early!)!.warnings.join()).toMatch(/past/);
    expect(moves.has(paused!)).toBe(false);
    changeOccasion(desk, occasion, to);
    expect(departure(early!)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(meant(hand!)).toBe('2026-12-01T08:00');
    expect(readOccasion(desk, occasion).messages.find(({ messageId }) => messageId === hand)!.differs).toBe(
      true,
    );
    changeOccasion(desk, occasion, { local: '2026-12-12T19:00' });
    expect(departure(early!)).toMatchObject({ state: 'scheduled', meant: Date.parse('2026-12-02T19:00Z') });
  });

  it('moves by days across a change of the clock, and is not moved to what is no date', () => {
    const id = put('7 days before at 9:00 there');
    schedule();
    changeOccasion(desk, occasion, { local: '2027-04-01T19:00' });
    expect(meant(id)).toBe('2027-03-25T09:00');
    changeOccasion(desk, occasion, { local: '2027-04-06T19:00' });
    expect(meant(id)).toBe('2027-03-30T08:00');
    for (const local of ['2026-02-30T09:00', 'tomorrow'])
      expect(() => changeOccasion(desk, occasion, { local })).toThrow(/not a date/);
    expect(() => changeOccasion(desk, occasion, { zone: 'Mars/Base' })).toThrow();
    expect(() => changeOccasion(desk, occasion, { local: '2027-05-01T19:00' }, 1)).toThrow(/meanwhile/);
  });

  it('moves nothing that was taken out of it, nor once it is deleted', () => {
    const [out, stays] = [put('7 days before'), put('6 days before')];
    schedule();
    takeOutOfOccasion(desk, occasion, out);
    changeOccasion(desk, occasion, { local: '2026-12-13T19:00' });
    expect([out, stays].map(meant)).toEqual(['2026-12-05T19:00', '2026-12-07T19:00']);
    deleteOccasion(desk, occasion);
    expect(() => readOccasion(desk, occasion)).toThrow(/no such/);
    expect(readDeparture(desk, departure(stays).id).whyThen).not.toContain('Opening');
    restoreOccasion(desk, occasion);
    expect(readOccasion(desk, occasion).messages).toHaveLength(1);
  });
});

describe('a set', () => {
  it('is kept, and used for the next occasion as drafts, each where it belongs', () => {
    put('14 days before');
    put('the morning after', ['p@x.example', 'h@x.example'], 'Thank you, {{first name|all}}.');
    const { id } = keepSet(desk, occasion, 'Openings');
    expect(listSets(desk)).toMatchObject([{ name: 'Openings', items: { length: 2 } }]);
    const next = beginFromSet(desk, id, { name: 'Osaka', local: '2027-02-06T18:00', zone: 'Asia/Tokyo' });
    const view = readOccasion(desk, next.id);
    expect(view.messages.map(({ words, state, readers }) => [words, state, readers.length])).toEqual([
      ['14 days before', null, 1],
      ['1 day after at 09:00 theirs', null, 2],
    ]);
    expect(view.messages[0]!.at).toBe(Date.parse('2027-01-23T09:00Z'));
    expect(findMessage(desk.store.db, view.messages[1]!.messageId)!.text).toBe(
      'Thank you, {{first name|all}}.',
    );
    deleteSet(desk, id);
    expect(listSets(desk)).toEqual([]);
    restoreSet(desk, id);
    // Kept once more under the same name, its texts have names of their own.
    keepSet(desk, occasion, 'Openings');
    expect(listSets(desk)).toHaveLength(2);
  });
});
