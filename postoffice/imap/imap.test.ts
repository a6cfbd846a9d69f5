/** The mailbox programs look into by IMAP: by the client of the product, by a library, and by Python’s. */
import { execFile } from 'node:child_process';
import { createConnection } from 'node:net';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { describe, expect, it, onTestFinished } from 'vitest';
import { Mailbox } from '#imap/client';
import { tempDir } from '#test/support/desk';
import { otherProgram } from '#test/support/dovecot';
import { startMailbox } from '#test/support/standIn';
import { until } from '#test/support/until';
import { openMailbox } from './server';
import { MAILBOX_ACCOUNT } from './session';

const accessTo = (port: number, password = MAILBOX_ACCOUNT.password) => ({
  place: { host: '127.0.0.1', port, security: 'none' as const, user: MAILBOX_ACCOUNT.user },
  password,
});

const LETTER = Buffer.from('Subject: Hello\r\nMessage-ID: <hello@x.example>\r\n\r\nWords.\r\n');

/** Says these lines one after another, and what is answered to all of them. */
const conversation = (port: number, lines: string) =>
  new Promise<string>((resolve, reject) => {
    let said = '';
    const socket = createConnection(port, '127.0.0.1', () => socket.write(lines));
    socket.on('data', (bytes) => (said += bytes.toString()));
    socket.on('close', () => resolve(said));
    socket.on('error', reject);
  });

describe('the mailbox', () => {
  it('is looked into, marked, filed, put into and moved by the product’s own client', async () => {
    const { port, folders } = await startMailbox();
    await expect(Mailbox.connect(accessTo(port, 'wrong'))).rejects.toThrow(/name and password/);
    const mailbox = await Mailbox.connect(accessTo(port));
    onTestFinished(() => mailbox.drop());
    expect(await mailbox.folders()).toEqual([
      { path: 'INBOX', use: '\\Inbox' },
      { path: 'Sent', use: '\\Sent' },
      { path: 'Drafts', use: '\\Drafts' },
      { path: 'Archive', use: '\\Archive' },
    ]);
    expect(await mailbox.open('Later')).toBeUndefined();
    await mailbox.ensure('Later');
    await mailbox.ensure('Later');
    const inbox = (await mailbox.open('inbox'))!;
    const uids = await inbox.uids();
    expect(uids).toEqual([1, 2, 3, 4, 5, 6]);
    expect((await inbox.describe(uids)).map(({ seen }) => seen)).toEqual([
      true,
      true,
      false,
      false,
      false,
      false,
    ]);
    expect((await inbox.sources([3])).get(3)!.toString()).toContain('Forty buns?');
    await inbox.setSeen([3], true);
    const moved = await inbox.move(3, 'Later');
    expect(moved).toBe(1);
    expect(folders.lying('Later')).toMatchObject([{ uid: 1, flags: ['\\Seen'] }]);
    expect(await mailbox.append('Drafts', LETTER, 1_764_000_000_000, true)).toBe(1);
    expect(folders.lying('Drafts')).toMatchObject([{ at: 1_764_000_000_000, flags: ['\\Seen', '\\Draft'] }]);
    const drafts = (await mailbox.open('Drafts'))!;
    expect(await drafts.has('<hello@x.example>')).toBe(true);
    expect(await drafts.has('<other@x.example>')).toBe(false);
    await drafts.remove(1);
    expect(folders.lying('Drafts')).toEqual([]);
    expect((await inbox.marks(1, null)).marks.map(({ uid }) => uid)).toEqual([1, 2, 4, 5, 6]);
  });

  it('tells of changes as they happen, also of those of others', async () => {
    const { port, folders } = await startMailbox();
    let told = 0;
    const mailbox = await Mailbox.connect(accessTo(port), { changed: () => told++ });
    onTestFinished(() => mailbox.drop());
    await mailbox.open('INBOX');
    const other = await otherProgram(port, MAILBOX_ACCOUNT.user, MAILBOX_ACCOUNT.password);
    await other.append('INBOX', LETTER);
    await until('it to be told', () => told > 0);
    const lock = await other.getMailboxLock('INBOX');
    onTestFinished(() => lock.release());
    told = 0;
    await other.messageDelete('7', { uid: true });
    await until('that it is gone', () => told > 0);
    expect(await (await mailbox.open('INBOX'))!.uids()).toEqual([1, 2, 3, 4, 5, 6]);
    folders.put(folders.find('INBOX')!, LETTER, { at: 0, flags: [] });
    await until('a new number', async () => (await (await mailbox.open('INBOX'))!.uids()).at(-1) === 8);
  });

  it('is used by Python’s client, by numbers and by literals', async () => {
    const { port, folders } = await startMailbox();
    const script = `
import imaplib
box = imaplib.IMAP4("127.0.0.1", ${port})
box.login("${MAILBOX_ACCOUNT.user}", "${MAILBOX_ACCOUNT.password}")
print(box.select("INBOX"))
print(box.search(None, "UNSEEN", "NOT", "SUBJECT", "wicks"))
print(box.fetch("1", "(FLAGS BODY.PEEK[HEADER.FIELDS (SUBJECT)])")[1][0][1])
print(box.append("Drafts", "(\\\\Draft)", '"24-Nov-2026 09:00:00 +0100"', b"Subject: x\\r\\n\\r\\nbody")[0])
print(box.store("2", "+FLAGS", "(\\\\Deleted)"), box.expunge())
print(box.copy("1", "Archive")[0], box.copy("1", "Nowhere")[0])
print(box.status("INBOX", "(MESSAGES UNSEEN)"))
print(box.list('""', "%"))
box.logout()
`;
    const { stdout } = await promisify(execFile)('python3', ['-c', script]);
    expect(stdout.split('\n')).toEqual([
      `('OK', [b'6'])`,
      `('OK', [b'3 5 6'])`,
      String.raw`b'Subject: Your request of 11 November: two rowing boats\r\n\r\n'`,
      'OK',
      String.raw`('OK', [b'2 (FLAGS (\\Seen \\Deleted))']) ('OK', [b'2'])`,
      'OK NO',
      `('OK', [b'"INBOX" (MESSAGES 5 UNSEEN 4)'])`,
      String.raw`('OK', [b'(\\HasNoChildren \\Archive) "/" "Archive"', b'(\\HasNoChildren \\Drafts) "/" "Drafts"', b'(\\HasNoChildren) "/" "INBOX"', b'(\\HasNoChildren \\Sent) "/" "Sent"'])`,
      '',
    ]);
    expect(folders.lying('Drafts')).toMatchObject([{ at: Date.parse('2026-11-24T08:00:00Z') }]);
  });

  it('refuses what nobody can make out, and who is not signed in, and goes on', async () => {
    const { port } = await startMailbox();
    const { user, password } = MAILBOX_ACCOUNT;
    const said = await conversation(
      port,
      `a SELECT INBOX\r\nb LOGIN ${user} {7+}\r\n${password}\r\nc WINK\r\nd FETCH 1 FLAGS\r\ne EXAMINE INBOX\r\nf STORE 1 FLAGS (\\Seen)\r\ng FETCH 1 ENVELOPE\r\nh UID SEARCH BEFORE 1-Jan-2026\r\ni FETCH x FLAGS\r\nj LOGOUT\r\n`,
    );
    expect([...said.matchAll(/^([a-j]) (OK|NO|BAD)/gm)].map(([, tag, how]) => `${tag} ${how}`)).toEqual([
      'a NO',
      'b OK',
      'c BAD',
      'd BAD',
      'e OK',
      'f NO',
      'g BAD',
      'h BAD',
      'i BAD',
      'j OK',
    ]);
    expect(await conversation(port, `a LOGIN x {999999999}\r\n`)).toContain('* BYE That is too long.');
    expect(await conversation(port, 'x'.repeat(100_000))).toContain('* BYE The line is too long.');
  });

  it('is filled once: what is taken out of it is not there again', async () => {
    const file = join(tempDir(), 'mailbox.db');
    const folders = await openMailbox(file);
    folders.remove('INBOX', [1, 2, 3, 4, 5, 6]);
    folders.close();
    const again = await openMailbox(file);
    expect(again.lying('INBOX')).toEqual([]);
    again.close();
  });
});
