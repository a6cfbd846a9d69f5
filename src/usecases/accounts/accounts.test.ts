/** Accounts: tried before they are kept, with words for what is wrong, and their passwords in no file. */
import dnsPacket from 'dns-packet';
import { createSocket } from 'node:dgram';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest';
import { addCorrespondent } from '../people/correspondents';
import { changeSettings } from '../changeSettings';
import { readDeparture } from '../departures/departureView';
import { Invalid } from '../errors';
import { createDraft } from '../messages/createDraft';
import { editMessage } from '../messages/editMessage';
import { readMessage } from '../messages/readMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { openSecret } from '../secrets/keys';
import { findDeparture } from '#store/departures';
import { findAccount } from '#store/accounts';
import { tempDesk } from '#test/support/desk';
import { freePort } from '#test/support/product';
import { guardedSink } from '#test/support/sink';
import { PASSWORD, startDovecot } from '#test/support/dovecot';
import {
  addAccount,
  changeAccount,
  listAccounts,
  readAccount,
  removeAccount,
  type AccountInput,
} from './accounts';
import { findServers } from './findServers';
import { smtpPasswordOf } from './passwords';

beforeEach(() => {
  vi.stubEnv('OAK_SECRET', '');
  vi.stubEnv('OAK_SMTP_URL', '');
});
afterEach(() => vi.unstubAllEnvs());

const at = (port: number, more: object = {}) => ({
  host: '127.0.0.1',
  port,
  security: 'none' as const,
  user: 'me',
  ...more,
});

const guarded = () => guardedSink('me', PASSWORD);

const input = (port: number, more: Partial<AccountInput> = {}): AccountInput => ({
  address: 'loans@wrenfield.example',
  password: PASSWORD,
  smtp: at(port),
  ...more,
});

/** The field that was wrong, and why. */
async function refusal(work: Promise<unknown>): Promise<{ path: string | undefined; words: string }> {
  const error = await work.then(
    () => undefined,
    (thrown: unknown) => thrown,
  );
  expect(error).toBeInstanceOf(Invalid);
  const { path, message } = error as Invalid;
  return { path, words: message };
}

describe('an account', () => {
  it('is kept once it lets me in; its password is in no file, and told to nobody', async () => {
    const { desk, dir } = tempDesk();
    const sink = await guarded();
    const { id } = await addAccount(desk, input(sink.port, { name: 'Loans' }));
    const everything = Buffer.concat(readdirSync(dir).map((name) => readFileSync(join(dir, name))));
    expect(everything.includes(PASSWORD)).toBe(false);
    expect(JSON.stringify(listAccounts(desk))).not.toContain(PASSWORD);
    const { smtpPassword } = findAccount(desk.store.db, id)!;
    expect(JSON.stringify(readAccount(desk, id))).not.toContain(smtpPassword);
    expect(openSecret(desk.dataDir, smtpPassword, smtpPasswordOf(id))).toBe(PASSWORD);
    expect(readAccount(desk, id)).toMatchObject({ name: 'Loans', usual: true, mailbox: null, pending: 0 });
  });

  it('that does not let me in is not kept, and says why; all the same, if that is wished', async () => {
    const { desk } = tempDesk();
    const sink = await guarded();
    expect(await refusal(addAccount(desk, input(sink.port, { password: 'wrong' })))).toMatchObject({
      path: 'smtp',
      words: expect.stringMatching(/does not accept the user name or password\./) as string,
    });
    const nobody = await freePort();
    expect((await refusal(addAccount(desk, input(nobody)))).words).toMatch(/nothing listens there/);
    expect(listAccounts(desk)).toEqual([]);
    const kept = await addAccount(desk, input(nobody, { untried: true }));
    // Another password is tried as well, and what was there stays.
    expect((await refusal(changeAccount(desk, kept.id, { password: 'x' }))).path).toBe('smtp');
    expect(await changeAccount(desk, kept.id, { smtp: at(sink.port) })).toMatchObject({
      smtp: { port: sink.port },
    });
  });

  it('goes without encryption on this machine, and elsewhere only if the server is named once more', async () => {
    const { desk } = tempDesk();
    const open = { host: 'mail.inside.example', security: 'none' as const };
    const asked = (more: Partial<AccountInput>) =>
      addAccount(desk, input(1, { smtp: open, untried: true, ...more }));
    expect(await refusal(asked({}))).toMatchObject({ path: 'plainHost' });
    expect(await refusal(asked({ plainHost: 'inside.example' }))).toMatchObject({ path: 'plainHost' });
    expect(await asked({ plainHost: 'MAIL.inside.example' })).toMatchObject({
      smtp: { port: 587, security: 'none' },
    });
    // STARTTLS that is not offered is not done without.
    const sink = await guarded();
    const { words } = await refusal(
      addAccount(desk, input(sink.port, { smtp: at(sink.port, { security: 'starttls' }) })),
    );
    expect(words).toMatch(/offers no encryption, and nothing is sent to it without/);
  });

  it.each([['mail server'], ['a/b'], [''], ['-x'], ['<x>']])('“%s” is no server', async (host) => {
    const { desk } = tempDesk();
    expect(await refusal(addAccount(desk, input(1, { smtp: at(1, { host }) })))).toMatchObject({
      path: 'smtp.host',
    });
  });

  it('finds the folders of its mailbox, and says where it cannot look into it', async () => {
    const { desk } = tempDesk();
    const [sink, dovecot] = [await guarded(), await startDovecot()];
    expect(
      await refusal(addAccount(desk, input(sink.port, { imap: at(dovecot.port, { password: 'wrong' }) }))),
    ).toMatchObject({
      path: 'imap',
      words: expect.stringMatching(/does not accept the user name or password/) as string,
    });
    const { id, mailbox } = await addAccount(desk, input(sink.port, { imap: at(dovecot.port) }));
    expect(mailbox).toMatchObject({
      folders: { archive: 'Archive', sent: 'Sent', snooze: 'Snoozed', more: [] },
      begun: false,
    });
    expect((await changeAccount(desk, id, { folders: { snooze: null } })).mailbox!.folders).toMatchObject({
      archive: 'Archive',
      snooze: null,
    });
    expect((await changeAccount(desk, id, { imap: null })).mailbox).toBeNull();
    // Its password for sending is that of the mailbox too.
    expect((await changeAccount(desk, id, { imap: at(dovecot.port) })).mailbox).not.toBeNull();
  });
});

describe('who leaves through it', () => {
  const departureOf = (desk: ReturnType<typeof tempDesk>['desk'], identity: string | null) => {
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: 's', text: 't', identity });
    return { id, departure: scheduleMessage(desk, id, { kind: 'now' })[0]! };
  };
  const account = (desk: ReturnType<typeof tempDesk>['desk'], id: string) =>
    findDeparture(desk.store.db, id)!.account;

  it('is whoever writes as its address: known, or new', async () => {
    const { desk } = tempDesk();
    changeSettings(desk, {
      me: { name: 'Ana', address: 'ana@wrenfield.example' },
      identities: [
        { id: 'l', name: 'Loans', address: 'Loans@Wrenfield.example', signature: 'L', account: null },
      ],
    });
    const own = await addAccount(desk, input(1, { address: 'ana@wrenfield.example', untried: true }));
    const loans = await addAccount(desk, input(1, { untried: true }));
    const press = await addAccount(desk, input(1, { address: 'press@wrenfield.example', untried: true }));
    const { account: mine, identities } = desk.settings();
    expect(mine).toBe(own.id);
    expect(identities).toMatchObject([
      { id: 'l', signature: 'L', account: loans.id },
      { address: 'press@wrenfield.example', account: press.id },
    ]);
  });

  it('moves with its identity, keeping everything else; and from an account that is taken off to the usual one', async () => {
    const { desk } = tempDesk();
    addCorrespondent(desk, { name: 'A', addresses: ['a@x.example'] });
    const usual = await addAccount(desk, input(1, { address: 'ana@wrenfield.example', untried: true }));
    const loans = await addAccount(desk, input(1, { untried: true }));
    const identity = desk.settings().identities.find((each) => each.account === loans.id)!.id;
    const { id, departure } = departureOf(desk, null);
    const before = readMessage(desk, id);
    editMessage(desk, id, { identity });
    expect(account(desk, departure.id)).toBe(loans.id);
    const { subject, text, to, from } = readMessage(desk, id);
    expect({ subject, text, to }).toEqual({ subject: before.subject, text: before.text, to: before.to });
    expect(from.address).toBe('loans@wrenfield.example');
    expect(readDeparture(desk, departure.id)).toMatchObject({ state: 'held', due: departure.due });
    expect(readAccount(desk, loans.id).pending).toBe(1);
    removeAccount(desk, loans.id);
    expect(account(desk, departure.id)).toBe('');
    expect(readAccount(desk, usual.id).pending).toBe(1);
    expect(() => changeSettings(desk, { account: loans.id })).toThrow('no such account');
  });
});

describe('the servers of an address', () => {
  type Answers = Record<string, { target: string; port: number; priority: number; weight: number }[]>;

  /** A name server that knows these services. */
  async function nameServer(known: Answers): Promise<string> {
    const socket = createSocket('udp4');
    socket.on('message', (bytes, { port, address }) => {
      const { id, questions = [] } = dnsPacket.decode(bytes);
      const name = questions[0]!.name;
      const answers = (known[name] ?? []).map((data) => ({ type: 'SRV' as const, name, ttl: 60, data }));
      const flags = dnsPacket.AUTHORITATIVE_ANSWER | (answers.length === 0 ? 3 : 0);
      socket.send(dnsPacket.encode({ type: 'response', id, flags, questions, answers }), port, address);
    });
    await new Promise<void>((resolve) => socket.bind(0, '127.0.0.1', resolve));
    onTestFinished(() => void socket.close());
    return `127.0.0.1:${socket.address().port}`;
  }
  const srv = (target: string, port: number, priority = 0, weight = 1) => ({
    target,
    port,
    priority,
    weight,
  });

  it('are those its domain names: encrypted from the start before the others, the preferred before the rest', async () => {
    const server = await nameServer({
      '_submissions._tcp.wrenfield.example': [
        srv('b.wrenfield.example', 465, 20),
        srv('a.wrenfield.example', 4650, 10, 1),
        srv('heavy.wrenfield.example', 465, 10, 9),
      ],
      '_submission._tcp.wrenfield.example': [srv('plain.wrenfield.example', 587)],
      '_imap._tcp.wrenfield.example': [srv('mail.wrenfield.example', 143)],
    });
    expect(await findServers('Ana <ana@Wrenfield.example>', [server])).toEqual({
      smtp: { host: 'heavy.wrenfield.example', port: 465, security: 'tls' },
      imap: { host: 'mail.wrenfield.example', port: 143, security: 'starttls' },
      words: 'wrenfield.example says so itself.',
    });
  });

  it('that lie elsewhere are named; where there are none, that is said, and asked for', async () => {
    const server = await nameServer({
      '_submissions._tcp.wrenfield.example': [srv('smtp.big.example', 465)],
      '_imaps._tcp.wrenfield.example': [srv('.', 0)],
    });
    expect(await findServers('ana@wrenfield.example', [server])).toMatchObject({
      imap: null,
      words: expect.stringMatching(/outside of it: smtp\.big\.example/) as string,
    });
    expect(await findServers('ana@harbour.example', [server])).toMatchObject({
      smtp: null,
      imap: null,
      words: expect.stringMatching(/does not say which servers/) as string,
    });
    await expect(findServers('nobody', [server])).rejects.toThrow(Invalid);
  });
});
