/** The engine on bad days: servers that are away, clocks that jump, a disk that is full, a machine that slept. */
import pino from 'pino';
import { describe, expect, it, onTestFinished, vi } from 'vitest';
import { NO_FAULTS } from '#postoffice/faults';
import { Engine } from '#engine/engine';
import { changeSettings } from '#usecases/changeSettings';
import { loadTrouble, saveTrouble } from '#store/accounts';
import { openOutsideWorld } from '#usecases/clock/outsideWorld';
import { moveClock, readClock } from '#usecases/clock/sandbox';
import { listDepartures, readDeparture } from '#usecases/departures/departureView';
import { openForEditing } from '#usecases/departures/editLease';
import { openDesk, type Desk } from '#usecases/desk';
import { healthMark, readHealth } from '#usecases/health';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { snooze } from '#usecases/incoming/snooze';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { openMailServer } from '#usecases/release/mailServer';
import { tryServersNow } from '#usecases/release/serverTrouble';
import { NOW, tempDesk, inboxOf } from '../support/desk';
import { startPostOffice } from '../support/postOffice';
import { freePort } from '../support/product';
import { startReader } from '../support/reader';
import { fewConnections, reply, startSink } from '../support/sink';
import { patient, until } from '../support/until';

const log = pino({ level: process.env.OAK_LOG ?? 'silent' });
const HOUR = 3_600_000;

async function startEngine(desk: Desk, smtpUrl: string, more: { httpUrl?: string; lmtpPort?: number } = {}) {
  const engine = new Engine({
    desk,
    log,
    mailServer: openMailServer(smtpUrl),
    outside: more.httpUrl ? openOutsideWorld(more.httpUrl) : undefined,
  });
  engine.start();
  onTestFinished(() => engine.stop());
  if (more.lmtpPort) await startReader(desk, more.lmtpPort);
  return engine;
}

function at(desk: Desk, moment: number, subject = 'x', to = ['a@x.example']) {
  const { id } = createDraft(desk, { to, subject, text: 'x' });
  const local = new Date(moment).toISOString().slice(0, 19);
  return scheduleMessage(desk, id, { kind: 'at', local, zone: 'Etc/UTC' })[0]!;
}

/** Sends at once. */
const senderOf = (desk: Desk) => (subject: string, to: string) =>
  scheduleMessage(desk, createDraft(desk, { to: [to], subject, text: 'x' }).id, { kind: 'now' })[0]!;

/**
 * What is done in one go here keeps the engine of this process from giving signs of life; the clock waits only for one
 * that gives them.
 */
const heardOf = (desk: Desk) => until('the engine to be heard of', () => desk.engineRuns());
const arrived = (desk: Desk) => until('the clock to arrive', () => readClock(desk).target === null, 60_000);
const subjects = (sources: { source: string }[]) =>
  sources.map(({ source }) => /^Subject: (.*)$/m.exec(source)![1]!.trim());

it(
  'a jump of a week over 500 due things does each on its second, answers between them, nothing late',
  async () => {
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
      const { id } = await receiveMail(
        desk,
        Buffer.from(`From: h@x.example\r\nSubject: s${index}\r\n\r\nhi`),
      );
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
  },
  patient(60_000),
);

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
    expect(loadTrouble(desk.store.db, '')).toBeUndefined();
  });

  it('that hangs on one attempt keeps neither the next from trying, nor the button from telling the truth', async () => {
    const { desk } = tempDesk();
    // Out of reach at first; then it takes connections, and answers nothing on the first.
    const port = await freePort();
    await startEngine(desk, `smtp://127.0.0.1:${port}`);
    const departures = [1, 2, 3].map((n) => at(desk, NOW + 1000, `${n}`));
    moveClock(desk, { set: NOW + 10_000 });
    await until('trouble', () => loadTrouble(desk.store.db, ''));
    let asked = 0;
    const release: (() => void)[] = [];
    const sink = await startSink(port, {
      onMailFrom: (_address, _session, done) => (asked++ === 0 ? void release.push(() => done()) : done()),
    });
    tryServersNow(desk);
    await until('one to hang', () => asked === 1);
    expect(readHealth(desk, true).mailServer).toMatchObject({ trying: true, waiting: 2 });
    expect(() => tryServersNow(desk)).toThrow(/being tried right now/);
    // Half a minute later it may be tried beside the one that hangs.
    const trouble = loadTrouble(desk.store.db, '')!;
    desk.store.write((tx) => saveTrouble(tx, { ...trouble, tryingSince: Date.now() - 31_000 }));
    expect(readHealth(desk, true).mailServer.trying).toBe(false);
    tryServersNow(desk);
    await sink.until(2);
    expect(loadTrouble(desk.store.db, '')).toBeUndefined();
    release[0]!();
    await sink.until(3);
    await until('all to be sent', () =>
      departures.every(({ id }) => readDeparture(desk, id).state === 'sent'),
    );
    expect(subjects(sink.received).sort()).toEqual(['1', '2', '3']);
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
    const words = loadTrouble(desk.store.db, '')!.trouble;
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
    expect(loadTrouble(desk.store.db, '')!.trouble).toMatch(/offers encryption and then fails/);
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
    expect(loadTrouble(desk.store.db, '')!.trouble).toMatch(/cannot be trusted: its certificate/);
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
  });
  engine.start();
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

describe('a server that stalls for one message', () => {
  it.each(['at a reader', 'after the final dot'] as const)(
    '%s: others leave by other connections meanwhile, and it says what it waits for',
    async (stage) => {
      const { desk } = tempDesk('real');
      changeSettings(desk, { holdSeconds: 0 });
      let stalled: (() => void) | undefined;
      const stall = (go: () => void) => {
        if (stalled) go();
        else stalled = go;
      };
      const sink = await startSink(0, {
        onRcptTo({ address }, _session, done) {
          if (stage === 'at a reader' && address.startsWith('stalled')) stall(() => done());
          else done();
        },
        onData(stream, session, done) {
          stream.resume();
          stream.on('end', () => {
            const stalls = session.envelope.rcptTo[0]!.address.startsWith('stalled');
            if (stage === 'after the final dot' && stalls) stall(() => done());
            else done();
          });
        },
      });
      await startEngine(desk, sink.url);
      const send = senderOf(desk);
      const first = send('Stalled', 'stalled@x.example');
      await until('it to stall', () => stalled);
      await until('that to be said', () => {
        const { state, reason } = readDeparture(desk, first.id);
        return state === 'releasing' && /5 minutes|up to 10 minutes/.test(reason ?? '');
      });
      const others = Array.from({ length: 30 }, (_, n) => send(`Other ${n}`, 'a@x.example'));
      await until('the others to leave', () =>
        others.every(({ id }) => readDeparture(desk, id).state === 'sent'),
      );
      expect(readDeparture(desk, first.id).state).toBe('releasing');
      stalled!();
      await until('it to leave too', () => readDeparture(desk, first.id).state === 'sent');
    },
  );
});

it('a server that takes two connections: what is due leaves over those, also while one of them stalls, and nothing is said against it', async () => {
  const { desk } = tempDesk('real');
  changeSettings(desk, { holdSeconds: 0 });
  let goOn: (() => void) | undefined;
  const few = fewConnections(2);
  const sink = await startSink(0, {
    ...few,
    onRcptTo({ address }, _session, done) {
      if (address.startsWith('stalled')) goOn = () => done();
      else done();
    },
  });
  await startEngine(desk, sink.url);
  const send = senderOf(desk);
  const stalled = send('Stalled', 'stalled@x.example');
  await until('it to stall', () => goOn);
  const others = Array.from({ length: 60 }, (_, n) => send(`Other ${n}`, 'a@x.example'));
  await until('the others to leave', () =>
    others.every(({ id }) => readDeparture(desk, id).state === 'sent'),
  );
  expect(readDeparture(desk, stalled.id).state).toBe('releasing');
  expect(readHealth(desk, true).mailServer.trouble).toBeNull();
  expect(sink.received).toHaveLength(60);
  goOn!();
  await until('it to leave too', () => readDeparture(desk, stalled.id).state === 'sent');
  expect(few.refused).toBeGreaterThan(0);
});

it('while the disk is full, what is overdue says why, on every view; and leaves once there is room', async () => {
  const { desk, dir } = tempDesk();
  const other = openDesk(dir);
  onTestFinished(() => other.store.close());
  const sink = await startSink();
  await startEngine(desk, sink.url);
  // Long enough that its bytes need room of their own.
  const { id: messageId } = createDraft(desk, {
    to: ['a@x.example'],
    subject: 'x',
    text: 'long '.repeat(100_000),
  });
  const plan = {
    kind: 'at',
    local: new Date(NOW + HOUR).toISOString().slice(0, 19),
    zone: 'Etc/UTC',
  } as const;
  const { id } = scheduleMessage(desk, messageId, plan)[0]!;
  expect(readHealth(other, true).disk).toEqual({ trouble: null, waiting: 0 });
  const quiet = healthMark(other);
  const pages = desk.store.db.get<{ page_count: number }>('PRAGMA page_count').page_count;
  desk.store.db.run(`PRAGMA max_page_count = ${pages}`);
  moveClock(other, { set: NOW + HOUR });
  await until('it to be said', () => readHealth(other, true).disk.trouble !== null);
  expect(readHealth(other, true).disk).toEqual({
    trouble: expect.stringMatching(/^The disk is full/) as string,
    waiting: 1,
  });
  expect(healthMark(other)).not.toBe(quiet);
  expect(readDeparture(other, id)).toMatchObject({
    state: 'scheduled',
    waitsForDisk: true,
    waitsForServer: false,
    reason: expect.stringMatching(/^The disk is full/) as string,
  });
  desk.store.db.run('PRAGMA max_page_count = 1000000');
  await until('it to leave', () => readDeparture(other, id).state === 'sent');
  expect(readHealth(other, true).disk.trouble).toBeNull();
  expect(readDeparture(other, id).reason).toBeNull();
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

  const heldFor = (desk: Desk, holdSeconds: number) => {
    changeSettings(desk, { holdSeconds });
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'held', text: 'x' });
    return scheduleMessage(desk, id, { kind: 'now' })[0]!;
  };

  it.each([
    ['back by a day', -24 * HOUR],
    ['forward by a day', 24 * HOUR],
  ])('set %s leaves a hold its seconds: no day more, and no second less', async (_way, by) => {
    const { desk } = tempDesk('real');
    const sink = await startSink();
    const engine = await startEngine(desk, sink.url);
    const begun = performance.now();
    const { id } = heldFor(desk, 10);
    shift(by);
    // Several heartbeats, each of which might release it.
    await until('heartbeats', () => engine.heartbeats >= 4);
    expect(readDeparture(desk, id)).toMatchObject({ state: 'held' });
    expect(Math.abs(readDeparture(desk, id).due - Date.now())).toBeLessThan(10_000);
    await until('it to leave', () => readDeparture(desk, id).state === 'sent', 20_000);
    expect(performance.now() - begun).toBeGreaterThan(9000);
    expect(Math.abs(readDeparture(desk, id).leftAt! - Date.now())).toBeLessThan(5000);
  });

  it('set back while nothing ran leaves a hold its length, counted anew', async () => {
    const { desk } = tempDesk('real');
    const { id } = heldFor(desk, 10);
    shift(-24 * HOUR);
    const sink = await startSink();
    await startEngine(desk, sink.url);
    const { due } = readDeparture(desk, id);
    expect(due - Date.now()).toBeGreaterThan(5000);
    expect(due - Date.now()).toBeLessThan(10_500);
  });

  it('set back in a sandbox does not stop its clock', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    const engine = await startEngine(desk, sink.url);
    moveClock(desk, { rate: 60 });
    shift(-24 * HOUR);
    await until('heartbeats', () => engine.heartbeats >= 3);
    const before = desk.now();
    await until('the clock to go on', () => desk.now() > before + 30_000);
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
