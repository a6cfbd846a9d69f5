/** A desk that keeps a mailbox the same, and looks into what lies there. */
import { spawn, type ChildProcess } from 'node:child_process';
import { expect, onTestFinished } from 'vitest';
import type { ImapFlow } from 'imapflow';
import pino from 'pino';
import type { MailboxFolders } from '#core/mailbox/folders';
import { addAccount } from '#usecases/accounts/accounts';
import type { Desk } from '#usecases/desk';
import { Reader } from '../../src/reader/reader';
import { PASSWORD } from './dovecot';

export const mail = (id: string, more = '') =>
  Buffer.from(
    `From: Bela <bela@harbour.example>\r\nTo: me@wrenfield.example\r\nSubject: ${id}\r\nMessage-ID: <${id}@harbour.example>\r\nDate: Mon, 23 Nov 2026 10:00:00 +0000\r\n${more}\r\nText of ${id}.\r\n`,
  );

/** The place of a server on this machine. */
export const server = (port: number) => ({ host: '127.0.0.1', port, security: 'none' as const, user: 'me' });

/** What follows its mailboxes, until the test ends. */
export async function startReader(desk: Desk) {
  const reader = new Reader({ desk, log: pino({ level: process.env.OAK_LOG ?? 'silent' }), lmtpPort: 0 });
  await reader.start();
  onTestFinished(() => reader.stop());
  return reader;
}

export const addMailbox = (desk: Desk, port: number, folders: Partial<MailboxFolders> = {}) =>
  addAccount(desk, {
    address: 'me@wrenfield.example',
    password: PASSWORD,
    smtp: server(1),
    imap: server(port),
    folders: { archive: 'Archive', sent: 'Sent', snooze: 'Snoozed', ...folders },
    untried: true,
  });

/** What lies in a folder there: subject, and whether it has been seen. */
export async function lying(other: ImapFlow, path: string): Promise<Record<string, boolean>> {
  const lock = await other.getMailboxLock(path).catch(() => undefined);
  if (!lock) return {};
  try {
    await other.noop();
    if (!other.mailbox || other.mailbox.exists === 0) return {};
    const found = await other.fetchAll('1:*', { envelope: true, flags: true });
    const list = found.map(({ envelope, flags }) => [envelope!.subject!, flags!.has('\\Seen')] as const);
    expect(new Set(list.map(([subject]) => subject)).size, 'nothing lies there twice').toBe(list.length);
    return Object.fromEntries(list);
  } finally {
    lock.release();
  }
}

/** Does something with a message of that subject. */
export async function act(
  other: ImapFlow,
  path: string,
  subject: string,
  work: (uid: string) => Promise<unknown>,
) {
  const lock = await other.getMailboxLock(path);
  try {
    const [uid] = (await other.search({ subject }, { uid: true })) as number[];
    await work(String(uid));
  } finally {
    lock.release();
  }
}

/** The reader as a process of its own, to be killed. */
export function readerProcess(dir: string, port: number): ChildProcess {
  const env = { ...process.env, OAK_DATA: dir, OAK_LMTP_PORT: String(port), OAK_LOG: 'silent' };
  return spawn(process.execPath, ['dist/reader.mjs'], { env, stdio: ['ignore', 'ignore', 'ignore', 'ipc'] });
}

/** Resolves once it has ended. */
export const gone = (child: ChildProcess) => new Promise((resolve) => child.once('exit', resolve));
