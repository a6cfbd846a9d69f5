import { beforeEach, describe, expect, it } from 'vitest';
import { inboxOf, NOW, tempDesk } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { draftOf, plan, release, sent } from '#test/support/watching';
import type { Chasers } from '#core/watch/chasers';
import { readWeek } from '#core/time/weekText';
import { toLocal } from '#core/time/wallClock';
import { insertArrival } from '#store/arrivals';
import { departuresOf } from '#store/departures';
import { findMessage, recipientsOf } from '#store/messages';
import { moveClock } from '../clock/sandbox';
import { changeSettings } from '../changeSettings';
import { approveDeparture } from '../departures/changeDeparture';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { receiveMail } from '../incoming/receiveMail';
import { editMessage } from '../messages/editMessage';
import { addCorrespondent } from '../people/correspondents';
import { fillMessage } from '../fields/fillMessage';
import { claimDeparture } from '../release/claimDeparture';
import { finishAttempt } from '../release/finishAttempt';
import { runWaker } from '../wakers/wakers';
import { watchesWaker } from '../wakers/watches';
import { overrule } from './overrule';
import { changeWatch, endWatch, watchMessage } from './setWatch';
import { readWatch } from './watchView';

const HOUR = 3_600_000;
const LEAVES: Chasers = { text: 'Has it come?', then: 'leave', times: 2 };
const REVIEWED: Chasers = { ...LEAVES, then: 'review', times: 1 };
const ZONE = 'Etc/UTC';

let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
});

const ana = () =>
  addCorrespondent(desk, {
    name: 'Ana',
    addresses: ['ana@x.example'],
    zone: ZONE,
    week: readWeek('Mo-Fr 09:00-17:00'),
  });
const goTo = (at: number) => {
  moveClock(desk, { set: at });
  return runWaker(desk, watchesWaker);
};
const runOut = (watch: string) => goTo(readWatch(desk, watch).at!);
const chasersOf = (watch: string) => readWatch(desk, watch).chasers!.made;
const lastOf = (watch: string) => chasersOf(watch).at(-1)!;
const stateOf = (watch: string) => readWatch(desk, watch).state;
const departureOf = (message: string) => departuresOf(desk.store.db, message).at(-1)!;
const toOf = (message: string) => recipientsOf(desk.store.db, [message]).map(({ address }) => address);
const answer = (to: string, from = 'Ana <ana@x.example>') =>
  receiveMail(desk, mailOf({ from, subject: 'Re: Crates', headers: [`In-Reply-To: ${to}`] }));

describe('a chaser', () => {
  it('leaves by itself at the start of their next day, and is given longer than the first wait', async () => {
    ana();
    const { watch, id } = await sent(desk, { deadline: { workingDays: 1, of: 'reader' }, chasers: LEAVES });
    expect(readWatch(desk, watch).next).toBe('chaser 1 of 2 leaves by itself');
    const due = readWatch(desk, watch).at!;
    expect(toLocal(due, ZONE)).toBe('2026-11-25T17:00:00');
    runOut(watch);
    const [made] = chasersOf(watch);
    expect(made!.state).toBe('leaves');
    expect(toLocal(made!.at!, ZONE)).toBe('2026-11-26T09:00:00');
    expect(stateOf(watch)).toBe('waiting');
    expect(inboxOf(desk).messages).toEqual([]);
    const chaser = findMessage(desk.store.db, made!.message)!;
    expect(chaser).toMatchObject({
      subject: 'Re: Crates',
      text: 'Has it come?',
    });
    expect(chaser.threadId).toBe(findMessage(desk.store.db, id)!.threadId);
    moveClock(desk, { set: made!.at! });
    await release(desk, made!.message);
    expect(readWatch(desk, watch).next).toBe('chaser 2 of 2 leaves by itself');
    expect(toLocal(readWatch(desk, watch).at!, ZONE)).toBe('2026-11-27T17:00:00');
  });

  it('is followed by as many as were wanted, and then it comes back', async () => {
    const { watch, id } = await sent(desk, { chasers: LEAVES });
    const gaps: number[] = [];
    for (const _ of [1, 2]) {
      runOut(watch);
      const { message, at } = lastOf(watch);
      moveClock(desk, { set: at! });
      await release(desk, message);
      gaps.push((readWatch(desk, watch).at! - desk.now()) / HOUR);
    }
    expect(gaps).toEqual([48, 72]);
    runOut(watch);
    expect(stateOf(watch)).toBe('ran-out');
    expect(inboxOf(desk).messages[0]).toMatchObject({ id, returnedWhy: { kind: 'silence', from: 'Ana' } });
    expect(chasersOf(watch)).toHaveLength(2);
  });

  it('at work leaves after the usual hold', async () => {
    ana();
    const { watch } = await sent(desk, { deadline: { hours: 1 }, chasers: LEAVES });
    const { at } = readWatch(desk, watch);
    runOut(watch);
    const { message } = lastOf(watch);
    expect(departureOf(message)).toMatchObject({ state: 'held' });
    expect(lastOf(watch).at).toBeGreaterThan(at!);
  });

  it('for review stands still, and the message comes back with the word of it', async () => {
    const { watch, id } = await sent(desk, { chasers: REVIEWED });
    runOut(watch);
    const made = lastOf(watch);
    expect(made).toMatchObject({ state: 'stands-still', at: null });
    expect(departureOf(made.message)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(inboxOf(desk).messages[0]).toMatchObject({
      id,
      returnedWhy: { kind: 'silence', from: 'Ana', chaser: 'Chaser 1 of 1 waits for your look.' },
    });
    expect(readWatch(desk, watch)).toMatchObject({
      state: 'waiting',
      next: 'chaser 1 of 1 waits for your look',
    });
  });

  it('says the usual words with the signature where nothing else was written', async () => {
    changeSettings(desk, { chaserText: 'A word?', signature: 'Mira' });
    const { watch } = await sent(desk, { chasers: { ...LEAVES, text: '' } });
    runOut(watch);
    expect(findMessage(desk.store.db, lastOf(watch).message)!.text).toBe('A word?\n\n-- \nMira');
  });

  it('goes to those who have not answered, each by themselves', async () => {
    const { watch, ids } = await sent(desk, {
      to: ['Ana <ana@x.example>', 'bo@x.example', 'cy@x.example'],
      settledBy: 'everyone',
      chasers: LEAVES,
    });
    await answer(ids[0]!);
    runOut(watch);
    const { message } = lastOf(watch);
    expect(toOf(message)).toEqual(['bo@x.example', 'cy@x.example']);
    expect(departuresOf(desk.store.db, message).map(({ reader }) => reader)).toEqual([
      'bo@x.example',
      'cy@x.example',
    ]);
    // Who answers meanwhile is left out.
    await answer(ids[0]!, 'bo@x.example');
    expect(toOf(message)).toEqual(['cy@x.example']);
    const left = departuresOf(desk.store.db, message).filter(({ state }) => state !== 'ended');
    expect(left.map(({ reader }) => reader)).toEqual(['cy@x.example']);
    await answer(ids[0]!, 'cy@x.example');
    expect(stateOf(watch)).toBe('settled');
    expect(findMessage(desk.store.db, message)!.deletedAt).not.toBeNull();
  });

  it('that cannot be made brings the message back, and says why', async () => {
    const { watch } = await sent(desk, { chasers: { ...LEAVES, text: 'Dear {{name}}, {{lamp}},' } });
    runOut(watch);
    expect(stateOf(watch)).toBe('ran-out');
    expect(inboxOf(desk).messages[0]!.returnedWhy!.chaser).toMatch(/^No chaser could be made: .*lamp/);
    expect(chasersOf(watch)).toEqual([]);
  });

  it('has its fields filled for who has not answered', async () => {
    const { watch } = await sent(desk, { chasers: { ...LEAVES, text: '{{address}}, {{room | any room}}.' } });
    runOut(watch);
    const { message } = lastOf(watch);
    const { db } = desk.store;
    const filled = fillMessage(desk, db, findMessage(db, message)!, departureOf(message));
    expect(filled.text).toMatch(/^ana@x\.example, any room\./);
  });

  it('of a wait that no answer ends is refused', () => {
    const id = draftOf(desk, ['ana@x.example']);
    const set = (settledBy: 'me' | 'anyone') =>
      watchMessage(desk, id, { deadline: { hours: 1 }, settledBy, chasers: LEAVES });
    expect(() => set('me')).toThrow(/chasers/);
    const { id: watch } = set('anyone');
    expect(() => changeWatch(desk, watch, { settledBy: 'me' })).toThrow(/chasers/);
  });
});

describe('an answer', () => {
  it('stops the chaser that is held, scheduled, or waits for review', async () => {
    for (const chasers of [LEAVES, REVIEWED]) {
      const { watch, ids } = await sent(desk, { chasers });
      runOut(watch);
      const { message } = lastOf(watch);
      await answer(ids[0]!);
      expect(stateOf(watch)).toBe('settled');
      expect(inboxOf(desk).messages.map(({ returnedWhy }) => returnedWhy?.kind)).not.toContain('silence');
      expect(departureOf(message).state).toBe('ended');
      expect(await claimDeparture(desk, departureOf(message).id)).toBeUndefined();
    }
  });

  it('in the second in which it would leave stops it: it waits until what came in has been read', async () => {
    const { watch, ids } = await sent(desk, { chasers: LEAVES });
    runOut(watch);
    const { message, at } = lastOf(watch);
    moveClock(desk, { set: at! });
    // Taken in by the server, and not read yet.
    const bytes = Buffer.from('x');
    desk.store.write((tx) => insertArrival(tx, { id: 'a', at: at!, size: 1, tries: 0 }, bytes));
    const claiming = claimDeparture(desk, departureOf(message).id);
    await answer(ids[0]!);
    desk.store.write((tx) => tx.run('DELETE FROM arrivals'));
    expect(await claiming).toBeUndefined();
    expect(stateOf(watch)).toBe('settled');
    expect(departureOf(message).state).toBe('ended');
  });

  it('that comes once it is leaving settles the wait, and no other follows', async () => {
    const { watch, ids } = await sent(desk, { chasers: LEAVES });
    runOut(watch);
    const { message, at } = lastOf(watch);
    moveClock(desk, { set: at! });
    await claimDeparture(desk, departureOf(message).id);
    await answer(ids[0]!);
    expect(stateOf(watch)).toBe('settled');
    expect(departureOf(message).state).toBe('releasing');
    expect(goTo(NOW + 9000 * HOUR)).toBe(0);
  });

  it('to the chaser is one to the message', async () => {
    const { watch } = await sent(desk, { chasers: LEAVES });
    runOut(watch);
    const { message, at } = lastOf(watch);
    moveClock(desk, { set: at! });
    const [id] = await release(desk, message);
    await answer(id!);
    expect(stateOf(watch)).toBe('settled');
  });

  it('that does not count stops nothing; overruled, the wait and its chasers go on', async () => {
    const { watch, ids } = await sent(desk, { chasers: LEAVES });
    const away = { from: 'Ana <ana@x.example>', subject: 'Out of office: Crates' };
    const headers = [`In-Reply-To: ${ids[0]!}`, 'Auto-Submitted: auto-replied'];
    runOut(watch);
    const { message } = lastOf(watch);
    await receiveMail(desk, mailOf({ ...away, headers }));
    expect(lastOf(watch)).toMatchObject({ message, state: 'leaves' });
    const { id: real } = await answer(ids[0]!);
    overrule(desk, watch, real, false);
    expect(stateOf(watch)).toBe('waiting');
    runOut(watch);
    expect(chasersOf(watch)).toMatchObject([{ state: 'leaves' }]);
  });

  it('leaves what somebody has worked on, standing still', async () => {
    const { watch, ids } = await sent(desk, { chasers: LEAVES });
    runOut(watch);
    const { message } = lastOf(watch);
    editMessage(desk, message, { text: 'Words of my own' });
    await answer(ids[0]!);
    expect(departureOf(message)).toMatchObject({ state: 'paused', pausedFor: 'wrote-first' });
    expect(findMessage(desk.store.db, message)!.deletedAt).toBeNull();
  });
});

describe('a chaser that does not leave', () => {
  it('since nobody looked, brings the message back once more, and none is made beside it; let go, it is waited on', async () => {
    const { watch, id } = await sent(desk, { chasers: { ...REVIEWED, times: 2 } });
    runOut(watch);
    const { message } = lastOf(watch);
    runOut(watch);
    expect(stateOf(watch)).toBe('ran-out');
    expect(chasersOf(watch)).toHaveLength(1);
    expect(inboxOf(desk).messages[0]).toMatchObject({
      id,
      returnedWhy: { chaser: 'Chaser 1 of 2 waits for your look.' },
    });
    approveDeparture(desk, departureOf(message).id);
    moveClock(desk, { advance: HOUR });
    await release(desk, message);
    expect(readWatch(desk, watch)).toMatchObject({ state: 'waiting', endedAt: null });
    expect(readWatch(desk, watch).at! - desk.now()).toBe(48 * HOUR);
    runOut(watch);
    expect(chasersOf(watch)).toMatchObject([{ state: 'left' }, { state: 'stands-still' }]);
  });

  it('is stopped by an answer after the deadline', async () => {
    const { watch, ids } = await sent(desk, { chasers: REVIEWED });
    runOut(watch);
    const { message } = lastOf(watch);
    runOut(watch);
    await answer(ids[0]!);
    expect(stateOf(watch)).toBe('settled');
    expect(departureOf(message).state).toBe('ended');
  });

  it('since it was refused, is gone once there is an answer', async () => {
    const { watch, ids } = await sent(desk, { chasers: LEAVES });
    runOut(watch);
    const { message, at } = lastOf(watch);
    moveClock(desk, { set: at! });
    await release(desk, message, ['ana@x.example']);
    expect(departureOf(message).state).toBe('failed');
    await answer(ids[0]!);
    expect(departureOf(message).state).toBe('ended');
  });

  it('does not wake a wait beside one that was begun meanwhile', async () => {
    const { watch, id } = await sent(desk, { chasers: REVIEWED });
    runOut(watch);
    const { message } = lastOf(watch);
    runOut(watch);
    const other = watchMessage(desk, id, { deadline: { hours: 5 } });
    approveDeparture(desk, departureOf(message).id);
    moveClock(desk, { advance: HOUR });
    await release(desk, message);
    expect([stateOf(watch), stateOf(other.id)]).toEqual(['ran-out', 'waiting']);
  });

  it('to several, of whom one has it already, is stopped for the rest', async () => {
    const to = ['ana@x.example', 'bo@x.example'];
    const { watch, ids } = await sent(desk, { to, chasers: LEAVES });
    runOut(watch);
    const { message, at } = lastOf(watch);
    moveClock(desk, { set: at! });
    const [first, second] = departuresOf(desk.store.db, message);
    const claim = (await claimDeparture(desk, first!.id))!;
    const outcomes = claim.envelope.addresses.map((address) => ({
      address,
      status: 'accepted' as const,
      answer: '',
    }));
    await finishAttempt(desk, first!.id, { outcomes, unanswered: false });
    await answer(ids[0]!);
    expect(departuresOf(desk.store.db, message).map(({ state }) => state)).toEqual(['sent', 'ended']);
    expect(await claimDeparture(desk, second!.id)).toBeUndefined();
  });
});

describe('the person', () => {
  it('who gives more time, or waits no more, has the chaser stopped', async () => {
    for (const change of [
      (watch: string) => changeWatch(desk, watch, { deadline: { hours: 400 } }),
      (watch: string) => changeWatch(desk, watch, { chasers: null }),
      (watch: string) => endWatch(desk, watch),
    ]) {
      const { watch } = await sent(desk, { chasers: LEAVES });
      runOut(watch);
      const { message } = lastOf(watch);
      change(watch);
      expect(departureOf(message).state).toBe('ended');
    }
  });

  it('who takes a chaser back is not sent another in its place, and the wait runs out', async () => {
    const { watch, id } = await sent(desk, { chasers: { ...LEAVES, times: 1 } });
    runOut(watch);
    takeBack(desk, departureOf(lastOf(watch).message).id);
    expect(lastOf(watch).state).toBe('withdrawn');
    expect(readWatch(desk, watch).next).toBe('it is back in the inbox');
    runOut(watch);
    expect(stateOf(watch)).toBe('ran-out');
    expect(inboxOf(desk).messages[0]!.id).toBe(id);
  });

  it('may give each copy its own, which names what that reader has', async () => {
    const id = draftOf(desk, ['ana@x.example', 'bo@x.example']);
    watchMessage(desk, id, { deadline: { hours: 24 }, chasers: LEAVES });
    plan(desk, id, true);
    const [toAna, toBo] = await release(desk, id);
    await answer(toAna!);
    goTo(NOW + 30 * HOUR);
    const rows = desk.store.db.all<{ message_id: string }>('SELECT message_id FROM watch_chasers');
    expect(rows.map((row) => toOf(row.message_id))).toEqual([['bo@x.example']]);
    expect(findMessage(desk.store.db, rows[0]!.message_id)!.inReplyTo).toBe(toBo);
  });
});
