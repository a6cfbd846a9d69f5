/** The calendar: events made, moved, excepted, split, undone, taken in and given out; and what leaves before them. */
import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { readEventFile } from '#core/formats/eventFile';
import type { Plan } from '#core/plan/plan';
import { draftMessages } from '#store/messages';
import { openOccurrences } from '#store/series';
import { departuresOf, findDeparture, type Departure } from '#store/departures';
import { changeSettings } from './changeSettings';
import { moveClock } from './clock/sandbox';
import { moveDeparture, pauseDeparture, releaseNow, resumeDeparture } from './departures/changeDeparture';
import { readDeparture } from './departures/departureView';
import { closeEditing, openForEditing } from './departures/editLease';
import type { Desk } from './desk';
import { Stale } from './errors';
import { exportEvents, importEvents } from './events/exchangeEvents';
import { readEventDetail } from './events/eventDetail';
import { listEvents, readEvent } from './events/eventView';
import { readEventPhrase } from './events/eventPhrases';
import { changeEvent, createEvent, deleteEvent, restoreEvent, type EventInput } from './events/writeEvent';
import { undo } from './incoming/undo';
import { keepHouse } from './keepHouse';
import { createDraft } from './messages/createDraft';
import { readMessage } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { readPhrase, suggestMoments } from './moments/findMoments';
import { previewPlan } from './moments/previewPlan';
import { addCorrespondent, changeCorrespondent, listCorrespondents } from './people/correspondents';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';
import { pauseSeries, skipOccurrence } from './series/changeSeries';
import { exportSeries } from './series/exchangeSeries';
import { readSeries } from './series/seriesView';

let desk: Desk;
const LISBON = 'Europe/Lisbon';
const CALL: EventInput = {
  summary: 'Broker call',
  start: '2026-11-26T15:00',
  end: '2026-11-26T16:00',
  zone: LISBON,
};
const WEEKLY: EventInput = {
  summary: 'Loans committee',
  start: '2026-11-27T10:00',
  zone: LISBON,
  rrule: 'FREQ=WEEKLY',
};

beforeEach(() => {
  ({ desk } = tempDesk());
  changeSettings(desk, { me: { name: 'Tamsin', address: 'tamsin@wrenfield.example' }, zone: LISBON });
  addCorrespondent(desk, { name: 'Prakriti', addresses: ['p@x.example'], zone: 'Asia/Kathmandu' });
  addCorrespondent(desk, { name: 'Haruki', addresses: ['h@x.example'], zone: 'Asia/Tokyo' });
});

const at = (iso: string) => Date.parse(iso);
const keyed = (undoKey: string): Desk => ({ ...desk, undoKey });
const list = (from = '2026-11-20', until = '2026-12-20') =>
  listEvents(desk, at(`${from}T00:00Z`), at(`${until}T00:00Z`)).map(
    ({ summary, start }) => `${start} ${summary}`,
  );
const before = (event: string, offset: string, more: object = {}): Plan => ({
  kind: 'before-event',
  event,
  offset,
  ...more,
});
function scheduled(plan: Plan, to = ['p@x.example']): Departure {
  const { id } = createDraft(desk, { to, subject: 'Papers', text: 'Here they are.' });
  return scheduleMessage(desk, id, plan)[0]!;
}
const now = (id: string) => findDeparture(desk.store.db, id)!;
const due = (id: string) => new Date(now(id).due).toISOString().slice(0, 16);

/** Before each time of an event. */
const each = (event: string, offset: string): Plan => ({
  kind: 'series',
  start: '2026-11-24T09:00',
  zone: LISBON,
  around: { event, offset, summary: '', lengthMs: 0 },
});
/** When what is made of a series leaves. */
const open = (seriesId: string) =>
  openOccurrences(desk.store.db, seriesId)
    .filter(({ state }) => state === 'scheduled')
    .map(({ due: moment }) => new Date(moment).toISOString().slice(0, 16));

describe('an event', () => {
  it('is there, changes, goes, and comes back', () => {
    const { id } = createEvent(desk, CALL);
    expect(list()).toEqual(['2026-11-26T15:00 Broker call']);
    changeEvent(desk, id, { start: '2026-11-27T09:30' });
    expect(readEvent(desk, id)).toMatchObject({ start: '2026-11-27T09:30', end: '2026-11-27T10:30' });
    changeEvent(desk, id, { zone: 'Asia/Tokyo', summary: 'Osaka' });
    expect(readEvent(desk, id)).toMatchObject({ at: at('2026-11-27T00:30Z'), zone: 'Asia/Tokyo' });
    deleteEvent(desk, id);
    expect(list()).toEqual([]);
    restoreEvent(desk, id);
    expect(list()).toEqual(['2026-11-27T09:30 Osaka']);
  });

  it.each([
    [{ ...CALL, summary: '  ' }, /needs a name/],
    [{ ...CALL, start: '2026-02-30T09:00' }, /no day or time/],
    [{ ...CALL, end: '2026-11-26T14:00' }, /end before it begins/],
    [{ ...CALL, end: '2026-11-27' }, /both days, or both times/],
    [{ ...CALL, zone: '+05:30' }, /fixed offset/],
    [{ ...CALL, rrule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30' }, /never happens/],
    [{ ...CALL, rrule: 'FREQ=SOMETIMES' }, /how often/],
    [{ ...CALL, attendees: ['nobody'] }, /no @/],
  ])('%j is refused in words', (input, words) => {
    expect(() => createEvent(desk, input)).toThrow(words);
    expect(list()).toEqual([]);
  });

  it('of a second window that has not seen the change is refused', () => {
    const { id, revision } = createEvent(desk, CALL);
    changeEvent(desk, id, { location: 'Room 2' }, {}, revision);
    expect(() => changeEvent(desk, id, { location: 'Room 3' }, {}, revision)).toThrow(Stale);
    expect(() => deleteEvent(desk, id, {}, revision)).toThrow(Stale);
  });

  it('of whole days follows my zone, and a time in a zone does not', () => {
    createEvent(desk, { summary: 'Inventory', start: '2026-12-03' });
    createEvent(desk, CALL);
    changeSettings(desk, { zone: 'Pacific/Chatham' });
    const [call, days] = listEvents(desk, at('2026-11-20T00:00Z'), at('2026-12-20T00:00Z'));
    expect([call!.at, days!.at]).toEqual([at('2026-11-26T15:00Z'), at('2026-12-02T10:15Z')]);
    // It is found by where it is now.
    expect(listEvents(desk, at('2026-12-02T10:15Z'), at('2026-12-02T10:30Z'))).toHaveLength(1);
  });
});

describe('one that recurs', () => {
  const weeks = () => list('2026-11-20', '2026-12-12');
  const second = { occurrence: '2026-12-04T10:00:00' };

  it('has one time moved, another name once, and one taken out', () => {
    const { id } = createEvent(desk, WEEKLY);
    expect(changeEvent(desk, id, { start: '2026-12-03T16:00', summary: 'Early' }, second)).toEqual({
      event: id,
      occurrence: '2026-12-04T10:00:00',
    });
    expect(weeks()).toEqual([
      '2026-11-27T10:00 Loans committee',
      '2026-12-03T16:00 Early',
      '2026-12-11T10:00 Loans committee',
    ]);
    expect(readEvent(desk, id, second.occurrence)).toMatchObject({
      differs: true,
      start: '2026-12-03T16:00',
    });
    changeEvent(desk, id, { location: 'Room 2' }, second);
    deleteEvent(desk, id, second);
    expect(weeks()).toEqual(['2026-11-27T10:00 Loans committee', '2026-12-11T10:00 Loans committee']);
    expect(() => readEvent(desk, id, second.occurrence)).toThrow(/no such occurrence/);
  });

  it('moves as a whole to another day, with what is taken out and what stands for itself', () => {
    const { id } = createEvent(desk, { ...WEEKLY, rrule: 'FREQ=WEEKLY;BYDAY=FR' });
    deleteEvent(desk, id, second);
    changeEvent(desk, id, { summary: 'Special' }, { occurrence: '2026-12-11T10:00:00' });
    changeEvent(desk, id, { start: '2026-11-26T11:00' }, { reach: 'all' });
    expect(weeks()).toEqual(['2026-11-26T11:00 Loans committee', '2026-12-11T10:00 Special']);
    expect(readEvent(desk, id).rrule).toBe('FREQ=WEEKLY;BYDAY=TH');
    // What stands for itself is still instead of its own time, and nothing else.
    expect(list('2026-12-10', '2026-12-20')).toEqual([
      '2026-12-11T10:00 Special',
      '2026-12-17T11:00 Loans committee',
    ]);
  });

  it('moved as a whole from one time of it, each is moved by so much, and none is lost', () => {
    const { id } = createEvent(desk, WEEKLY);
    const whole = { ...second, reach: 'all' as const };
    expect(changeEvent(desk, id, { start: '2026-12-04T11:30' }, whole)).toEqual({
      event: id,
      occurrence: '2026-12-04T11:30:00',
    });
    changeEvent(desk, id, { end: '2026-12-04T13:00' }, { ...whole, occurrence: '2026-12-04T11:30:00' });
    expect(weeks()).toEqual(
      ['2026-11-27', '2026-12-04', '2026-12-11'].map((day) => `${day}T11:30 Loans committee`),
    );
    expect(readEvent(desk, id).end).toBe('2026-11-27T13:00');
  });

  it('moved by as much as its times are apart and undone, those that stand for themselves keep their names', () => {
    const { id } = createEvent(desk, WEEKLY);
    changeEvent(desk, id, { summary: 'A' }, second);
    changeEvent(desk, id, { summary: 'B' }, { occurrence: '2026-12-11T10:00:00' });
    deleteEvent(desk, id, { occurrence: '2026-12-18T10:00:00' });
    const was = list();
    for (const [key, start] of [
      ['on', '2026-12-04T10:00'],
      ['back', '2026-11-20T10:00'],
    ] as const) {
      changeEvent(keyed(key), id, { start }, { reach: 'all' });
      undo(desk, key);
      expect(list()).toEqual(was);
    }
  });

  it('whose rule names days in another way says so rather than guess', () => {
    const { id } = createEvent(desk, { ...WEEKLY, rrule: 'FREQ=MONTHLY;BYDAY=4FR' });
    expect(() => changeEvent(desk, id, { start: '2026-11-26T10:00' }, { reach: 'all' })).toThrow(
      /how it repeats/,
    );
    changeEvent(desk, id, { start: '2026-11-27T11:00' }, { reach: 'all' });
    expect(list()).toEqual(['2026-11-27T11:00 Loans committee']);
  });

  it('changes from one time on, and what was before stays', () => {
    const { id } = createEvent(desk, { ...WEEKLY, rrule: 'FREQ=WEEKLY;COUNT=4' });
    changeEvent(desk, id, { summary: 'Once' }, { occurrence: '2026-12-11T10:00:00' });
    const made = changeEvent(desk, id, { start: '2026-12-04T14:00' }, { ...second, reach: 'following' });
    expect(made.event).not.toBe(id);
    expect(list()).toEqual([
      '2026-11-27T10:00 Loans committee',
      '2026-12-04T14:00 Loans committee',
      '2026-12-11T10:00 Once',
      '2026-12-18T14:00 Loans committee',
    ]);
    deleteEvent(desk, made.event, { occurrence: '2026-12-11T14:00:00', reach: 'following' });
    expect(list()).toEqual(['2026-11-27T10:00 Loans committee', '2026-12-04T14:00 Loans committee']);
  });

  it('with its last time taken out is no more', () => {
    const { id } = createEvent(desk, { ...WEEKLY, rrule: 'FREQ=WEEKLY;COUNT=1' });
    deleteEvent(desk, id, { occurrence: '2026-11-27T10:00:00' });
    expect(() => readEvent(desk, id)).toThrow(/no such event/);
  });

  it('undo gives back exactly what was, whatever was done, in any order', () => {
    const done = new Set<unknown>();
    const works: ((id: string) => void)[] = [
      (id) => changeEvent(desk, id, { summary: 'Other' }, second),
      (id) => changeEvent(desk, id, { start: '2026-12-03T16:00' }, second),
      (id) => deleteEvent(desk, id, second),
      (id) => deleteEvent(desk, id, { ...second, reach: 'following' }),
      (id) => changeEvent(desk, id, { start: '2026-12-04T14:00' }, { ...second, reach: 'following' }),
      (id) => changeEvent(desk, id, { start: '2026-11-26T09:00' }, { reach: 'all' }),
      (id) => deleteEvent(desk, id),
    ];
    const change = fc.constantFrom(...works);
    fc.assert(
      fc.property(fc.array(change, { maxLength: 5 }), (changes) => {
        const plain = desk;
        const { id } = createEvent(desk, WEEKLY);
        const own = scheduled(before(id, '-PT1H', { occurrence: '2026-12-11T10:00:00' }));
        const series = scheduled(each(id, '-PT2H')).seriesId!;
        const look = () => ({
          events: list(),
          own: `${now(own.id).state} ${due(own.id)}`,
          series: open(series),
        });
        const states = [look()];
        const keys: string[] = [];
        for (const [index, work] of changes.entries()) {
          const key = `${id}-${index}`;
          desk = keyed(key);
          try {
            work(id);
            done.add(work);
            keys.push(key);
            states.push(look());
          } catch {
            // Not there any more.
          }
          desk = plain;
          // Whatever was done, nothing leaves twice for one time of the event.
          const times = open(series);
          expect(new Set(times).size).toBe(times.length);
        }
        for (const key of keys.reverse()) {
          expect(look()).toEqual(states.pop());
          undo(desk, key);
        }
        expect(look()).toEqual(states.pop());
        deleteEvent(desk, id);
      }),
      // Each alone, too: by chance one may never come first.
      { numRuns: 40, examples: works.map((work) => [[work]]) },
    );
    // All of it was done at some time, and not only refused.
    expect(done.size).toBe(works.length);
  }, 120_000);
});

describe('files', () => {
  it('given out and taken in again, nothing is another; what is said later counts, and what is said earlier does not', async () => {
    const { id } = createEvent(desk, { ...WEEKLY, attendees: ['Prakriti <p@x.example>'] });
    changeEvent(desk, id, { summary: 'Special' }, { occurrence: '2026-12-04T10:00:00' });
    createEvent(desk, { summary: 'Inventory', start: '2026-12-03' });
    const file = exportEvents(desk);
    expect(await importEvents(desk, file)).toMatchObject({ added: 0, changed: 0, kept: 3 });
    const shown = list();
    const fresh = tempDesk().desk;
    changeSettings(fresh, { zone: LISBON });
    expect(await importEvents(fresh, file)).toMatchObject({ added: 3, unread: [] });
    const old = desk;
    desk = fresh;
    expect(list()).toEqual(shown);
    desk = old;
    moveClock(desk, { set: desk.now() + 3_600_000 });
    changeEvent(desk, id, { start: '2026-11-27T11:00' }, { reach: 'all' });
    const listHere = () => [list(), ((desk = fresh), list()), (desk = old)].slice(0, 2);
    // What stood for a time that is another now stands for that.
    expect(await importEvents(fresh, exportEvents(desk, id))).toMatchObject({ added: 1, changed: 1 });
    const [here, there] = listHere();
    expect(there).toEqual(here);
    expect(await importEvents(fresh, file)).toMatchObject({ added: 0, changed: 0 });
    expect(listHere()[1]).toEqual(here);
  });

  it('an import is undone whole, and deleted events come back with one', async () => {
    const { id } = createEvent(desk, CALL);
    const file = exportEvents(desk);
    deleteEvent(desk, id);
    await importEvents(keyed('taken-in'), file);
    expect(list()).toEqual(['2026-11-26T15:00 Broker call']);
    undo(desk, 'taken-in');
    expect(list()).toEqual([]);
  });

  it('only one event is in the file of one', () => {
    const { id } = createEvent(desk, CALL);
    createEvent(desk, WEEKLY);
    expect(readEventFile(exportEvents(desk, id), LISBON, 0).events.map(({ summary }) => summary)).toEqual([
      'Broker call',
    ]);
  });

  it('what stands for a time of a deleted event is not in the file of all', () => {
    const { id } = createEvent(desk, WEEKLY);
    changeEvent(desk, id, { summary: 'Special' }, { occurrence: '2026-12-04T10:00:00' });
    deleteEvent(desk, id);
    expect(exportEvents(desk)).not.toContain('Special');
  });

  it('a line of ten million characters is cut, or refused in words', async () => {
    const line = `BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:x\r\nDTSTART:20261126T100000Z\r\nSUMMARY:${'x'.repeat(10_000_000)}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
    const result = await importEvents(desk, line).catch((error: unknown) => error);
    if (result instanceof Error) expect(result.message).toMatch(/too strange to read/);
    else expect(list()[0]!.length).toBeLessThan(600);
  });

  it('what is no calendar, or too strange, gets words', async () => {
    await expect(importEvents(desk, 'hello')).rejects.toThrow(/no iCalendar file/);
    const endless = `BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:x\r\nSUMMARY:Bomb\r\nDTSTART:20261126T100000Z\r\nRRULE:FREQ=SECONDLY;BYMONTH=2;BYMONTHDAY=30\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
    const { added, unread } = await importEvents(desk, endless);
    expect([added, unread.join()]).toEqual([0, expect.stringMatching(/Bomb.*never happens/)]);
  });

  it('deleted for good after its time, with what stood for its times', async () => {
    const { id } = createEvent(desk, WEEKLY);
    changeEvent(desk, id, { summary: 'Special' }, { occurrence: '2026-12-04T10:00:00' });
    deleteEvent(desk, id);
    moveClock(desk, { set: desk.now() + 400 * 86_400_000 });
    await keepHouse(desk);
    expect(() => restoreEvent(desk, id)).toThrow(/no such event/);
    expect(list()).toEqual([]);
  });
});

describe('what leaves before an event', () => {
  it('says when, on both clocks, before anything is committed', () => {
    const { id } = createEvent(desk, CALL);
    const preview = previewPlan(desk, {
      plan: before(id, '-PT40M'),
      recipients: [{ address: 'p@x.example' }],
    });
    expect(preview.sentence).toMatch(
      /14:20 your time.*20:05 in Kathmandu.*40 minutes before “Broker call”, which is Thu 26 Nov 15:00 your time/,
    );
    expect(preview.departures[0]!.latest).toBe(at('2026-11-26T15:00Z'));
  });

  it('moves with it, also where it is recurring and one time of it moves', () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M'));
    expect(due(id)).toBe('2026-11-26T14:20');
    changeEvent(desk, call.id, { start: '2026-11-27T09:00' });
    expect(due(id)).toBe('2026-11-27T08:20');
    expect(readDeparture(desk, id).whyThen).toBe('40 minutes before “Broker call”');
    changeEvent(desk, call.id, { summary: 'Insurers' });
    expect(readDeparture(desk, id).whyThen).toBe('40 minutes before “Insurers”');
    const weekly = createEvent(desk, WEEKLY);
    const other = scheduled(before(weekly.id, '-P1D', { occurrence: '2026-12-04T10:00:00' }));
    changeEvent(desk, weekly.id, { start: '2026-12-05T12:00' }, { occurrence: '2026-12-04T10:00:00' });
    expect(due(other.id)).toBe('2026-12-04T12:00');
    expect(readEventDetail(desk, weekly.id, '2026-12-04T10:00:00').departures.map((each) => each.id)).toEqual(
      [other.id],
    );
  });

  it('by days of work and the clock of its reader', () => {
    const monday = createEvent(desk, { ...CALL, start: '2026-11-30T15:00', end: '2026-11-30T16:00' });
    const offset = { count: -1, unit: 'working days', time: '09:00', clock: 'theirs' } as const;
    const { id } = scheduled({ kind: 'before-event', event: monday.id, offset }, [
      'p@x.example',
      'h@x.example',
    ]);
    const copies = departuresOf(desk.store.db, now(id).messageId);
    expect(
      copies.map(({ reader, due: each }) => [reader, new Date(each).toISOString().slice(0, 16)]).sort(),
    ).toEqual([
      ['h@x.example', '2026-11-30T00:00'],
      ['p@x.example', '2026-11-27T03:15'],
    ]);
  });

  it('of one time of what recurs goes with that, whatever it is called by then, and back with undo', () => {
    const { id } = createEvent(desk, WEEKLY);
    const second = { occurrence: '2026-12-04T10:00:00' };
    const own = scheduled(before(id, '-PT1H', second));
    const draft = createDraft(desk, {
      to: ['p@x.example'],
      subject: 'Draft',
      text: 'x',
      plan: before(id, '-PT2H', second),
    });
    const third = scheduled(before(id, '-PT1H', { occurrence: '2026-12-11T10:00:00' }));
    const stands = () => [own, third].map((each) => `${now(each.id).state} ${due(each.id)}`);
    const first = ['scheduled 2026-12-04T09:00', 'scheduled 2026-12-11T09:00'];
    expect(stands()).toEqual(first);
    // A week on, where each name is that of another time now.
    changeEvent(desk, id, { summary: 'Special' }, { occurrence: '2026-12-11T10:00:00' });
    changeEvent(keyed('a week'), id, { start: '2026-12-04T12:00' }, { reach: 'all' });
    expect(stands()).toEqual(['scheduled 2026-12-11T11:00', 'scheduled 2026-12-11T09:00']);
    expect(
      previewPlan(desk, { plan: readMessage(desk, draft.id).plan!, recipients: [] }).departures[0]!.at,
    ).toBe(at('2026-12-11T10:00Z'));
    undo(desk, 'a week');
    expect(stands()).toEqual(first);
    // From the second on it is an event of its own.
    changeEvent(keyed('parted'), id, { start: '2026-12-04T15:00' }, { ...second, reach: 'following' });
    expect(stands()).toEqual(['scheduled 2026-12-04T14:00', 'scheduled 2026-12-11T09:00']);
    undo(desk, 'parted');
    expect(stands()).toEqual(first);
    deleteEvent(desk, id, { occurrence: '2026-12-11T10:00:00', reach: 'following' });
    expect(stands()).toEqual([first[0], 'paused 2026-12-11T09:00']);
  });

  it('by days of work follows its reader, whose week or zone turns out to be another', () => {
    const monday = createEvent(desk, { ...CALL, start: '2026-11-30T15:00', end: '2026-11-30T16:00' });
    const offset = { count: -1, unit: 'working days', time: '09:00', clock: 'theirs' } as const;
    const { id } = scheduled({ kind: 'before-event', event: monday.id, offset });
    expect(due(id)).toBe('2026-11-27T03:15');
    const [person] = listCorrespondents(desk).filter(({ name }) => name === 'Prakriti');
    changeCorrespondent(desk, person!.id, { leave: [{ from: '2026-11-27', to: '2026-11-27', note: '' }] });
    expect(due(id)).toBe('2026-11-26T03:15');
    changeCorrespondent(desk, person!.id, { zone: 'Asia/Tokyo' });
    // There it begins on Tuesday.
    expect(due(id)).toBe('2026-11-30T00:00');
  });

  it('cancelled or deleted it stops and asks; undone it leaves as before', () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M'));
    changeEvent(keyed('cancelled'), call.id, { status: 'cancelled' });
    expect(now(id)).toMatchObject({
      state: 'paused',
      pausedFor: 'review',
      reason: '“Broker call” is cancelled.',
    });
    expect(() => resumeDeparture(desk, id)).toThrow(/is cancelled/);
    undo(desk, 'cancelled');
    expect(now(id)).toMatchObject({ state: 'scheduled', reason: null });
    deleteEvent(desk, call.id);
    expect(now(id).state).toBe('paused');
    restoreEvent(desk, call.id);
    expect(now(id).state).toBe('scheduled');
    expect(due(id)).toBe('2026-11-26T14:20');
  });

  it('dropped with it, it is a draft, and leaves again with it', () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M', { ifCancelled: 'drop' }));
    deleteEvent(keyed('gone'), call.id);
    expect(now(id).state).toBe('draft');
    expect(draftMessages(desk.store.db, 10)).toHaveLength(1);
    undo(desk, 'gone');
    expect([now(id).state, due(id)]).toEqual(['scheduled', '2026-11-26T14:20']);
  });

  it('one stopped by me stays stopped, whatever the event does, and is not let go by it', () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M'));
    pauseDeparture(desk, id);
    deleteEvent(desk, call.id);
    expect(() => resumeDeparture(desk, id)).toThrow(/is cancelled/);
    restoreEvent(desk, call.id);
    changeEvent(desk, call.id, { start: '2026-11-27T15:00' });
    expect(now(id)).toMatchObject({ state: 'paused', pausedFor: 'me' });
    resumeDeparture(desk, id);
    expect([now(id).state, due(id)]).toEqual(['scheduled', '2026-11-27T14:20']);
  });

  it('being edited it moves under the editor’s hands, and goes on at the new moment', () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M'));
    const lease = openForEditing(desk, id);
    changeEvent(desk, call.id, { start: '2026-11-27T15:00' });
    expect(closeEditing(desk, id, lease, 'go-on').state).toBe('scheduled');
    expect(due(id)).toBe('2026-11-27T14:20');
  });

  it('being edited while the event is cancelled or moves into the past, it does not go on as if nothing were', () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M'));
    const lease = openForEditing(desk, id);
    deleteEvent(keyed('gone'), call.id);
    expect(() => closeEditing(desk, id, lease, 'go-on')).toThrow(/is cancelled/);
    expect(closeEditing(desk, id, lease, 'leave')).toMatchObject({
      state: 'paused',
      pausedFor: 'review',
      reason: '“Broker call” is cancelled.',
    });
    undo(desk, 'gone');
    expect([now(id).state, due(id)]).toEqual(['scheduled', '2026-11-26T14:20']);
    const again = openForEditing(desk, id);
    changeEvent(desk, call.id, { start: '2026-11-24T15:00' });
    expect(() => closeEditing(desk, id, again, 'go-on')).toThrow(/moment has passed/);
  });

  it('moved so that its moment is past it stops and asks, and goes on where the event moves on', () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-P2D', {}));
    expect(due(id)).toBe('2026-11-24T15:00');
    changeEvent(desk, call.id, { start: '2026-11-25T15:00' });
    expect(now(id)).toMatchObject({
      state: 'paused',
      reason: '“Broker call” has moved: its moment is past.',
    });
    changeEvent(desk, call.id, { start: '2026-11-28T15:00' });
    expect([now(id).state, due(id)]).toEqual(['scheduled', '2026-11-26T15:00']);
  });

  it('never leaves after it has begun, unless somebody lets it go or has said so', async () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M'));
    const anyway = scheduled(before(call.id, '-PT40M', { evenAfter: true }));
    const after = scheduled(before(call.id, 'PT10M', { edge: 'end' }));
    moveClock(desk, { set: at('2026-11-26T16:30Z') });
    expect(await claimDeparture(desk, id)).toBeUndefined();
    expect(now(id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(now(id).reason).toMatch(/“Broker call” has begun/);
    expect(await claimDeparture(desk, anyway.id)).toBeDefined();
    expect(await claimDeparture(desk, after.id)).toBeDefined();
    releaseNow(desk, id);
    expect(await claimDeparture(desk, id)).toBeDefined();
  });

  it('is not claimed where the event goes in the same moment', async () => {
    const call = createEvent(desk, CALL);
    const { id } = scheduled(before(call.id, '-PT40M'));
    moveClock(desk, { set: at('2026-11-26T14:20Z') });
    const claim = claimDeparture(desk, id);
    deleteEvent(desk, call.id);
    expect(await claim).toBeUndefined();
    expect(now(id).state).toBe('paused');
  });

  it.each([
    ['no-such-event', '-PT40M', /no such event/],
    [undefined, 'soon', /no length of time/],
    [undefined, '-P20D', /past/],
  ])('%s %s is refused in words', (event, offset, words) => {
    const id = event ?? createEvent(desk, CALL).id;
    expect(() => scheduled(before(id, offset))).toThrow(words);
  });

  it('in a draft says what the event is by now, and what it was where that is no more', () => {
    const call = createEvent(desk, CALL);
    const { id } = createDraft(desk, {
      to: ['p@x.example'],
      subject: 'Papers',
      text: 'Here.',
      plan: before(call.id, '-PT40M'),
    });
    const about = () => {
      const { plan } = readMessage(desk, id);
      return plan && 'about' in plan ? plan.about : undefined;
    };
    expect(about()).toMatchObject({ summary: 'Broker call', start: '2026-11-26T15:00', zone: LISBON });
    changeEvent(desk, call.id, { start: '2026-11-27T15:00' });
    expect(about()).toMatchObject({ start: '2026-11-27T15:00' });
    deleteEvent(desk, call.id);
    expect(readMessage(desk, id).plan).toMatchObject({ event: call.id });
  });

  it('is found by phrase and suggested where a reader is at the event', () => {
    createEvent(desk, { ...CALL, attendees: ['Prakriti <p@x.example>'] });
    createEvent(desk, WEEKLY);
    const recipients = [{ address: 'p@x.example' }];
    const read = readPhrase(desk, 'an hour before the loans committee', recipients);
    expect(read).toMatchObject({
      kind: 'understood',
      readings: [{ words: '1 hour before “Loans committee”' }],
    });
    const plan = read.kind === 'understood' ? read.readings[0]!.plan : undefined;
    expect(previewPlan(desk, { plan: plan!, recipients }).departures[0]!.at).toBe(at('2026-11-27T09:00Z'));
    expect(suggestMoments(desk, recipients).map(({ words }) => words)).toContain(
      'An hour before “Broker call”',
    );
    expect(
      suggestMoments(desk, [{ address: 'h@x.example' }])
        .map(({ words }) => words)
        .join(),
    ).not.toContain('before');
  });
});

describe('what leaves before each time of an event', () => {
  it('is there for each of the next weeks, and follows all that is done with the event', () => {
    const { id } = createEvent(desk, WEEKLY);
    changeEvent(desk, id, { start: '2026-12-03T16:00' }, { occurrence: '2026-12-04T10:00:00' });
    deleteEvent(desk, id, { occurrence: '2026-12-11T10:00:00' });
    const first = scheduled(each(id, '-PT1H'));
    const series = first.seriesId!;
    expect(open(series)).toEqual(['2026-11-27T09:00', '2026-12-03T15:00', '2026-12-18T09:00']);
    expect(readDeparture(desk, first.id).whyThen).toBe('series: 1 hour before “Loans committee”');
    expect(readSeries(desk, series).words).toMatch(
      /^1 hour before each “Loans committee”: every Friday at 10:00/,
    );
    changeEvent(keyed('moved'), id, { start: '2026-11-26T11:00' }, { reach: 'all' });
    expect(open(series)).toEqual(
      ['2026-11-26T10:00', '2026-12-03T15:00', '2026-12-17T10:00', '2026-12-24T10:00'].slice(
        0,
        open(series).length,
      ),
    );
    undo(desk, 'moved');
    expect(open(series)).toEqual(['2026-11-27T09:00', '2026-12-03T15:00', '2026-12-18T09:00']);
  });

  it('stands still while the event is cancelled, and goes on with it', () => {
    const { id } = createEvent(desk, WEEKLY);
    const series = scheduled(each(id, '-PT1H')).seriesId!;
    const before = open(series);
    deleteEvent(keyed('gone'), id);
    expect([open(series), readSeries(desk, series).state]).toEqual([[], 'paused']);
    undo(desk, 'gone');
    expect([open(series), readSeries(desk, series).state]).toEqual([before, 'active']);
    // Paused by me it stays so.
    pauseSeries(desk, series);
    deleteEvent(desk, id);
    restoreEvent(desk, id);
    expect(readSeries(desk, series).state).toBe('paused');
  });

  it('one that was left out by hand stays out, and one that was moved by hand stays where it is', () => {
    const { id } = createEvent(desk, WEEKLY);
    const series = scheduled(each(id, '-PT1H')).seriesId!;
    const [first, second] = openOccurrences(desk.store.db, series);
    skipOccurrence(desk, series, second!.occurrence!, true);
    moveDeparture(desk, first!.id, { kind: 'at', local: '2026-11-27T08:00', zone: LISBON });
    changeEvent(desk, id, { summary: 'Committee' });
    expect(open(series).slice(0, 2)).toEqual(['2026-11-27T08:00', '2026-12-11T09:00']);
  });

  it('leaves once for each time of the event, however that moves, whatever has left or was moved by hand', async () => {
    const { id } = createEvent(desk, WEEKLY);
    const series = scheduled(each(id, '-P2D')).seriesId!;
    const [first, second] = openOccurrences(desk.store.db, series);
    moveDeparture(desk, second!.id, { kind: 'at', local: '2026-12-03T08:00', zone: LISBON });
    moveClock(desk, { set: at('2026-11-25T10:00Z') });
    await claimDeparture(desk, first!.id);
    await finishAttempt(desk, first!.id, {
      outcomes: [{ address: 'p@x.example', status: 'accepted', answer: '' }],
      unanswered: false,
    });
    expect(now(first!.id).state).toBe('sent');
    // It has left for Friday; now that is at noon.
    const shift = (start: string, key: string) => changeEvent(keyed(key), id, { start }, { reach: 'all' });
    shift('2026-11-27T12:00', 'noon');
    expect(open(series)).toEqual([
      '2026-12-03T08:00',
      '2026-12-09T12:00',
      '2026-12-16T12:00',
      '2026-12-23T12:00',
    ]);
    undo(desk, 'noon');
    expect(open(series)).toEqual([
      '2026-12-03T08:00',
      '2026-12-09T10:00',
      '2026-12-16T10:00',
      '2026-12-23T10:00',
    ]);
    // Parted, what follows goes on with the event that does, once.
    changeEvent(
      keyed('parted'),
      id,
      { start: '2026-12-11T15:00' },
      { occurrence: '2026-12-11T10:00:00', reach: 'following' },
    );
    expect(open(series)).toEqual([
      '2026-12-03T08:00',
      '2026-12-09T15:00',
      '2026-12-16T15:00',
      '2026-12-23T15:00',
    ]);
    undo(desk, 'parted');
    expect(open(series)).toEqual([
      '2026-12-03T08:00',
      '2026-12-09T10:00',
      '2026-12-16T10:00',
      '2026-12-23T10:00',
    ]);
    expect(readSeries(desk, series).state).toBe('active');
  });

  it('stands in a calendar file at its own times', () => {
    const { id } = createEvent(desk, { ...WEEKLY, rrule: 'FREQ=WEEKLY;COUNT=2' });
    const series = scheduled(each(id, '-PT1H')).seriesId!;
    const [entry] = readEventFile(exportSeries(desk, series), LISBON, 0).events;
    expect(entry!.when).toMatchObject({
      start: '2026-11-27T09:00',
      rdate: ['2026-11-27T09:00', '2026-12-04T09:00'],
    });
  });

  it('never leaves after that time of it has begun', async () => {
    const { id } = createEvent(desk, WEEKLY);
    const first = scheduled(each(id, '-PT1H'));
    moveClock(desk, { set: at('2026-11-27T10:05Z') });
    expect(await claimDeparture(desk, first.id)).toBeUndefined();
    expect(now(first.id).reason).toMatch(/has begun/);
  });

  it('of one that is once is refused, and by phrase it is found', () => {
    const once = createEvent(desk, CALL);
    expect(() => scheduled(each(once.id, '-PT1H'))).toThrow(/happens once/);
    createEvent(desk, WEEKLY);
    const read = readPhrase(desk, 'an hour before each loans committee', []);
    expect(read).toMatchObject({
      readings: [{ words: '1 hour before each “Loans committee”', plan: { kind: 'series' } }],
    });
    const plan = read.kind === 'understood' ? read.readings[0]!.plan : undefined;
    const preview = previewPlan(desk, { plan: plan!, recipients: [{ address: 'p@x.example' }], limit: 2 });
    expect(preview.departures.map((one) => one.at)).toEqual([
      at('2026-11-27T09:00Z'),
      at('2026-12-04T09:00Z'),
    ]);
  });
});

describe('put into the calendar by phrase', () => {
  it('says when it is on both clocks, and what is there already', () => {
    createEvent(desk, { ...CALL, start: '2026-11-26T05:30', end: '2026-11-26T06:30' });
    expect(readEventPhrase(desk, 'thu 14:30-15:30, call with Haruki, their time')).toEqual({
      kind: 'understood',
      readings: [
        {
          summary: 'call with Haruki',
          start: '2026-11-26T14:30',
          end: '2026-11-26T15:30',
          zone: 'Asia/Tokyo',
          saysEnd: true,
          words: 'Thu 26 Nov 14:30–15:30 in Tokyo, Thu 26 Nov 05:30–06:30 your time',
          meets: ['Broker call'],
        },
      ],
    });
  });
});
