import pino from 'pino';
import { describe, expect, it, onTestFinished } from 'vitest';
import { Engine } from '#engine/engine';
import { changeSettings } from '#usecases/changeSettings';
import { moveClock, readClock } from '#usecases/clock/sandbox';
import { retryDeparture } from '#usecases/departures/changeDeparture';
import { takeBack } from '#usecases/departures/takeBack';
import { readDeparture } from '#usecases/departures/departureView';
import type { Desk } from '#usecases/desk';
import { holdLock } from '#usecases/holdLock';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { snooze } from '#usecases/incoming/snooze';
import { createDraft } from '#usecases/messages/createDraft';
import { editMessage } from '#usecases/messages/editMessage';
import { readMessage } from '#usecases/messages/readMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { openMailServer } from '#usecases/release/mailServer';
import { NOW, tempDesk, inboxOf } from '../support/desk';
import { reply, startSink } from '../support/sink';
import { deliver } from '../support/lmtp';
import { startReader } from '../support/reader';
import { until } from '../support/until';

const log = pino({ level: process.env.OAK_LOG ?? 'silent' });

function startEngine(desk: Desk, smtpUrl: string | undefined): Engine {
  const mailServer = smtpUrl ? openMailServer(smtpUrl) : undefined;
  const engine = new Engine({ desk, log, mailServer });
  engine.start();
  onTestFinished(() => engine.stop());
  return engine;
}

function send(desk: Desk, subject: string, to = ['a@x.example']) {
  const { id } = createDraft(desk, { to, subject, text: `Text of ${subject}` });
  return scheduleMessage(desk, id, { kind: 'now' })[0]!;
}

function scheduleAt(desk: Desk, subject: string, local: string, zone: string) {
  const { id } = createDraft(desk, { to: ['a@x.example'], subject, text: 'x' });
  return scheduleMessage(desk, id, { kind: 'at', local, zone })[0]!;
}

const state = (desk: Desk, id: string) => readDeparture(desk, id).state;
const arrived = (desk: Desk) => until('the clock to arrive', () => readClock(desk).target === null);
const header = (source: string, name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(source)?.[1]?.trim();

describe('in a sandbox', () => {
  it('releases each on its second, in order, over a jump of days, with returns between', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    startEngine(desk, sink.url);
    const departures = [
      scheduleAt(desk, 'third', '2026-11-27T09:00', 'Australia/Adelaide'),
      scheduleAt(desk, 'first', '2026-11-25T08:30', 'Asia/Kathmandu'),
      scheduleAt(desk, 'second', '2026-11-25T08:30', 'America/St_Johns'),
    ];
    const { id } = await receiveMail(desk, Buffer.from('From: h@x.example\r\n\r\nhi'));
    snooze(desk, id, { until: Date.parse('2026-11-25T09:00:00Z') });
    moveClock(desk, { set: NOW + 5 * 86_400_000 });
    await arrived(desk);
    expect(sink.received.map(({ source }) => header(source, 'Subject'))).toEqual([
      'first',
      'second',
      'third',
    ]);
    expect(sink.received.map(({ source }) => header(source, 'Date'))).toEqual([
      'Wed, 25 Nov 2026 02:45:00 +0000',
      'Wed, 25 Nov 2026 12:00:00 +0000',
      'Thu, 26 Nov 2026 22:30:00 +0000',
    ]);
    for (const { id: departure, meant } of departures)
      expect(readDeparture(desk, departure).leftAt).toBe(meant);
    expect(readMessage(desk, id).returnedAt).toBe(Date.parse('2026-11-25T09:00:00Z'));
    expect(desk.now()).toBeGreaterThanOrEqual(NOW + 5 * 86_400_000);
    expect(desk.now()).toBeLessThan(NOW + 5 * 86_400_000 + 60_000);
  });

  it('keeps the second while the clock runs sixty times as fast', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    startEngine(desk, sink.url);
    moveClock(desk, { rate: 60 });
    const departures = Array.from({ length: 5 }, (_, index) => {
      changeSettings(desk, { holdSeconds: 10 + index });
      return send(desk, `${index}`);
    });
    await sink.until(5);
    for (const { id, meant } of departures) {
      await until('it to be sent', () => state(desk, id) === 'sent');
      expect(readDeparture(desk, id).leftAt).toBe(meant);
    }
  });

  it('releases a hundred of one second, each once', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    startEngine(desk, sink.url);
    const departures = Array.from({ length: 100 }, (_, index) =>
      scheduleAt(desk, `${index}`, '2026-11-25T12:00', 'Europe/Lisbon'),
    );
    moveClock(desk, { set: Date.parse('2026-11-25T12:00:00Z') });
    await arrived(desk);
    expect(departures.every(({ id }) => state(desk, id) === 'sent')).toBe(true);
    expect(new Set(sink.received.map(({ source }) => header(source, 'Message-ID'))).size).toBe(100);
    expect(sink.received).toHaveLength(100);
    expect(new Set(sink.received.map(({ source }) => header(source, 'Date')))).toEqual(
      new Set(['Wed, 25 Nov 2026 12:00:00 +0000']),
    );
  });
});

describe('a hold', () => {
  it('that is taken back never reaches the server, the others do', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    startEngine(desk, sink.url);
    const [first, second, third] = ['first', 'second', 'third'].map((subject) => send(desk, subject));
    takeBack(desk, second!.id);
    moveClock(desk, { advance: 3_600_000 });
    await arrived(desk);
    expect([first!, second!, third!].map(({ id }) => state(desk, id))).toEqual(['sent', 'draft', 'sent']);
    expect(sink.received.map(({ source }) => header(source, 'Subject')).sort()).toEqual(['first', 'third']);
  });

  it('survives a restart of the engine', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    const engine = startEngine(desk, sink.url);
    const { id } = send(desk, 'x');
    await engine.stop();
    startEngine(desk, sink.url);
    expect(state(desk, id)).toBe('held');
    moveClock(desk, { advance: 90_000 });
    await sink.until(1);
  });

  it('hidden recipients receive, and stand in no header', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    startEngine(desk, sink.url);
    const { id } = createDraft(desk, {
      to: ['a@x.example'],
      cc: ['c@x.example'],
      bcc: ['secret@x.example'],
      subject: 'x',
    });
    scheduleMessage(desk, id, { kind: 'now' });
    moveClock(desk, { advance: 90_000 });
    await sink.until(1);
    expect(sink.received[0]!.to).toEqual(['a@x.example', 'c@x.example', 'secret@x.example']);
    expect(sink.received[0]!.source).not.toContain('secret');
  });
});

describe('when the mail server', () => {
  it('puts one of several off, only that one is tried again, with the same bytes', async () => {
    const { desk } = tempDesk();
    let refusals = 2;
    const sink = await startSink(0, {
      onRcptTo({ address }, _session, done) {
        if (address === 'b@x.example' && refusals-- > 0)
          return done(reply(451, '4.7.1 Greylisted, come back'));
        done();
      },
    });
    startEngine(desk, sink.url);
    const { id } = send(desk, 'x', ['a@x.example', 'b@x.example']);
    moveClock(desk, { advance: 90_000 });
    await arrived(desk);
    const waiting = readDeparture(desk, id);
    expect(waiting).toMatchObject({ state: 'scheduled', attempts: 1 });
    expect(waiting.reason).toContain('Greylisted');
    moveClock(desk, { advance: 3_600_000 });
    await arrived(desk);
    expect(readDeparture(desk, id)).toMatchObject({ state: 'sent', attempts: 3 });
    expect(sink.received.map(({ to }) => to)).toEqual([['a@x.example'], ['b@x.example']]);
    expect(sink.received[1]!.source).toBe(sink.received[0]!.source);
  });

  it('is not there, it is tried until it is', async () => {
    const { desk } = tempDesk();
    const away = await startSink();
    await away.close();
    startEngine(desk, away.url);
    const { id } = send(desk, 'x');
    moveClock(desk, { advance: 90_000 });
    await until(
      'a first attempt',
      () => readDeparture(desk, id).attempts === 1 && state(desk, id) === 'scheduled',
    );
    await arrived(desk);
    const sink = await startSink(away.port);
    moveClock(desk, { advance: 3_600_000 });
    await arrived(desk);
    expect(state(desk, id)).toBe('sent');
    expect(sink.received).toHaveLength(1);
  });

  it('refuses, it says why and waits for me', async () => {
    const { desk } = tempDesk();
    let open = false;
    const sink = await startSink(0, {
      onRcptTo(_address, _session, done) {
        done(open ? undefined : reply(550, '5.1.1 Nobody of that name'));
      },
    });
    startEngine(desk, sink.url);
    const { id } = send(desk, 'x');
    moveClock(desk, { advance: 90_000 });
    await arrived(desk);
    expect(readDeparture(desk, id)).toMatchObject({ state: 'failed' });
    expect(readDeparture(desk, id).reason).toContain('Nobody of that name');
    open = true;
    retryDeparture(desk, id);
    await sink.until(1);
  });

  it('is not set, departures wait and the clock runs on', async () => {
    const { desk } = tempDesk();
    startEngine(desk, undefined);
    const { id } = send(desk, 'x');
    moveClock(desk, { advance: 3_600_000 });
    await arrived(desk);
    expect(state(desk, id)).toBe('held');
    expect(desk.now()).toBeGreaterThanOrEqual(NOW + 3_600_000);
  });
});

describe('under the system clock', () => {
  it('releases at the due moment, not before', async () => {
    const { desk } = tempDesk('real');
    const sink = await startSink();
    startEngine(desk, sink.url);
    const soon = new Date(Math.ceil(Date.now() / 1000) * 1000 + 1000).toISOString().slice(0, 19);
    const departure = scheduleAt(desk, 'x', soon, 'Etc/UTC');
    await sink.until(1);
    await until('it to be sent', () => state(desk, departure.id) === 'sent');
    expect(readDeparture(desk, departure.id).leftAt).toBeGreaterThanOrEqual(departure.meant);
    expect(Date.parse(header(sink.received[0]!.source, 'Date')!)).toBe(departure.meant);
  });

  it('sends what was changed, taken back or planned in the last seconds as it is by its moment', async () => {
    const { desk } = tempDesk('real');
    const sink = await startSink();
    startEngine(desk, sink.url);
    const moment = Math.ceil(Date.now() / 1000) * 1000 + 4000;
    const soon = new Date(moment).toISOString().slice(0, 19);
    const all = Array.from({ length: 40 }, (_, index) => scheduleAt(desk, `${index}`, soon, 'Etc/UTC'));
    // By then they have been made ready, most likely; whether they were or not is not to be told from what leaves.
    await until('the last seconds', () => moment - Date.now() < 2500);
    editMessage(desk, all[3]!.messageId, { text: 'Other words' });
    takeBack(desk, all[7]!.id);
    scheduleAt(desk, 'late', soon, 'Etc/UTC');
    await sink.until(40);
    await until('all to be sent', () => all.every(({ id }, n) => n === 7 || state(desk, id) === 'sent'));
    const sources = new Map(sink.received.map(({ source }) => [header(source, 'Subject'), source]));
    expect([...sources.keys()].sort()).toEqual(
      ['late', ...all.map((_, index) => `${index}`).filter((subject) => subject !== '7')].sort(),
    );
    expect(sink.received).toHaveLength(40);
    expect(sources.get('3')).toContain('Other words');
    expect(new Set(sink.received.map(({ source }) => header(source, 'Message-ID'))).size).toBe(40);
  });
});

it('takes mail in by LMTP, for me alone', async () => {
  const { desk } = tempDesk();
  const { me } = desk.settings();
  const reader = await startReader(desk);
  const take = (to: string) =>
    deliver(reader.lmtpPort, 'h@x.example', to, 'From: h@x.example\r\nSubject: Olá\r\n\r\nhi');
  expect(await take('someone@else.example')).toBe(false);
  expect(await take(me.address.toUpperCase())).toBe(true);
  await until('it to be read', () => inboxOf(desk).messages.length > 0);
  expect(inboxOf(desk).messages.map((each) => each.subject)).toEqual(['Olá']);
});

it('is the only one', async () => {
  const { dir } = tempDesk();
  const lock = await holdLock(dir, 'engine');
  const second = holdLock(dir, 'engine');
  lock.release();
  const held = await second;
  expect(held).toBeDefined();
  held.release();
});
