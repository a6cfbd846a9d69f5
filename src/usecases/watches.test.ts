import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { inboxOf, NOW, tempDesk } from '#test/support/desk';
import { mailOf, type MailParts } from '#test/support/mail';
import * as watching from '#test/support/watching';
import { readWeek } from '#core/time/weekText';
import { toLocal } from '#core/time/wallClock';
import { historyOf } from '#store/journal';
import { insertArrival } from '#store/arrivals';
import { forgetDeleted } from '#store/expired';
import { moveClock } from './clock/sandbox';
import { pauseDeparture, releaseNow } from './departures/changeDeparture';
import { takeBack } from './departures/takeBack';
import type { Desk } from './desk';
import { Invalid, NotFound, Refused } from './errors';
import { receiveMail } from './incoming/receiveMail';
import { listReminders } from './incoming/reminders';
import { snooze } from './incoming/snooze';
import { undo } from './incoming/undo';
import { deleteMessage, restoreMessage } from './messages/deleteMessage';
import { readMessage } from './messages/readMessage';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';
import { addCorrespondent, addLeave, readCorrespondent } from './people/correspondents';
import { runWaker } from './wakers/wakers';
import { watchesWaker } from './wakers/watches';
import { chase } from './watches/chase';
import { overrule } from './watches/overrule';
import { changeWatch, endWatch, watchMessage } from './watches/setWatch';
import { suggestForMessage } from './watches/suggestDeadlines';
import { countWaiting, listWatches, readWatch, watchesInThread } from './watches/watchView';

const HOUR = 3_600_000;
const TEXT = 'Could you confirm by Thursday that the two crates have cleared customs?';
let desk: Desk;
beforeEach(() => {
  ({ desk } = tempDesk());
});

const receive = async (parts: MailParts) => (await receiveMail(desk, mailOf(parts))).id;
const goTo = (at: number) => {
  moveClock(desk, { set: at });
  return runWaker(desk, watchesWaker);
};

const release = (id: string, refused?: readonly string[]) => watching.release(desk, id, refused);
const draftOf = (to: string[]) => watching.draftOf(desk, to);
const plan = (id: string) => watching.plan(desk, id);
const sent = (writing?: Parameters<typeof watching.sent>[1]) => watching.sent(desk, writing);

const answer = (id: string, more: MailParts = {}) =>
  receive({
    from: 'Ana <ana@x.example>',
    subject: 'Re: Crates',
    headers: [`In-Reply-To: ${id}`, `References: ${id}`],
    ...more,
  });
const stateOf = (id: string) => readWatch(desk, id).state;
const endOf = (id: string) => readWatch(desk, id).at!;

describe('a watch', () => {
  it('begins when its message is released, and comes back when nobody answers, on the second', async () => {
    const id = draftOf(['Ana <ana@x.example>']);
    const { id: watch } = watchMessage(desk, id, { deadline: { hours: 24 }, note: 'call her' });
    expect(readWatch(desk, watch)).toMatchObject({ state: 'waiting', since: null, at: null });
    plan(id);
    moveClock(desk, { set: NOW + HOUR });
    await release(id);
    expect(readWatch(desk, watch)).toMatchObject({
      since: NOW + HOUR,
      at: NOW + 25 * HOUR,
      words: '24 hours',
    });
    expect(goTo(NOW + 25 * HOUR - 1000)).toBe(0);
    expect(goTo(NOW + 25 * HOUR)).toBe(1);
    expect(stateOf(watch)).toBe('ran-out');
    const [first] = inboxOf(desk).messages;
    expect(first).toMatchObject({
      id,
      returnedAt: NOW + 25 * HOUR,
      returnedWhy: { kind: 'silence', since: NOW + HOUR, from: 'Ana', note: 'call her' },
    });
    expect(listReminders(desk)).toMatchObject([{ kind: 'silence', words: 'Ana: Crates' }]);
    // Once.
    expect(goTo(NOW + 50 * HOUR)).toBe(0);
    expect(historyOf(desk.store.db, id).filter(({ what }) => what === 'silence')).toHaveLength(1);
  });

  it('of what never leaves never fires, and goes on where it is sent again', async () => {
    const id = draftOf(['Ana <ana@x.example>']);
    const { id: watch } = watchMessage(desk, id, { deadline: { hours: 1 } });
    const [departure] = plan(id);
    takeBack(desk, departure!.id);
    expect(goTo(NOW + 100 * HOUR)).toBe(0);
    expect(readWatch(desk, watch)).toMatchObject({ state: 'waiting', at: null });
    plan(id);
    await release(id);
    expect(readWatch(desk, watch).at).toBe(desk.now() + HOUR);
  });

  it('of one of several copies goes along when that is taken back, and stays for the others', async () => {
    const to = ['ana@x.example', 'bo@x.example'];
    const id = draftOf(to);
    watchMessage(desk, id, { deadline: { hours: 7 }, note: 'call' });
    const [toAna, toBo] = watching.plan(desk, id, true);
    const { messageId: own } = takeBack(desk, toAna!.id);
    const along = watchesInThread(desk, id);
    expect(new Set(along.map(({ messageId }) => messageId))).toEqual(new Set([id, own]));
    expect(along.map(({ state, note }) => `${state} ${note}`)).toEqual(['waiting call', 'waiting call']);
    await release(id);
    const { messageId: last } = takeBack(desk, watching.plan(desk, own)[0]!.id);
    expect(last).toBe(own);
    plan(own);
    await release(own);
    const all = watchesInThread(desk, id).map(({ messageId, copy, since }) => [
      messageId,
      copy,
      since !== null,
    ]);
    expect(all).toEqual(
      expect.arrayContaining([
        [id, 'bo@x.example', true],
        [own, '', true],
      ]),
    );
    expect(all).toHaveLength(2);
    expect(toBo!.reader).toBe('bo@x.example');
  });

  it('of several copies begins for the one that was paused while the others left', async () => {
    const id = draftOf(['ana@x.example', 'bo@x.example']);
    watchMessage(desk, id, { deadline: { hours: 7 } });
    const [toAna] = watching.plan(desk, id, true);
    pauseDeparture(desk, toAna!.id);
    const copies = () => watchesInThread(desk, id).map(({ copy, since }) => [copy, since !== null]);
    const leave = async (departure: string) => {
      const { envelope } = (await claimDeparture(desk, departure))!;
      const outcomes = envelope.addresses.map((address) => ({
        address,
        status: 'accepted' as const,
        answer: '',
      }));
      await finishAttempt(desk, departure, { outcomes, unanswered: false });
    };
    await leave(readMessage(desk, id).departures.find(({ state }) => state === 'scheduled')!.id);
    expect(copies()).toEqual(
      expect.arrayContaining([
        ['', false],
        ['bo@x.example', true],
      ]),
    );
    releaseNow(desk, toAna!.id);
    await leave(toAna!.id);
    expect(copies()).toEqual(
      expect.arrayContaining([
        ['ana@x.example', true],
        ['bo@x.example', true],
      ]),
    );
    expect(copies()).toHaveLength(2);
  });

  it('counts the reader’s working days, over their feast and their days off', async () => {
    addCorrespondent(desk, {
      name: 'Ana',
      addresses: ['ana@x.example'],
      zone: 'Asia/Kathmandu',
      week: readWeek('Su-Th 09:00-16:00'),
      leave: [{ from: '2026-11-30', to: '2026-11-30', note: '' }],
    });
    const { watch } = await sent({ deadline: { workingDays: 4, of: 'reader' } });
    const { at, words, theirs } = readWatch(desk, watch);
    expect(toLocal(at!, 'Asia/Kathmandu')).toBe('2026-12-01T16:00:00');
    expect(words).toBe('4 working days of Ana');
    expect(theirs).toMatchObject({ zone: 'Asia/Kathmandu', local: '2026-12-01T16:00:00' });
    expect([goTo(at! - 1000), goTo(at!)]).toEqual([0, 1]);
  });

  it('on what has left, or came in, counts from now', async () => {
    const { id, watch } = await sent();
    endWatch(desk, watch);
    moveClock(desk, { set: NOW + 5 * HOUR });
    expect(watchMessage(desk, id, { deadline: { hours: 2 } }).at).toBe(NOW + 7 * HOUR);
    const incoming = await receive({ id: 'in' });
    const more = watchMessage(desk, incoming, { deadline: { days: 1 } });
    expect(more.at).toBe(NOW + 29 * HOUR);
    await receive({ id: 'next', re: 'in' });
    expect(stateOf(more.id)).toBe('settled');
  });

  it('is one for each message', async () => {
    const { id, watch } = await sent();
    expect(watchMessage(desk, id, { deadline: { hours: 2 }, settledBy: 'everyone' }).id).toBe(watch);
    expect(listWatches(desk, 'waiting', 10)).toHaveLength(1);
  });

  it('brings back what was put off besides, once', async () => {
    const { id, watch } = await sent();
    snooze(desk, id, { until: NOW + 100 * HOUR });
    goTo(endOf(watch));
    expect(readMessage(desk, id).place).toBe('inbox');
    expect(readMessage(desk, id).snooze).toBeNull();
  });

  it('of a deleted draft waits with it, and is gone with it', () => {
    const id = draftOf(['Ana <ana@x.example>']);
    const { id: watch } = watchMessage(desk, id, { deadline: { hours: 24 } });
    deleteMessage(desk, id);
    expect([listWatches(desk, 'waiting', 10), countWaiting(desk)]).toEqual([[], 0]);
    restoreMessage(desk, id);
    expect(listWatches(desk, 'waiting', 10).map((each) => each.id)).toEqual([watch]);
    deleteMessage(desk, id);
    desk.store.write((tx) => forgetDeleted(tx, [id]));
    expect(() => readWatch(desk, watch)).toThrow(NotFound);
  });

  it('refuses what cannot be waited for', async () => {
    expect(() => watchMessage(desk, 'nothing', { deadline: { hours: 1 } })).toThrow(NotFound);
    const { id, watch } = await sent();
    const past = { local: '2026-11-24T10:00', zone: 'Etc/UTC' };
    expect(() => watchMessage(desk, id, { deadline: past })).toThrow(Invalid);
    expect(() =>
      watchMessage(desk, id, { deadline: { local: '2026-02-30T10:00', zone: 'Etc/UTC' } }),
    ).toThrow(Invalid);
    endWatch(desk, watch);
    expect(() => endWatch(desk, watch)).toThrow(Refused);
  });
});

describe('what comes in', () => {
  it('settles it, and is told with why', async () => {
    const { ids, watch } = await sent();
    const by = await answer(ids[0]!);
    expect(readWatch(desk, watch)).toMatchObject({
      state: 'settled',
      endedBy: by,
      readers: [{ name: 'Ana', answered: true }],
      considered: [{ message: by, counts: true, why: 'Ana wrote it; it names this message.' }],
    });
    expect(goTo(NOW + 100 * HOUR)).toBe(0);
  });

  it('from another address of theirs counts', async () => {
    addCorrespondent(desk, { name: 'Ana', addresses: ['ana@x.example', 'ana@phone.example'] });
    const { ids, watch } = await sent({ settledBy: 'this-person' });
    await answer(ids[0]!, { from: 'ana@phone.example' });
    expect(readWatch(desk, watch)).toMatchObject({
      state: 'settled',
      considered: [{ why: 'ana@phone.example wrote it from ana@phone.example; it names this message.' }],
    });
  });

  it.each<[string, MailParts, string]>([
    ['a machine', { headers: ['Auto-Submitted: auto-generated'] }, 'waiting'],
    [
      'an away-message',
      { subject: 'Automatic reply: Crates', headers: ['Auto-Submitted: auto-replied'] },
      'waiting',
    ],
    ['a subject alone', { headers: [] }, 'settled'],
    ['a quote alone', { subject: 'Customs', headers: [], text: `Yes!\n\n> ${TEXT}` }, 'settled'],
    ['another matter', { subject: 'Lunch', headers: [], text: 'Shall we?' }, 'waiting'],
    ['me, as a copy', { from: 'registrar@wrenfield.example' }, 'waiting'],
  ])('by %s', async (_what, parts, state) => {
    const { ids, watch } = await sent();
    const mine = desk.settings().me.address;
    const from = parts.from ? { from: mine } : {};
    await answer(ids[0]!, { ...parts, ...from });
    expect(stateOf(watch)).toBe(state);
    expect(readWatch(desk, watch).considered).toHaveLength(1);
  });

  it('from everyone is waited for, and who is missing is named', async () => {
    const to = ['Ana <ana@x.example>', 'Ben <ben@x.example>', 'Cleo <cleo@x.example>'];
    const { ids, watch } = await sent({ to, settledBy: 'everyone' });
    await answer(ids[0]!);
    await answer(ids[0]!, { from: 'Cleo <cleo@x.example>' });
    expect(stateOf(watch)).toBe('waiting');
    goTo(endOf(watch));
    expect(listReminders(desk)[0]!.words).toBe('Ben: Crates');
    expect(readWatch(desk, watch).readers.map(({ answered }) => answered)).toEqual([true, false, true]);
  });

  it('to one of several copies closes that reader’s alone', async () => {
    const to = ['Ana <ana@x.example>', 'Ben <ben@x.example>'];
    const { id } = await sent({ to, individual: true });
    const [ana] = listWatches(desk, 'waiting', 10).filter(({ copy }) => copy === 'ana@x.example');
    expect(
      listWatches(desk, 'waiting', 10)
        .map(({ copy }) => copy)
        .sort(),
    ).toEqual(['ana@x.example', 'ben@x.example']);
    // Ben’s, naming nothing, is not Ana’s answer; it is his.
    await answer('', { from: 'Ben <ben@x.example>', headers: [] });
    expect(listWatches(desk, 'waiting', 10).map(({ copy }) => copy)).toEqual(['ana@x.example']);
    // Watched anew it is each copy that waits still, with what was noted.
    const again = watchMessage(desk, id, { deadline: { hours: 50 } });
    expect([again.id, again.at]).toEqual([ana!.id, desk.now() + 50 * HOUR]);
    goTo(endOf(ana!.id));
    expect(listReminders(desk)[0]!.words).toBe('Ana: Crates');
    expect(readMessage(desk, id).place).toBe('inbox');
  });

  it('in the same second is the answer: nothing runs out while mail waits to be read', async () => {
    const { ids, watch } = await sent();
    const end = endOf(watch);
    moveClock(desk, { set: end });
    desk.store.write((tx) => insertArrival(tx, { id: 'x', at: end, size: 1, tries: 0 }, Buffer.from('x')));
    expect(watchesWaker.next(desk, desk.store.db, [])).toBeNull();
    expect(runWaker(desk, watchesWaker)).toBe(0);
    // What came after the deadline is no answer in time.
    desk.store.write((tx) => tx.run(`UPDATE arrivals SET at = at + 1`));
    expect(watchesWaker.next(desk, desk.store.db, [])).toBe(end);
    desk.store.write((tx) => tx.run(`DELETE FROM arrivals`));
    await answer(ids[0]!);
    expect(runWaker(desk, watchesWaker)).toBe(0);
    expect(stateOf(watch)).toBe('settled');
  });

  it('after the deadline ends it all the same, and it is not said to be without an answer any more', async () => {
    const { id, ids, watch } = await sent();
    goTo(endOf(watch));
    expect(readMessage(desk, id).returnedWhy).toMatchObject({ kind: 'silence' });
    moveClock(desk, { set: desk.now() + HOUR });
    const away = {
      subject: 'Out of office',
      headers: ['Auto-Submitted: auto-replied', `In-Reply-To: ${ids[0]!}`],
    };
    await answer(ids[0]!, away);
    expect(stateOf(watch)).toBe('ran-out');
    const late = await answer(ids[0]!);
    expect(readWatch(desk, watch)).toMatchObject({ state: 'settled', endedBy: late });
    expect(readMessage(desk, id)).toMatchObject({ place: 'inbox', returnedAt: null, returnedWhy: null });
    expect(inboxOf(desk).messages[0]).toMatchObject({ returnedAt: null });
  });

  it('undelivered comes back at once, with the reason', async () => {
    const { id, ids, watch } = await sent();
    const report = [
      'From: MAILER-DAEMON@x.example',
      'Subject: Undelivered',
      'MIME-Version: 1.0',
      'Content-Type: multipart/report; report-type=delivery-status; boundary=b',
      '',
      '--b',
      'Content-Type: message/delivery-status',
      '',
      'Reporting-MTA: dns; x.example',
      '',
      'Final-Recipient: rfc822; ana@x.example',
      'Action: failed',
      'Status: 5.1.1',
      'Diagnostic-Code: smtp; 550 5.1.1 no such mailbox',
      '',
      '--b',
      'Content-Type: text/rfc822-headers',
      '',
      `Message-ID: ${ids[0]!}`,
      '',
      '--b--',
    ];
    await receiveMail(desk, Buffer.from(report.join('\r\n')));
    expect(stateOf(watch)).toBe('undelivered');
    expect(readMessage(desk, id)).toMatchObject({
      place: 'inbox',
      returnedWhy: {
        kind: 'undelivered',
        from: 'Ana',
        words: expect.stringContaining('no such mailbox') as string,
      },
    });
  });

  it('while away offers their first day back as the deadline', async () => {
    addCorrespondent(desk, { name: 'Ana', addresses: ['ana@x.example'], zone: 'Asia/Kathmandu' });
    const { ids, watch } = await sent();
    await answer(ids[0]!, {
      subject: 'Automatic reply: Crates',
      headers: ['Auto-Submitted: auto-replied', `In-Reply-To: ${ids[0]!}`],
      text: 'I am travelling and back on 2 December.',
    });
    const { back } = readWatch(desk, watch);
    expect(back).toMatchObject({
      words: 'Ana is back on Wed 2 Dec',
      local: '2026-12-02T17:00',
      zone: 'Asia/Kathmandu',
    });
    changeWatch(desk, watch, { deadline: { local: back!.local, zone: back!.zone } });
    expect(readWatch(desk, watch).at).toBe(back!.at);
    // It is their leave, and is noted as that once.
    const { correspondent, from, to, words } = back!.leave!;
    expect([from, to, words]).toEqual(['2026-11-24', '2026-12-01', 'Ana is away until Tue 1 Dec']);
    for (const _ of [1, 2]) addLeave(desk, correspondent, { from, to, note: '' });
    expect(readCorrespondent(desk, correspondent).leave).toEqual([{ from, to, note: '' }]);
    expect(readWatch(desk, watch).back!.leave).toBeNull();
  });

  it('by a stranger who is away offers no leave to note', async () => {
    const { ids, watch } = await sent();
    const headers = ['Auto-Submitted: auto-replied', `In-Reply-To: ${ids[0]!}`];
    await answer(ids[0]!, { subject: 'Automatic reply: Crates', headers, text: 'Back on 2 December.' });
    expect(readWatch(desk, watch).back).toMatchObject({ leave: null });
  });
});

describe('the person', () => {
  it('may say that it counts, and that is remembered for its writer', async () => {
    const first = await sent();
    const auto = await answer(first.ids[0]!, {
      headers: ['Auto-Submitted: auto-generated', `In-Reply-To: ${first.ids[0]!}`],
    });
    expect(stateOf(first.watch)).toBe('waiting');
    overrule(desk, first.watch, auto, true);
    expect(readWatch(desk, first.watch)).toMatchObject({
      state: 'settled',
      considered: [{ counts: true, overruled: true }],
    });
    const second = await sent();
    await answer(second.ids[0]!, {
      headers: ['Auto-Submitted: auto-generated', `In-Reply-To: ${second.ids[0]!}`],
    });
    expect(stateOf(second.watch)).toBe('settled');
    overrule(desk, first.watch, auto, null);
    const third = await sent();
    await answer(third.ids[0]!, {
      headers: ['Auto-Submitted: auto-generated', `In-Reply-To: ${third.ids[0]!}`],
    });
    expect(stateOf(third.watch)).toBe('waiting');
  });

  it('may say that it does not: it is waited for again, and comes back at once where that is over', async () => {
    const { ids, watch } = await sent();
    const by = await answer(ids[0]!);
    overrule(desk, watch, by, false);
    expect(readWatch(desk, watch)).toMatchObject({ state: 'waiting', readers: [{ answered: false }] });
    overrule(desk, watch, by, true);
    expect(stateOf(watch)).toBe('settled');
    moveClock(desk, { set: NOW + 30 * HOUR });
    overrule(desk, watch, by, false);
    expect(stateOf(watch)).toBe('ran-out');
  });

  it('may chase those who have not answered, in the thread', async () => {
    const to = ['Ana <ana@x.example>', 'Ben <ben@x.example>'];
    const { id, ids, watch } = await sent({ to, settledBy: 'everyone' });
    await answer(ids[0]!);
    const draft = readMessage(desk, chase(desk, watch, 'A word, please.').id);
    expect(draft).toMatchObject({
      to: [{ name: 'Ben', address: 'ben@x.example' }],
      subject: 'Re: Crates',
      text: 'A word, please.',
      threadId: readMessage(desk, id).threadId,
      answering: true,
    });
    const { id: other } = watchMessage(desk, draftOf(to), { deadline: { hours: 1 } });
    expect(() => chase(desk, other, '')).toThrow(Refused);
  });

  it('may wait on, close it, and undo each', async () => {
    const { watch } = await sent();
    const end = endOf(watch);
    const keyed = (undoKey: string): Desk => ({ ...desk, undoKey });
    endWatch(keyed('close-it-1'), watch);
    expect(stateOf(watch)).toBe('ended');
    undo(desk, 'close-it-1');
    expect(readWatch(desk, watch)).toMatchObject({ state: 'waiting', at: end });
    goTo(end);
    changeWatch(keyed('wait-on-1'), watch, { deadline: { hours: 3 } });
    expect(readWatch(desk, watch)).toMatchObject({ state: 'waiting', at: end + 3 * HOUR });
    undo(desk, 'wait-on-1');
    expect(stateOf(watch)).toBe('ran-out');
    const id = await receive({ id: 'q' });
    const made = watchMessage(keyed('set-it-001'), id, { deadline: { days: 1 } });
    undo(desk, 'set-it-001');
    expect(() => readWatch(desk, made.id)).toThrow(NotFound);
  });
});

it('proposes how long to wait, from how long they have taken', async () => {
  for (let n = 0; n < 5; n++) {
    const { ids } = await sent();
    moveClock(desk, { set: desk.now() + (n + 1) * HOUR });
    await answer(ids[0]!);
  }
  const { id } = await sent();
  const [named, first, second] = suggestForMessage(desk, id).suggestions;
  // “…confirm by Thursday…”
  expect(named).toMatchObject({
    deadline: { local: '2026-11-26T17:00', zone: 'Europe/Lisbon' },
    words: 'that day',
  });
  expect(named!.why).toMatch(/^the text says “by Thursday”: /);
  expect(first).toMatchObject({ deadline: { hours: 5 }, words: '5 hours' });
  expect(first!.why).toMatch(/^nine in ten of 5 answers came within 5 h: /);
  expect(second).toMatchObject({ deadline: { workingDays: 1, of: 'me' } });
});

it('whatever happens in whatever order, it is in one state that its facts bear out, and fires once for each deadline', async () => {
  const op = fc.oneof(
    fc.record({ kind: fc.constant('advance' as const), hours: fc.integer({ min: 1, max: 9000 }) }),
    fc.record({ kind: fc.constant('extend' as const), hours: fc.integer({ min: 1, max: 300 }) }),
    fc.record({
      kind: fc.constantFrom(
        'answer' as const,
        'auto' as const,
        'close' as const,
        'undo' as const,
        'snooze' as const,
      ),
    }),
    fc.record({
      kind: fc.constant('overrule' as const),
      counts: fc.constantFrom(true, false, null),
      which: fc.nat(5),
    }),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.array(op, { maxLength: 14 }),
      fc.constantFrom('anyone' as const, 'everyone' as const),
      async (ops, settledBy) => {
        ({ desk } = tempDesk());
        const { id, ids, watch } = await sent({ settledBy });
        let fired = 0;
        let key = 0;
        const may = (work: () => unknown) => {
          try {
            work();
          } catch (error) {
            if (!(error instanceof Refused || error instanceof Invalid || error instanceof NotFound))
              throw error;
          }
        };
        const keyed = (): Desk => ({ ...desk, undoKey: `the-key-${++key}` });
        for (const each of ops) {
          const before = readWatch(desk, watch);
          if (each.kind === 'advance') fired += goTo(desk.now() + each.hours * HOUR);
          else if (each.kind === 'extend')
            may(() => changeWatch(keyed(), watch, { deadline: { hours: each.hours } }));
          else if (each.kind === 'close') may(() => endWatch(keyed(), watch));
          else if (each.kind === 'undo') may(() => undo(desk, `the-key-${key}`));
          else if (each.kind === 'snooze') may(() => snooze(keyed(), id, { until: desk.now() + HOUR }));
          else if (each.kind === 'overrule') {
            const considered = before.considered[each.which];
            if (considered) may(() => overrule(desk, watch, considered.message, each.counts));
            if (readWatch(desk, watch).state === 'ran-out' && before.state !== 'ran-out') fired++;
          } else
            await answer(ids[0]!, {
              headers: [
                `In-Reply-To: ${ids[0]!}`,
                ...(each.kind === 'auto' ? ['Auto-Submitted: auto-replied'] : []),
              ],
            });
          // What an undo brought back may be long past; the engine looks after every commit.
          fired += runWaker(desk, watchesWaker);
          const { state, at, endedBy, endedAt, considered } = readWatch(desk, watch);
          if (state === 'waiting') expect(at).toBeGreaterThan(desk.now());
          if (state === 'settled')
            expect(considered.find(({ message }) => message === endedBy)).toMatchObject({ counts: true });
          if (state === 'ran-out') expect(endedAt).toBeGreaterThanOrEqual(at!);
          expect(historyOf(desk.store.db, id).filter(({ what }) => what === 'silence')).toHaveLength(fired);
        }
        desk.store.close();
      },
    ),
    { numRuns: 25 },
  );
}, 60_000);
