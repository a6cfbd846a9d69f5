/** The engine on bad days: servers that are away, clocks that jump, a disk that is full, a machine that slept. */
import pino from 'pino';
import { describe, expect, it, onTestFinished, vi } from 'vitest';
import { NO_FAULTS } from '../../postoffice/faults';
import { Engine } from '../../src/engine/engine';
import { loadTrouble } from '../../src/store/mailServer';
import { openOutsideWorld } from '../../src/usecases/clock/outsideWorld';
import { moveClock, readClock } from '../../src/usecases/clock/sandbox';
import { listDepartures, readDeparture } from '../../src/usecases/departures/departureView';
import { openForEditing } from '../../src/usecases/departures/editLease';
import { openDesk, type Desk } from '../../src/usecases/desk';
import { readHealth } from '../../src/usecases/health';
import { receiveMail } from '../../src/usecases/incoming/receiveMail';
import { snooze } from '../../src/usecases/incoming/snooze';
import { createDraft } from '../../src/usecases/messages/createDraft';
import { scheduleMessage } from '../../src/usecases/messages/scheduleMessage';
import { openMailServer } from '../../src/usecases/release/mailServer';
import { NOW, tempDesk, inboxOf } from '../support/desk';
import { startPostOffice } from '../support/postOffice';
import { freePort } from '../support/product';
import { reply, startSink } from '../support/sink';
import { until } from '../support/until';

const log = pino({ level: process.env.OAK_LOG ?? 'silent' });
const HOUR = 3_600_000;

async function startEngine(desk: Desk, smtpUrl: string, more: { httpUrl?: string; lmtpPort?: number } = {}) {
  const engine = new Engine({
    ...{ desk, log },
    mailServer: openMailServer(smtpUrl),
    lmtpPort: more.lmtpPort ?? 0,
    outside: more.httpUrl ? openOutsideWorld(more.httpUrl) : undefined,
  });
  await engine.start();
  onTestFinished(() => engine.stop());
  return engine;
}

function at(desk: Desk, moment: number, subject = 'x', to = ['a@x.example']) {
  const { id } = createDraft(desk, { to, subject, text: 'x' });
  const local = new Date(moment).toISOString().slice(0, 19);
  return scheduleMessage(desk, id, { kind: 'at', local, zone: 'Etc/UTC' })[0]!;
}

/**
 * What is done in one go here keeps the engine of this process from giving signs of life; the clock waits only for one
 * that gives them.
 */
const heardOf = (desk: Desk) => until('the engine to be heard of', () => desk.engineRuns());
const arrived = (desk: Desk) => until('the clock to arrive', () => readClock(desk).target === null, 60_000);
const subjects = (sources: { source: string }[]) =>
  sources.map(({ source }) => /^Subject: (.*)$/m.exec(source)![1]!.trim());

it('a jump of a week over 500 due things does each on its second, answers between them, nothing late', async () => {
  const { desk, dir } = tempDesk();
  const lmtpPort = await freePort();
  const office = await startPostOffice(dir, lmtpPort);
  onTestFinished(() => office.close());
  await startEngine(desk, office.smtpUrl, { httpUrl: office.httpUrl, lmtpPort });
  // Odd moments, some of them shared; every tenth to someone who answers.
  const departures = Array.from({ length: 480 }, (_, index) => {
    const moment = NOW + HOUR + Math.floor(index / 2) * 2 * 1_249_000;
    return at(desk, moment, `${index}`, [index % 10 ? 'x@quiet.example' : 'bela@wrenfield.example']);
  });
  for (let index = 0; index < 20; index++) {
    const { id } = await receiveMail(desk, Buffer.from(`From: h@x.example\r\nSubject: s${index}\r\n\r\nhi`));
    snooze(desk, id, { until: NOW + (index + 1) * 8 * HOUR + 7000 });
  }
  await heardOf(desk);
  moveClock(desk, { set: NOW + 7 * 24 * HOUR });
  await arrived(desk);
  for (const { id, meant } of departures) {
    const { state, leftAt, attempts } = readDeparture(desk, id);
    expect({ state, leftAt, attempts }).toEqual({ state: 'sent', leftAt: meant, attempts: 1 });
  }
  const inbox = inboxOf(desk).messages;
  expect(inbox.filter((each) => each.returnedAt !== null)).toHaveLength(20);
  expect(inbox.filter((each) => /^s\d+$/.test(each.subject)).map((each) => each.returnedAt)).toEqual(
    Array.from({ length: 20 }, (_, index) => NOW + (20 - index) * 8 * HOUR + 7000),
  );
  // Answers came in between: written after what they answer, and within the week.
  const answers = inbox.filter((each) => each.subject.startsWith('Re: '));
  expect(answers.length).toBeGreaterThan(20);
  for (const { subject, at: came } of answers) {
    const { meant } = departures[Number(subject.slice(4))]!;
    expect(came).toBeGreaterThan(meant);
    expect(came).toBeLessThanOrEqual(NOW + 7 * 24 * HOUR);
  }
}, 60_000);

describe('a mail server', () => {
  it('that is down for an hour gets its queue in due order once it is back, tried meanwhile by one for all', async () => {
    const { desk, dir } = tempDesk();
    const office = await startPostOffice(dir);
    onTestFinished(() => office.close());
    office.faults.set({ ...NO_FAULTS, downUntil: NOW + 2 * HOUR });
    await startEngine(desk, office.smtpUrl, { httpUrl: office.httpUrl });
    const departures = Array.from({ length: 30 }, (_, index) =>
      at(desk, NOW + HOUR + index * 60_000, `${index}`),
    );
    await heardOf(desk);
    moveClock(desk, { set: NOW + HOUR + 30 * 60_000 });
    await arrived(desk);
    expect(readHealth(desk, true).mailServer.waiting).toBe(30);
    const tried = departures.map(({ id }) => readDeparture(desk, id).attempts).filter((count) => count > 0);
    expect(tried).toHaveLength(1);
    moveClock(desk, { set: NOW + 6 * HOUR });
    await arrived(desk);
    const left = departures.map(({ id }) => readDeparture(desk, id));
    expect(left.every(({ state }) => state === 'sent')).toBe(true);
    const moments = left.map(({ leftAt }) => leftAt!);
    expect(moments).toEqual([...moments].sort((a, b) => a - b));
    expect(loadTrouble(desk.store.db)).toBeUndefined();
  });

  it('that refuses the password is said to, and no message fails for it', async () => {
    const { desk } = tempDesk();
    const sink = await startSink(0, {
      disabledCommands: ['STARTTLS'],
      authOptional: false,
      onAuth: (_auth, _session, done) => done(reply(535, '5.7.8 Wrong password')),
    });
    await startEngine(desk, sink.url.replace('//', '//me:secret@'));
    const { id } = at(desk, NOW + HOUR);
    moveClock(desk, { set: NOW + HOUR + 1000 });
    await arrived(desk);
    expect(readDeparture(desk, id)).toMatchObject({ state: 'scheduled', waitsForServer: true });
    const words = loadTrouble(desk.store.db)!.trouble;
    expect(words).toMatch(/does not accept the user name or password in OAK_SMTP_URL.*Wrong password/);
    expect(words).not.toContain('secret');
  });

  it('that offers encryption and refuses it gets nothing unencrypted', async () => {
    const { desk, dir } = tempDesk();
    const office = await startPostOffice(dir);
    onTestFinished(() => office.close());
    office.faults.set({ ...NO_FAULTS, refuseStartTls: true });
    await startEngine(desk, office.smtpUrl, { httpUrl: office.httpUrl });
    at(desk, NOW + HOUR);
    moveClock(desk, { set: NOW + HOUR + 1000 });
    await arrived(desk);
    expect(loadTrouble(desk.store.db)!.trouble).toMatch(/offers encryption and then fails/);
    expect(office.counts('a@x.example').size).toBe(0);
  });

  it('whose certificate is nobody’s is not trusted', async () => {
    const { desk } = tempDesk();
    // The server's built-in certificate is signed by itself, and long expired.
    const sink = await startSink(0, { secure: true, disabledCommands: ['AUTH'] });
    await startEngine(desk, sink.url.replace('smtp:', 'smtps:'));
    at(desk, NOW + HOUR);
    moveClock(desk, { set: NOW + HOUR + 1000 });
    await arrived(desk);
    expect(loadTrouble(desk.store.db)!.trouble).toMatch(/cannot be trusted: its certificate/);
    expect(sink.received).toEqual([]);
  });
});

it('an answer that the disk does not take is kept as soon as it does', async () => {
  const { desk, dir } = tempDesk();
  const other = openDesk(dir);
  onTestFinished(() => other.store.close());
  const failed: string[] = [];
  const sink = await startSink(0, {
    onData(stream, _session, done) {
      stream.resume();
      stream.on('end', () => {
        desk.store.db.run('PRAGMA query_only = ON');
        done(null, '2.0.0 Taken');
      });
    },
  });
  const engine = new Engine({
    desk,
    log: pino({ level: 'error' }, { write: (line: string) => void failed.push(line) }),
    mailServer: openMailServer(sink.url),
    lmtpPort: 0,
  });
  await engine.start();
  onTestFinished(() => engine.stop());
  const { id } = at(desk, NOW + HOUR);
  moveClock(other, { set: NOW + HOUR });
  await until('the disk to refuse the answer', () =>
    failed.some((line) => line.includes('could not be kept')),
  );
  expect(readDeparture(other, id).state).toBe('releasing');
  desk.store.db.run('PRAGMA query_only = OFF');
  await until('it to be kept', () => readDeparture(other, id).state === 'sent');
  expect(readDeparture(other, id).readers[0]!.answer).toContain('Taken');
});

describe('the clock of the machine', () => {
  const shift = (by: number) => {
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + by, shouldAdvanceTime: true });
    onTestFinished(() => void vi.useRealTimers());
  };

  it('set forward by forty days is noticed at once, and what is due then leaves', async () => {
    const { desk } = tempDesk('real');
    const sink = await startSink();
    await startEngine(desk, sink.url);
    const moment = Math.ceil(Date.now() / 1000) * 1000 + 40 * 24 * HOUR;
    const { id } = at(desk, moment);
    shift(40 * 24 * HOUR + 1000);
    await until('it to leave', () => readDeparture(desk, id).state === 'sent', 4000);
    expect(readDeparture(desk, id).leftAt).toBeGreaterThanOrEqual(moment);
  });

  it('set back has what is due wait for its moment', async () => {
    const { desk } = tempDesk('real');
    const sink = await startSink();
    const engine = await startEngine(desk, sink.url);
    const { id } = at(desk, Math.ceil(Date.now() / 1000) * 1000 + 2000);
    shift(-HOUR);
    const looks = new Set<string>();
    // Longer than the two seconds after which it would have left.
    await until('heartbeats', () => {
      looks.add(readDeparture(desk, id).state);
      return engine.heartbeats >= 5;
    });
    expect(looks).toEqual(new Set(['scheduled']));
    vi.useRealTimers();
    await until('it to leave', () => readDeparture(desk, id).state === 'sent');
  });

  it('that jumps over a sleep does not end what is open for editing', async () => {
    const { desk } = tempDesk('real');
    const sink = await startSink();
    const engine = await startEngine(desk, sink.url);
    const { id } = at(desk, Math.ceil(Date.now() / 1000) * 1000 + 24 * HOUR);
    openForEditing(desk, id);
    shift(HOUR);
    // Two heartbeats: the first notices the jump.
    await until('heartbeats', () => engine.heartbeats >= 3);
    expect(readDeparture(desk, id)).toMatchObject({ state: 'paused', pausedFor: 'editing' });
  });
});

describe('after a sleep', () => {
  it('what is overdue leaves in due order, and what is too late pauses and asks', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    // Nothing runs; the clock goes on. Wednesday night, and a moment early that day.
    const early = at(desk, Date.parse('2026-11-25T09:00:00Z'), 'too late');
    const overdue = Array.from({ length: 40 }, (_, index) =>
      at(desk, Date.parse('2026-11-25T18:00:00Z') + ((index * 7) % 40) * 60_000, `${(index * 7) % 40}`),
    );
    moveClock(desk, { set: Date.parse('2026-11-25T22:00:00Z') });
    await startEngine(desk, sink.url);
    await sink.until(40);
    expect(subjects(sink.received)).toEqual(overdue.map((_, index) => `${index}`));
    expect(readDeparture(desk, early.id)).toMatchObject({ state: 'paused', pausedFor: 'late' });
    expect(listDepartures(desk, { states: ['paused'], limit: 10 }).departures).toHaveLength(1);
  });
});
