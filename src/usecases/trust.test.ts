/** Stopping, editing, lateness, a server out of reach, and what is in doubt. */
import { describe, expect, it, vi } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import { historyWords } from '#core/departure/history';
import { findDeparture } from '#store/departures';
import { lastSeq, noteChange } from '#store/journal';
import { loadTrouble } from '#store/accounts';
import { pauseDeparture, moveDeparture, releaseNow, resumeDeparture } from './departures/changeDeparture';
import { readDeparture } from './departures/departureView';
import { closeEditing, excuseSilence, LEASE_MS, openForEditing } from './departures/editLease';
import type { Desk } from './desk';
import { missedChanges } from './followChanges';
import { readHealth } from './health';
import { receiveMail } from './incoming/receiveMail';
import { createDraft } from './messages/createDraft';
import { editMessage } from './messages/editMessage';
import { readMessage } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { addCorrespondent, changeCorrespondent } from './people/correspondents';
import { claimDeparture } from './release/claimDeparture';
import { dueNow, nextRelease } from './release/dueWork';
import { BY_ENVIRONMENT } from './release/mailServer';
import { leasesWaker } from './wakers/leases';
import { queueWaker } from './wakers/queue';
import { runWaker } from './wakers/wakers';
import { finishAttempt } from './release/finishAttempt';
import { latestLeaves, pauseTooLate } from './release/lateStarts';
import { tryServersNow } from './release/serverTrouble';
import { moveClock } from './clock/sandbox';

const MINUTE = 60_000;
/** 08:30 in Kathmandu. */
const WEDNESDAY = Date.parse('2026-11-25T02:45:00Z');
const at = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' } as const;

/** No engine runs here, so the clock goes where it is sent. */
const goTo = (desk: Desk, moment: number) => moveClock(desk, { set: moment });

function plan(desk: Desk, kind: typeof at | { kind: 'now' }, to = ['p@x.example']) {
  const message = createDraft(desk, { to, subject: 'Crates', text: 'As written' });
  return scheduleMessage(desk, message.id, kind)[0]!;
}

async function unanswered(desk: Desk, to = ['p@x.example']) {
  const { id, due, messageId } = plan(desk, { kind: 'now' }, to);
  goTo(desk, due);
  await claimDeparture(desk, id);
  await finishAttempt(desk, id, { outcomes: [], unanswered: true });
  return { id, headerId: readMessage(desk, messageId).headerId! };
}

describe('a pause', () => {
  it('keeps what is left of a hold', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, { kind: 'now' });
    goTo(desk, NOW + 60_000);
    expect(pauseDeparture(desk, id)).toMatchObject({ state: 'paused', pausedFor: 'me' });
    goTo(desk, NOW + 10 * MINUTE);
    expect(dueNow(desk, BY_ENVIRONMENT, 5)).toEqual([]);
    const again = resumeDeparture(desk, id);
    expect(again).toMatchObject({ state: 'held', pausedFor: null });
    expect(again.due - desk.now()).toBeGreaterThan(25_000);
    expect(again.due - desk.now()).toBeLessThan(31_000);
    expect(again.meant).toBe(again.due);
  });

  it('goes on at the moment there was, or asks where that has passed', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    pauseDeparture(desk, id);
    expect(resumeDeparture(desk, id)).toMatchObject({ state: 'scheduled', due: WEDNESDAY });
    pauseDeparture(desk, id);
    goTo(desk, WEDNESDAY + MINUTE);
    expect(() => resumeDeparture(desk, id)).toThrow('moment has passed');
    expect(readDeparture(desk, id).state).toBe('paused');
    expect(releaseNow(desk, id).state).toBe('scheduled');
  });

  it('is kept where it is moved, unless it is to go on with that', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    pauseDeparture(desk, id);
    const later = { ...at, local: '2026-11-26T08:30' };
    expect(moveDeparture(desk, id, later)).toMatchObject({ state: 'paused', pausedFor: 'me' });
    expect(resumeDeparture(desk, id)).toMatchObject({
      state: 'scheduled',
      due: WEDNESDAY + 24 * 60 * MINUTE,
    });
    pauseDeparture(desk, id);
    expect(moveDeparture(desk, id, at, undefined, { goOn: true })).toMatchObject({
      state: 'scheduled',
      pausedFor: null,
    });
    pauseDeparture(desk, id);
    expect(moveDeparture(desk, id, { kind: 'now' })).toMatchObject({ state: 'paused', pausedFor: 'me' });
    expect(resumeDeparture(desk, id).state).toBe('held');
    pauseDeparture(desk, id);
    expect(moveDeparture(desk, id, { kind: 'now' }, undefined, { goOn: true }).state).toBe('held');
  });
});

describe('the editing lease', () => {
  it('stops the clock, and an unchanged message goes on as before', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    const token = openForEditing(desk, id)!;
    expect(readDeparture(desk, id)).toMatchObject({ state: 'paused', pausedFor: 'editing' });
    expect(openForEditing(desk, id, token)).toBe(token);
    expect(closeEditing(desk, id, token, 'leave')).toMatchObject({ state: 'scheduled', due: WEDNESDAY });
  });

  it('leaves a changed message paused until the person says go', () => {
    const { desk } = tempDesk();
    const { id, messageId } = plan(desk, at);
    const token = openForEditing(desk, id)!;
    editMessage(desk, messageId, { text: 'Half a sen' });
    expect(closeEditing(desk, id, token, 'leave')).toMatchObject({ state: 'paused', pausedFor: 'left-open' });
    expect(resumeDeparture(desk, id)).toMatchObject({ state: 'scheduled', due: WEDNESDAY });
  });

  it('saved goes on at its moment, or at the one chosen, or stays paused', () => {
    const { desk } = tempDesk();
    const { id, messageId } = plan(desk, at);
    const edit = () => {
      const token = openForEditing(desk, id)!;
      editMessage(desk, messageId, { text: 'Whole' });
      return token;
    };
    expect(closeEditing(desk, id, edit(), 'go-on')).toMatchObject({ state: 'scheduled', due: WEDNESDAY });
    const token = edit();
    moveDeparture(desk, id, { ...at, local: '2026-11-26T08:30' });
    expect(readDeparture(desk, id).state).toBe('paused');
    const due = WEDNESDAY + 24 * 60 * MINUTE;
    expect(closeEditing(desk, id, token, 'go-on')).toMatchObject({ state: 'scheduled', due });
    expect(closeEditing(desk, id, edit(), 'pause')).toMatchObject({ state: 'paused', pausedFor: 'me' });
  });

  it('asks where the moment passed meanwhile; merely closed it is held once more', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    const token = openForEditing(desk, id)!;
    goTo(desk, WEDNESDAY + MINUTE);
    expect(dueNow(desk, BY_ENVIRONMENT, 5)).toEqual([]);
    expect(() => closeEditing(desk, id, token, 'go-on')).toThrow('moment has passed');
    const closed = closeEditing(desk, id, token, 'leave');
    expect(closed).toMatchObject({ state: 'held', meant: WEDNESDAY });
    expect(closed.due).toBeGreaterThanOrEqual(WEDNESDAY + MINUTE + 90_000);
  });

  it('that dies leaves it paused, however long the clock here jumps meanwhile', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    const token = openForEditing(desk, id)!;
    openForEditing(desk, id, token);
    goTo(desk, WEDNESDAY + MINUTE);
    expect(runWaker(desk, leasesWaker)).toBe(0);
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + LEASE_MS });
    try {
      excuseSilence(desk, LEASE_MS);
      expect(runWaker(desk, leasesWaker)).toBe(0);
      vi.setSystemTime(Date.now() + LEASE_MS);
      expect(runWaker(desk, leasesWaker)).toBe(1);
    } finally {
      vi.useRealTimers();
    }
    expect(readDeparture(desk, id)).toMatchObject({ state: 'paused', pausedFor: 'left-open' });
    expect(() => openForEditing(desk, id, token)).toThrow('closed meanwhile');
  });

  it('that was gone as soon as it had come lets an unchanged message go on, and a changed one stay', () => {
    for (const changed of [false, true]) {
      const { desk } = tempDesk();
      const { id, messageId } = plan(desk, at);
      openForEditing(desk, id);
      if (changed) editMessage(desk, messageId, { text: 'Half a sen' });
      vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + LEASE_MS });
      try {
        expect(runWaker(desk, leasesWaker)).toBe(1);
      } finally {
        vi.useRealTimers();
      }
      expect(readDeparture(desk, id)).toMatchObject(
        changed ? { state: 'paused', pausedFor: 'left-open' } : { state: 'scheduled', due: WEDNESDAY },
      );
    }
  });

  it('of two windows: one closing leaves it stopped for the other, one saving decides', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    const [first, second] = [openForEditing(desk, id)!, openForEditing(desk, id)!];
    expect(closeEditing(desk, id, first, 'leave')).toMatchObject({ pausedFor: 'editing' });
    const third = openForEditing(desk, id)!;
    expect(closeEditing(desk, id, third, 'go-on').state).toBe('scheduled');
    expect(() => openForEditing(desk, id, second)).toThrow('closed meanwhile');
    expect(() => closeEditing(desk, id, second, 'go-on')).toThrow('closed meanwhile');
  });

  it('is not needed where nothing runs, and not given where it has left', async () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    pauseDeparture(desk, id);
    expect(openForEditing(desk, id)).toBeUndefined();
    const { id: gone } = await unanswered(desk);
    expect(() => openForEditing(desk, gone)).toThrow('It may have left');
  });
});

describe('lateness', () => {
  const reader = (desk: Desk, zone: string) =>
    addCorrespondent(desk, { name: 'P', zone, place: null, addresses: ['p@x.example'] });

  it.each([
    // Moment 08:30 in Kathmandu: until 17:00 there.
    ['Asia/Kathmandu', '2026-11-25T11:14:00Z', 0],
    ['Asia/Kathmandu', '2026-11-25T11:16:00Z', 1],
    // For a reader in Lisbon it is the night before: until 17:00 of that day.
    ['Europe/Lisbon', '2026-11-25T16:59:00Z', 0],
    ['Europe/Lisbon', '2026-11-25T17:01:00Z', 1],
  ])('to a reader in %s, at %s: %d paused', (zone, now, paused) => {
    const { desk } = tempDesk();
    reader(desk, zone);
    const { id } = plan(desk, at);
    goTo(desk, Date.parse(now));
    expect(pauseTooLate(desk, desk.now())).toBe(paused);
    expect(readDeparture(desk, id)).toMatchObject(
      paused ? { state: 'paused', pausedFor: 'late' } : { state: 'scheduled' },
    );
    expect(dueNow(desk, BY_ENVIRONMENT, 5)).toHaveLength(1 - paused);
  });

  it('one of which it cannot be told is not let go unasked, and stops no other', () => {
    const { desk } = tempDesk();
    reader(desk, 'Asia/Kathmandu');
    const broken = plan(desk, at);
    const { id: messageId } = createDraft(desk, { to: ['q@x.example'], subject: 'x', text: 'x' });
    const other = scheduleMessage(desk, messageId, at)[0]!;
    // As an older version, or another program, may have left it.
    desk.store.db.run(`UPDATE correspondents SET zone = 'Nowhere/At-All'`);
    goTo(desk, WEDNESDAY + 5 * MINUTE);
    expect(pauseTooLate(desk, desk.now())).toBe(1);
    expect(desk.store.db.all(`SELECT id FROM departures WHERE state = 'paused'`)).toEqual([
      { id: broken.id },
    ]);
    expect(readDeparture(desk, other.id).state).toBe('scheduled');
  });

  it('is no matter of a second attempt', async () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    goTo(desk, WEDNESDAY);
    await claimDeparture(desk, id);
    const outcomes = [{ address: 'p@x.example', status: 'deferred' as const, answer: '451 later' }];
    await finishAttempt(desk, id, { outcomes, unanswered: false });
    goTo(desk, WEDNESDAY + 3 * 24 * 60 * MINUTE);
    expect(pauseTooLate(desk, desk.now())).toBe(0);
  });
});

describe('a mail server out of reach', () => {
  const unreachable = { outcomes: [], unanswered: false, unreachable: 'The mail server is not there.' };

  async function down(desk: Desk) {
    const first = plan(desk, { kind: 'now' });
    goTo(desk, first.due);
    await claimDeparture(desk, first.id);
    return finishAttempt(desk, first.id, unreachable);
  }

  it('holds its queue back as one, and is tried by one for all', async () => {
    const { desk } = tempDesk();
    const first = await down(desk);
    expect(first).toMatchObject({ state: 'scheduled', attempts: 1 });
    const others = [plan(desk, { kind: 'now' }), plan(desk, { kind: 'now' })];
    goTo(desk, others[1]!.due);
    const trouble = loadTrouble(desk.store.db, '')!;
    expect(trouble.tries).toBe(1);
    goTo(desk, Math.max(desk.now(), trouble.nextTry));
    expect(runWaker(desk, queueWaker)).toBe(2);
    expect(runWaker(desk, queueWaker)).toBe(0);
    expect(dueNow(desk, BY_ENVIRONMENT, 10)).toEqual([expect.objectContaining({ id: first.id })]);
    expect(readHealth(desk, true).mailServer).toMatchObject({ trouble: unreachable.unreachable, waiting: 3 });
    expect(readDeparture(desk, others[0]!.id)).toMatchObject({ state: 'scheduled', waitsForServer: true });
    // In vain: later again, and nobody else has made an attempt.
    await claimDeparture(desk, first.id);
    await finishAttempt(desk, first.id, unreachable);
    const next = loadTrouble(desk.store.db, '')!;
    expect(next.tries).toBe(2);
    expect(next.nextTry - desk.now()).toBeGreaterThan(MINUTE);
    expect(dueNow(desk, BY_ENVIRONMENT, 10)).toEqual([]);
    expect(nextRelease(desk, BY_ENVIRONMENT)).toBe(next.nextTry);
    expect(readDeparture(desk, others[0]!.id).attempts).toBe(0);
    // By hand at once; then it answers, and all may go in due order, late as they are.
    tryServersNow(desk);
    await claimDeparture(desk, first.id);
    const outcomes = [{ address: 'p@x.example', status: 'accepted' as const, answer: '250' }];
    await finishAttempt(desk, first.id, { outcomes, unanswered: false });
    expect(loadTrouble(desk.store.db, '')).toBeUndefined();
    expect(() => tryServersNow(desk)).toThrow('Nothing is wrong');
    goTo(desk, desk.now() + 3 * 24 * 60 * MINUTE);
    expect(pauseTooLate(desk, desk.now())).toBe(0);
    expect(new Set(dueNow(desk, BY_ENVIRONMENT, 10).map(({ id }) => id))).toEqual(
      new Set(others.map(({ id }) => id)),
    );
  });

  it('leaves what waits takable back', async () => {
    const { desk } = tempDesk();
    const { id } = await down(desk);
    expect(pauseDeparture(desk, id).state).toBe('paused');
    expect(resumeDeparture(desk, id)).toMatchObject({ state: 'scheduled', attempts: 0 });
  });
});

it('my own mail, a copy to myself too, is nobody’s answer', async () => {
  const { desk } = tempDesk();
  const { id, messageId } = plan(desk, at, ['registrar@wrenfield.example', 'p@x.example']);
  const own = await receiveMail(
    desk,
    Buffer.from('From: Tamsin <Registrar@wrenfield.example>\r\nSubject: Re: Crates\r\n\r\nA copy'),
  );
  expect(own.direction).toBe('in');
  expect(readDeparture(desk, id).state).toBe('scheduled');
  expect(messageId).toBeTruthy();
});

it('who was away for more changes than are told at once is told to look anew', () => {
  const { desk } = tempDesk();
  const before = lastSeq(desk.store.db);
  const change = (times: number) =>
    desk.store.write((tx) => {
      for (let count = 0; count < times; count++) noteChange(tx, 'health', 'x');
    });
  change(999);
  expect(missedChanges(desk, before)).toHaveLength(999);
  change(5);
  expect(missedChanges(desk, before)).toBeUndefined();
});

describe('late', () => {
  it('is what was missed while nothing ran, not what waits its turn behind a slow server', () => {
    const { desk } = tempDesk();
    const { id } = plan(desk, at);
    goTo(desk, WEDNESDAY + 3 * 24 * 60 * MINUTE);
    // All was at work since long before its moment.
    expect(pauseTooLate(desk, NOW)).toBe(0);
    expect(readDeparture(desk, id).state).toBe('scheduled');
    expect(pauseTooLate(desk, desk.now())).toBe(1);
    expect(readDeparture(desk, id)).toMatchObject({ state: 'paused', pausedFor: 'late' });
  });

  it('two readers in one place have days of their own', () => {
    const { desk } = tempDesk();
    const leave = (from: string, to: string) => [{ from, to, note: '' }];
    const zone = 'Asia/Kathmandu';
    addCorrespondent(desk, {
      name: 'P',
      addresses: ['p@x.example'],
      zone,
      leave: leave('2026-11-25', '2026-11-27'),
    });
    addCorrespondent(desk, {
      name: 'Q',
      addresses: ['q@x.example'],
      zone,
      leave: leave('2026-12-01', '2026-12-02'),
    });
    const ends = (to: string[]) => {
      const { id } = createDraft(desk, { to, text: 'x' });
      const [departure] = scheduleMessage(desk, id, at);
      return latestLeaves(desk, desk.store.db, [findDeparture(desk.store.db, departure!.id)!]).get(
        departure!.id,
      )!;
    };
    const [p, q] = [ends(['p@x.example']), ends(['q@x.example'])];
    expect(q).toBeLessThan(p);
    expect(ends(['p@x.example', 'q@x.example'])).toBe(q);
    expect(ends(['q@x.example', 'p@x.example'])).toBe(q);
  });

  it('a paused copy moves with its reader’s zone too', () => {
    const { desk } = tempDesk();
    const person = addCorrespondent(desk, { name: 'P', addresses: ['p@x.example'], zone: 'Asia/Kathmandu' });
    const { id } = createDraft(desk, { to: ['p@x.example'], text: 'x' });
    const [copy] = scheduleMessage(desk, id, { kind: 'each-local', local: '2026-11-26T08:30' });
    pauseDeparture(desk, copy!.id);
    changeCorrespondent(desk, person.id, { zone: 'Asia/Tokyo' });
    const moved = Date.parse('2026-11-25T23:30:00Z');
    expect(readDeparture(desk, copy!.id)).toMatchObject({ state: 'paused', pausedFor: 'me', due: moved });
    expect(resumeDeparture(desk, copy!.id)).toMatchObject({ state: 'scheduled', due: moved });
  });
});

it('what is over the limit the mail server has named is not scheduled, and says by how much', async () => {
  const { desk } = tempDesk();
  const { id } = plan(desk, at);
  goTo(desk, WEDNESDAY);
  await claimDeparture(desk, id);
  const outcomes = [{ address: 'p@x.example', status: 'accepted' as const, answer: '250' }];
  await finishAttempt(desk, id, { outcomes, unanswered: false, maxSize: 300_000 });
  const { id: large } = createDraft(desk, { to: ['p@x.example'], text: 'x'.repeat(400_000) });
  expect(() => scheduleMessage(desk, large, { kind: 'now' })).toThrow(
    /would be 400 kB on its way.*takes 300 kB at most/,
  );
  const { id: small } = createDraft(desk, { to: ['p@x.example'], text: 'x'.repeat(200_000) });
  expect(scheduleMessage(desk, small, { kind: 'now' })).toHaveLength(1);
});

it('the history of one that left tells whose words are whose', async () => {
  const { desk } = tempDesk();
  const { id: message } = createDraft(desk, { to: ['p@x.example', 'q@x.example'], text: 'x' });
  const [departure] = scheduleMessage(desk, message, at);
  goTo(desk, WEDNESDAY);
  await claimDeparture(desk, departure!.id);
  await finishAttempt(desk, departure!.id, {
    outcomes: [
      { address: 'p@x.example', status: 'refused', answer: '550 No such user' },
      { address: 'q@x.example', status: 'accepted', answer: '250 Taken' },
    ],
    unanswered: false,
  });
  const { history, departures } = readMessage(desk, message);
  expect(history.map(historyWords).at(-1)).toBe('Accepted by the mail server: 250 Taken');
  expect(departures[0]).toMatchObject({ state: 'sent', reason: 'p@x.example: 550 No such user' });
});

describe('what is in doubt', () => {
  const mail = (headers: string, body = 'hi') =>
    Buffer.from(`From: Prakriti <p@x.example>\r\nSubject: Re: Crates\r\n${headers}\r\n\r\n${body}`);
  const report = (kind: string, fields: string, id: string) =>
    mail(
      `Content-Type: multipart/report; report-type=${kind}; boundary=b`,
      [
        '--b\r\nContent-Type: text/plain\r\n\r\nAbout your message.',
        `--b\r\nContent-Type: message/${kind}\r\n\r\n${fields}`,
        `--b\r\nContent-Type: text/rfc822-headers\r\n\r\nMessage-ID: ${id}\r\nSubject: Crates\r\n`,
        '--b--',
      ].join('\r\n'),
    );
  const delivery = (action: string, who = 'p@x.example') =>
    `Reporting-MTA: dns; mx.x.example\r\n\r\nFinal-Recipient: rfc822; ${who}\r\nAction: ${action}\r\nStatus: 5.1.1\r\nDiagnostic-Code: smtp; 550 5.1.1 nobody\r\n here`;

  it('is settled by an answer', async () => {
    const { desk } = tempDesk();
    const { id, headerId } = await unanswered(desk);
    await receiveMail(desk, mail('References: <other@x.example>'));
    expect(readDeparture(desk, id).state).toBe('unconfirmed');
    await receiveMail(desk, mail(`In-Reply-To: ${headerId}`));
    expect(readDeparture(desk, id)).toMatchObject({ state: 'sent', reason: null });
  });

  it.each([
    ['a bounce', 'delivery-status', delivery('failed'), 'failed'],
    ['a notice of delay', 'delivery-status', delivery('delayed'), 'sent'],
    ['a receipt of delivery', 'delivery-status', delivery('delivered'), 'sent'],
    ['a bounce for one of two', 'delivery-status', delivery('failed', 'q@x.example'), 'sent'],
    ['a receipt of reading', 'disposition-notification', 'Disposition: manual-action; displayed', 'sent'],
    ['a report about another message', 'delivery-status', delivery('failed'), 'unconfirmed'],
  ] as const)('after %s', async (name, kind, fields, state) => {
    const { desk } = tempDesk();
    const to = name.endsWith('of two') ? ['p@x.example', 'q@x.example'] : ['p@x.example'];
    const { id, headerId } = await unanswered(desk, to);
    await receiveMail(desk, report(kind, fields, name.includes('another') ? '<o@x.example>' : headerId));
    const departure = readDeparture(desk, id);
    expect(departure.state).toBe(state);
    if (state === 'failed') expect(departure.reason).toContain('550 5.1.1 nobody here');
    if (to.length > 1)
      expect(departure.readers.map((reader) => reader.status)).toEqual(['accepted', 'refused']);
  });
});
