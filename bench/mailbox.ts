/** A mailbox looked into for the first time, and how soon what changes there is seen: by Dovecot, where it is installed. */
import { ImapFlow } from 'imapflow';
import { spawnSync } from 'node:child_process';
import { chmodSync, chownSync, existsSync, mkdirSync, utimesSync, writeFileSync } from 'node:fs';
import { userInfo } from 'node:os';
import { once } from 'node:events';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import pino from 'pino';
import { PASSWORD, runDovecot, type Dovecot } from '#test/support/dovecotServer';
import { freePort } from '#test/support/product';
import { addAccount } from '#usecases/accounts/accounts';
import { openDesk, type Desk } from '#usecases/desk';
import { prepareData } from '#usecases/prepareData';
import { Reader } from '../src/reader/reader';
import { letter } from './manyMessages';
import { median, tempData, type Row } from './support';

const HELD = Number(process.env.OAK_BENCH_MAILBOX ?? 200_000);
/** How the server keeps them. */
const FORMAT = process.env.OAK_BENCH_MAILBOX_FORMAT === 'maildir' ? 'maildir' : 'sdbox';
const LATER = 9;
const NOBODY = 65_534;
/** Epoch seconds. */
const LONG_AGO = 1_600_000_000;

/** As many mail servers keep them, a file each. */
function fillMaildir(dir: string, count: number): void {
  for (const each of ['', 'cur', 'new', 'tmp']) mkdirSync(join(dir, each), { recursive: true });
  for (let n = 0; n < count; n++) {
    const path = join(dir, 'cur', `${1_000_000 + n}.M${n}.bench:2,S`);
    writeFileSync(path, letter(n));
    // When a server got a message is when its file was written; these came long ago.
    utimesSync(path, LONG_AGO + n, LONG_AGO + n);
  }
  if (userInfo().uid === 0)
    for (const each of ['', 'cur', 'new', 'tmp']) chownSync(join(dir, each), NOBODY, NOBODY);
}

/** Put into its own way of keeping them. */
function takeOver({ conf }: Dovecot, maildir: string): void {
  const args = ['-c', conf, 'import', '-u', 'me', `maildir:${maildir}`, '', 'all'];
  const { status, stderr } = spawnSync('doveadm', args);
  if (status !== 0) throw new Error(`doveadm import: ${stderr.toString()}`);
}

const count = (desk: Desk) => desk.store.db.get<{ n: number }>(sql`SELECT count(*) AS n FROM messages`).n;

async function reached(desk: Desk, wanted: number): Promise<void> {
  // Rarely enough that counting them takes nothing from what is measured.
  while (count(desk) < wanted) await new Promise((resolve) => setTimeout(resolve, 250));
}

/** Looked up by its id: to count them all would take longer than it takes to come. */
async function hasCome(desk: Desk, n: number): Promise<void> {
  const [, id] = /^Message-ID: (.+)\r$/m.exec(letter(n).toString())!;
  const found = sql`SELECT 1 AS one FROM messages WHERE header_id = ${id}`;
  while (!desk.store.db.get(found)) await new Promise((resolve) => setTimeout(resolve, 10));
}

async function connect(port: number): Promise<ImapFlow> {
  const auth = { user: 'me', pass: PASSWORD };
  const client = new ImapFlow({ host: '127.0.0.1', port, secure: false, auth, logger: false });
  await client.connect();
  return client;
}

/** Everything asked for once, and nothing done with it. */
async function bareFetch(port: number): Promise<number> {
  const client = await connect(port);
  await client.mailboxOpen('INBOX');
  const start = performance.now();
  for await (const { source } of client.fetch('1:*', { source: true })) void source;
  const ms = performance.now() - start;
  await client.logout();
  return ms;
}

/** Somebody who listens, asks for what comes, and does nothing with it. @returns how long after it came it is there, ms */
async function fetchedBare(port: number, other: ImapFlow): Promise<number[]> {
  const listener = await connect(port);
  await listener.mailboxOpen('INBOX');
  const waits: number[] = [];
  for (let n = 0; n < LATER; n++) {
    const told = once(listener, 'exists');
    void listener.idle();
    await other.append('INBOX', letter(HELD + n));
    const came = performance.now();
    await told;
    await listener.fetchOne('*', { source: true });
    waits.push(performance.now() - came);
  }
  await listener.logout();
  return waits;
}

export async function mailbox(): Promise<Row[]> {
  if (!existsSync('/usr/sbin/dovecot'))
    return [['a mailbox looked into for the first time', 'not measured', 'Dovecot is not installed', '–']];
  const { dir, remove } = tempData();
  // Others than the one who runs this look into it.
  chmodSync(dir, 0o755);
  const server = join(dir, 'server');
  mkdirSync(server);
  const port = await freePort();
  const maildir = FORMAT === 'maildir' ? join(server, 'mail/me') : join(dir, 'maildir');
  fillMaildir(maildir, HELD);
  const dovecot = await runDovecot({ dir: server, port, format: FORMAT });
  if (FORMAT !== 'maildir') takeOver(dovecot, maildir);
  prepareData(join(dir, 'desk'), 'real');
  const desk = openDesk(join(dir, 'desk'));
  const reader = new Reader({ desk, log: pino({ level: 'silent' }), lmtpPort: 0 });
  try {
    const bare = await bareFetch(port);
    const place = { host: '127.0.0.1', port, security: 'none' as const, user: 'me' };
    await addAccount(desk, {
      address: 'ana@real.example',
      password: PASSWORD,
      smtp: place,
      imap: place,
      untried: true,
    });
    await reader.start();
    const start = performance.now();
    await reached(desk, Math.min(HELD, 100));
    const first = performance.now() - start;
    await reached(desk, HELD);
    const whole = performance.now() - start;
    const other = await connect(port);
    const bareWaits = await fetchedBare(port, other);
    await hasCome(desk, HELD + LATER - 1);
    const waits: number[] = [];
    for (let n = 0; n < LATER; n++) {
      await other.append('INBOX', letter(HELD + LATER + n));
      const came = performance.now();
      await hasCome(desk, HELD + LATER + n);
      waits.push(performance.now() - came);
    }
    await other.logout();
    const rate = (ms: number) => `${Math.round((HELD / ms) * 1000)} a second`;
    return [
      [
        `a mailbox of ${HELD} messages (${FORMAT}) looked into for the first time`,
        `${rate(whole)}; the newest 100 after ${(first / 1000).toFixed(1)} s`,
        `asked for once and thrown away: ${rate(bare)}; asked: 300 a second`,
        (bare / whole).toFixed(2),
      ],
      [
        'a message that comes there is here',
        `p50 ${Math.round(median(waits))} ms, longest ${Math.round(Math.max(...waits))} ms`,
        `asked: 2 s; somebody who listens and only asks for it has it after p50 ${Math.round(median(bareWaits))} ms, longest ${Math.round(Math.max(...bareWaits))} ms`,
        (Math.max(...waits) / 2000).toFixed(2),
      ],
    ];
  } finally {
    await reader.stop();
    desk.store.close();
    await dovecot.stop();
    remove();
  }
}
