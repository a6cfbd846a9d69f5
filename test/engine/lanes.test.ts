/** Accounts at work: each message by that of its identity, at its pace, and one that is down holds nothing else up. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import pino from 'pino';
import { describe, expect, it, onTestFinished } from 'vitest';
import { Engine } from '#engine/engine';
import { changeAccountRow, loadTrouble } from '#store/accounts';
import { addAccount, changeAccount, listAccounts, removeAccount } from '#usecases/accounts/accounts';
import { changeSettings } from '#usecases/changeSettings';
import { moveClock, readClock } from '#usecases/clock/sandbox';
import { readDeparture } from '#usecases/departures/departureView';
import type { Desk } from '#usecases/desk';
import { readHealth } from '#usecases/health';
import { createDraft } from '#usecases/messages/createDraft';
import { editMessage } from '#usecases/messages/editMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { openMailServer } from '#usecases/release/mailServer';
import { NOW, tempDesk } from '../support/desk';
import { freePort } from '../support/product';
import { startSink, type Sink } from '../support/sink';
import { until } from '../support/until';

const log = pino({ level: 'silent' });
const at = (moment: number) => ({
  kind: 'at' as const,
  local: new Date(moment).toISOString().slice(0, 19),
  zone: 'Etc/UTC',
});

function startEngine(desk: Desk, smtpUrl?: string) {
  const engine = new Engine({ desk, log, mailServer: smtpUrl ? openMailServer(smtpUrl) : undefined });
  engine.start();
  onTestFinished(() => engine.stop());
  return engine;
}

const arrived = (desk: Desk) => until('the clock to arrive', () => readClock(desk).target === null);
const heardOf = (desk: Desk) => until('the engine to be heard of', () => desk.engineRuns());

/** What is done in one go here keeps the engine of this process from giving signs of life; the clock waits only for one that does. */
async function goTo(desk: Desk, moment: number): Promise<void> {
  await heardOf(desk);
  moveClock(desk, { set: moment });
  await arrived(desk);
}

/** An account, and the identity that leaves through it. */
async function account(desk: Desk, address: string, port: number, more: { perMinute?: number } = {}) {
  const smtp = { host: '127.0.0.1', port, security: 'none' as const, user: '' };
  const { id } = await addAccount(desk, { address, password: '', smtp, untried: true, ...more });
  const identity = desk.settings().identities.find((each) => each.account === id)?.id ?? null;
  return { id, identity };
}

function plan(desk: Desk, identity: string | null, moment: number, subject = 'x') {
  const { id } = createDraft(desk, { to: ['a@x.example'], subject, text: 'x', identity });
  return scheduleMessage(desk, id, at(moment))[0]!;
}

const subjects = ({ received }: Sink) =>
  received.map(({ source }) => /^Subject: (.*)$/m.exec(source)![1]!.trim());

describe('accounts', () => {
  it('each message leaves through that of its identity; one that is down holds nothing else up', async () => {
    const { desk } = tempDesk();
    const [usual, loans] = [await startSink(), await startSink()];
    const down = await freePort();
    const second = await account(desk, 'loans@wrenfield.example', loans.port);
    const third = await account(desk, 'press@wrenfield.example', down);
    startEngine(desk, usual.url);
    await heardOf(desk);
    const stuck = Array.from({ length: 300 }, (_, n) => plan(desk, third.identity, NOW + 60_000 + n));
    const main = plan(desk, null, NOW + 61_000, 'main');
    const other = plan(desk, second.identity, NOW + 62_000, 'loans');
    await goTo(desk, NOW + 70_000);
    expect([subjects(usual), subjects(loans)]).toEqual([['main'], ['loans']]);
    expect(usual.received[0]!.from).not.toBe('loans@wrenfield.example');
    expect(loans.received[0]!.from).toBe('loans@wrenfield.example');
    for (const { id, meant } of [main, other])
      expect(readDeparture(desk, id)).toMatchObject({ state: 'sent', leftAt: meant, waitsForServer: false });
    expect(readDeparture(desk, stuck[7]!.id)).toMatchObject({ state: 'scheduled', waitsForServer: true });
    const { accounts, mailServer } = readHealth(desk, true);
    expect(mailServer).toMatchObject({ configured: true, trouble: null, waiting: 0 });
    expect(accounts.map(({ trouble, waiting }) => [trouble !== null, waiting])).toEqual([
      [false, 0],
      [false, 0],
      [true, 300],
    ]);
    expect(accounts[2]!.trouble).toMatch(/nothing listens there/);
    // It comes up elsewhere: told so, what waits leaves at once, and nothing twice.
    const sink = await startSink();
    await changeAccount(desk, third.id, {
      smtp: { host: '127.0.0.1', port: sink.port, security: 'none', user: '' },
    });
    await until('all to leave', () => sink.received.length >= 300);
    await until('none to wait', () => loadTrouble(desk.store.db, third.id) === undefined);
    expect(sink.received).toHaveLength(300);
    expect([usual.received.length, loans.received.length]).toEqual([1, 1]);
  });

  it('a server that hangs keeps nothing of another account waiting', async () => {
    const { desk } = tempDesk('real');
    changeSettings(desk, { me: { name: 'Me', address: 'me@x.example' } });
    const hanging = await startSink(0, { onMailFrom: () => {} });
    const usual = await startSink();
    const slow = await account(desk, 'slow@x.example', hanging.port);
    const engine = startEngine(desk, usual.url);
    onTestFinished(() => Promise.all([hanging.close(), engine.stop()]).then(() => {}));
    await heardOf(desk);
    const soon = (identity: string | null, ms: number) => {
      const { id } = createDraft(desk, { to: ['a@x.example'], text: 'x', identity });
      return scheduleMessage(desk, id, at(Date.now() + ms))[0]!;
    };
    const stuck = [soon(slow.identity, 1000), soon(slow.identity, 1000)];
    const prompt = soon(null, 2500);
    await usual.until(1);
    await until('it to be noted', () => readDeparture(desk, prompt.id).state === 'sent');
    for (const { id } of stuck) expect(readDeparture(desk, id).state).toBe('releasing');
    await hanging.close();
  });

  it('another identity takes its departure along, before and after it has been tried in vain', async () => {
    const { desk } = tempDesk();
    const down = await freePort();
    const loans = await startSink();
    const second = await account(desk, 'loans@wrenfield.example', loans.port);
    startEngine(desk, `smtp://127.0.0.1:${down}`);
    await heardOf(desk);
    const departure = plan(desk, null, NOW + 60_000, 'moves');
    const early = plan(desk, null, NOW + 600_000, 'moves early');
    const messageOf = (id: string) => readDeparture(desk, id).messageId;
    editMessage(desk, messageOf(early.id), { identity: second.identity });
    await goTo(desk, NOW + 70_000);
    expect(readDeparture(desk, departure.id)).toMatchObject({ state: 'scheduled', waitsForServer: true });
    // All who name no account leave through the other one from now on.
    changeSettings(desk, { account: second.id });
    await loans.until(1);
    expect(subjects(loans)).toEqual(['moves']);
    await until('it to be noted', () => readDeparture(desk, departure.id).state === 'sent');
    changeSettings(desk, { account: null });
    await goTo(desk, NOW + 610_000);
    expect(subjects(loans)).toEqual(['moves', 'moves early']);
    expect(loans.received.map(({ from }) => from)).toEqual([
      desk.settings().me.address,
      'loans@wrenfield.example',
    ]);
  });

  it('no more a minute than it may, also over a restart', async () => {
    const { desk } = tempDesk();
    const sink = await startSink();
    const { identity } = await account(desk, 'slow@wrenfield.example', sink.port, { perMinute: 4 });
    const engine = startEngine(desk);
    await heardOf(desk);
    const all = Array.from({ length: 14 }, (_, n) => plan(desk, identity, NOW + 60_000, `${n}`));
    await goTo(desk, NOW + 60_000);
    await until('four to leave', () => sink.received.length === 4);
    await engine.stop();
    startEngine(desk);
    await heardOf(desk);
    await goTo(desk, NOW + 600_000);
    expect(sink.received).toHaveLength(14);
    const times = all.map(({ id }) => readDeparture(desk, id).leftAt!).sort((a, b) => a - b);
    times.forEach((time, index) => {
      const fifth = times[index + 4];
      if (fifth !== undefined) expect(fifth - time).toBeGreaterThanOrEqual(60_000);
    });
    // And no slower: four of each minute.
    expect(times.at(-1)! - times[0]!).toBeLessThan(4 * 60_000);
  });

  it('taken off, what was to leave through it leaves through the usual one', async () => {
    const { desk } = tempDesk();
    const [usual, loans] = [await startSink(), await startSink()];
    const second = await account(desk, 'loans@wrenfield.example', loans.port);
    startEngine(desk, usual.url);
    await heardOf(desk);
    plan(desk, second.identity, NOW + 60_000, 'stays');
    desk.store.write((tx) => changeAccountRow(tx, second.id, { name: 'Loans' }));
    expect(listAccounts(desk).map(({ name, pending }) => [name, pending])).toEqual([['Loans', 1]]);
    removeAccount(desk, second.id);
    await goTo(desk, NOW + 70_000);
    expect([subjects(usual), subjects(loans)]).toEqual([['stays'], []]);
    // As the same identity as before.
    expect(usual.received[0]!.from).toBe('loans@wrenfield.example');
  });

  it('whose password cannot be read any more says so, and goes on once it is typed again', async () => {
    const { desk, dir } = tempDesk();
    const sink = await startSink();
    const { id, identity } = await account(desk, 'loans@wrenfield.example', sink.port);
    await changeAccount(desk, id, { password: 'geheim', untried: true });
    rmSync(join(dir, 'secret.key'));
    startEngine(desk);
    await heardOf(desk);
    plan(desk, identity, NOW + 60_000, 'waits');
    await goTo(desk, NOW + 70_000);
    expect(readHealth(desk, false).accounts[0]).toMatchObject({ waiting: 1 });
    expect(readHealth(desk, false).accounts[0]!.trouble).toMatch(/Type it again/);
    await changeAccount(desk, id, { password: 'geheim', untried: true });
    await sink.until(1);
    await until('nothing to be wrong', () => readHealth(desk, false).accounts[0]!.trouble === null);
  });
});
