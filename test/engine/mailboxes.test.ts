/** Mailboxes kept the same, against a real server: what comes, what is done here and there, and what breaks off. */
import { sql } from 'drizzle-orm';
import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { findAccount } from '#store/accounts';
import { countItems } from '#store/mailboxes';
import { changeAccount, readAccount, tryAccount } from '#usecases/accounts/accounts';
import type { Desk } from '#usecases/desk';
import { archive } from '#usecases/incoming/archive';
import { listThreads } from '#usecases/incoming/inbox';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { markNew, markSeen } from '#usecases/incoming/seen';
import { endSnooze, snooze } from '#usecases/incoming/snooze';
import { readMessage } from '#usecases/messages/readMessage';
import { countRows, tempDesk } from '../support/desk';
import { otherProgram, PASSWORD, startDovecot } from '../support/dovecot';
import { act, addMailbox, gone, lying, mail, readerProcess, server, startReader } from '../support/mailbox';
import { freePort } from '../support/product';
import { guardedSink } from '../support/sink';
import { until } from '../support/until';

const subjects = (desk: Desk, place: 'inbox' | 'archive' = 'inbox') =>
  listThreads(desk, { place, order: 'time', limit: 500 }).messages.map(({ subject }) => subject);

const idOf = (desk: Desk, subject: string): string => {
  for (const place of ['inbox', 'archive'] as const) {
    const found = listThreads(desk, { place, order: 'time', limit: 500 }).messages.find(
      (each) => each.subject === subject,
    );
    if (found) return found.id;
  }
  throw new Error(`There is no ${subject}.`);
};

const settledWith = (desk: Desk) =>
  until(
    'all to be done there',
    () => countRows(desk, 'mailbox_due') === 0 && countRows(desk, 'sent_copies') === 0,
  );

async function set(count: number, configuration?: string) {
  const dovecot = await startDovecot(configuration);
  const other = await otherProgram(dovecot.port);
  for (let n = 0; n < count; n++) await other.append('INBOX', mail(`m${n}`), n % 2 ? ['\\Seen'] : []);
  const { desk, dir } = tempDesk('real');
  const { id } = await addMailbox(desk, dovecot.port);
  const reader = await startReader(desk);
  await until('all to be taken in', () => countRows(desk, 'messages') === count);
  return { dovecot, other, desk, dir, account: id, reader };
}

describe('a mailbox', () => {
  it('is taken in with what has been seen, the newest first; what comes later comes by itself', async () => {
    const { desk, other, account } = await set(450);
    expect(subjects(desk)).toHaveLength(450);
    expect(readMessage(desk, idOf(desk, 'm1')).unseen).toBe(false);
    expect(readMessage(desk, idOf(desk, 'm2')).unseen).toBe(true);
    expect(readMessage(desk, idOf(desk, 'm2')).text).toBe('Text of m2.');
    await until('the rest to be counted', () => countItems(desk.store.db, account, 'INBOX') === 450);
    await other.append('INBOX', mail('later'));
    await until('it to come', () => subjects(desk).includes('later'));
    expect(findAccount(desk.store.db, account)!.imapTrouble).toBeNull();
  });

  it('while its past is taken in, what comes and what is done here does not wait for it', async () => {
    const dovecot = await startDovecot();
    const other = await otherProgram(dovecot.port);
    for (let n = 0; n < 2500; n++) await other.append('INBOX', mail(`m${n}`), ['\\Seen']);
    const { desk } = tempDesk('real');
    const { id } = await addMailbox(desk, dovecot.port);
    await startReader(desk);
    await until('some to be taken in', () => countRows(desk, 'messages') >= 200);
    await other.append('INBOX', mail('later'));
    archive(desk, [idOf(desk, 'm2499')]);
    await until('all to be taken in', () => countItems(desk.store.db, id, 'INBOX') === 2500);
    const rows = desk.store.db.all<{ subject: string }>(sql`SELECT subject FROM messages ORDER BY rowid`);
    const order = rows.map(({ subject }) => subject);
    expect(order.indexOf('later')).toBeLessThan(order.indexOf('m0'));
    expect(await lying(other, 'Archive')).toEqual({ m2499: true });
    expect(order).toHaveLength(2501);
  });

  it('what is seen, archived and put off here is so there, and back', async () => {
    const { desk, other } = await set(6);
    markSeen(desk, [idOf(desk, 'm0')]);
    markNew(desk, [idOf(desk, 'm1')]);
    archive(desk, [idOf(desk, 'm2')]);
    const off = idOf(desk, 'm3');
    snooze(desk, off, { until: desk.now() + 3_600_000 });
    await settledWith(desk);
    expect(await lying(other, 'INBOX')).toEqual({ m0: true, m1: false, m4: false, m5: true });
    expect(Object.keys(await lying(other, 'Archive'))).toEqual(['m2']);
    expect(Object.keys(await lying(other, 'Snoozed'))).toEqual(['m3']);
    endSnooze(desk, off);
    await settledWith(desk);
    await until('it to be back', async () => 'm3' in (await lying(other, 'INBOX')));
    expect(await lying(other, 'Snoozed')).toEqual({});
    expect(countRows(desk, 'messages')).toBe(6);
  });

  it('what another program does there is so here', async () => {
    const { desk, other } = await set(6);
    const ids = ['m0', 'm1', 'm2', 'm3', 'm4'].map((each) => idOf(desk, each));
    const [m0, m1, m2, m3, m4] = ids;
    snooze(desk, m3!, { until: desk.now() + 3_600_000 });
    await settledWith(desk);
    await act(other, 'INBOX', 'm0', (uid) => other.messageFlagsAdd(uid, ['\\Seen'], { uid: true }));
    await act(other, 'INBOX', 'm1', (uid) => other.messageFlagsRemove(uid, ['\\Seen'], { uid: true }));
    await act(other, 'INBOX', 'm2', (uid) => other.messageMove(uid, 'Archive', { uid: true }));
    await act(other, 'INBOX', 'm4', (uid) => other.messageDelete(uid, { uid: true }));
    await act(other, 'Snoozed', 'm3', (uid) => other.messageDelete(uid, { uid: true }));
    const read = (id: string) => readMessage(desk, id);
    await until('marks', () => !read(m0!).unseen && read(m1!).unseen);
    await until('the move', () => read(m2!).place === 'archive');
    await until('the deletion', () => read(m4!).place === 'archive' && read(m3!).place === 'archive');
    // The server's deletion goes before my putting off, and that is said.
    expect(read(m3!).history.at(-1)!.what).toBe('deleted-elsewhere');
    expect(countRows(desk, "(SELECT 1 FROM returns WHERE state = 'waiting')")).toBe(0);
    expect(countRows(desk, "(SELECT 1 FROM reminders WHERE words LIKE '%deleted in the mailbox%')")).toBe(1);
    // And back again.
    await act(other, 'Archive', 'm2', (uid) => other.messageMove(uid, 'INBOX', { uid: true }));
    await until('the move back', () => read(m2!).place === 'inbox');
    await settledWith(desk);
    expect(Object.keys(await lying(other, 'INBOX')).sort()).toEqual(['m0', 'm1', 'm2', 'm5']);
    expect(countRows(desk, 'messages')).toBe(6);
  });

  it('what is done while it is away is made up for, once, whatever happened there meanwhile', async () => {
    const { desk, other, dovecot } = await set(8);
    const id = (subject: string) => idOf(desk, subject);
    const [m0, m1, m2, m4, m6] = [id('m0'), id('m1'), id('m2'), id('m4'), id('m6')];
    await dovecot.stop();
    archive(desk, [m0]);
    snooze(desk, m1, { until: desk.now() + 3_600_000 });
    archive(desk, [m2]);
    markSeen(desk, [m4]);
    snooze(desk, m6, { until: desk.now() + 3_600_000 });
    endSnooze(desk, m6);
    other.close();
    // Before we are back, somebody else deletes what I put off, and archives what I archive.
    const elsewhere = await freePort();
    await dovecot.start(elsewhere);
    const before = await otherProgram(elsewhere);
    await act(before, 'INBOX', 'm1', (uid) => before.messageDelete(uid, { uid: true }));
    await act(before, 'INBOX', 'm2', (uid) => before.messageMove(uid, 'Archive', { uid: true }));
    before.close();
    await dovecot.stop();
    await dovecot.start();
    const again = await otherProgram(dovecot.port);
    await settledWith(desk);
    await until('the deletion', () => readMessage(desk, m1).place === 'archive');
    expect(Object.keys(await lying(again, 'Archive')).sort()).toEqual(['m0', 'm2']);
    expect(await lying(again, 'Snoozed')).toEqual({});
    expect(await lying(again, 'INBOX')).toMatchObject({ m3: true, m4: true, m5: true, m6: false, m7: true });
    expect(countRows(desk, 'messages')).toBe(8);
  });

  it('whose UIDs count anew is found again by what its messages say: nothing twice, nothing moved back', async () => {
    const { desk, other, account, dovecot } = await set(30);
    archive(desk, [idOf(desk, 'm3')]);
    await settledWith(desk);
    // As after a server was set up anew: the same mail under other numbers.
    const lock = await other.getMailboxLock('INBOX');
    const all = await other.fetchAll('1:*', { source: true, flags: true });
    lock.release();
    other.close();
    await dovecot.stop();
    rmSync(join(dovecot.mail, 'me/mailboxes/INBOX'), { recursive: true });
    await dovecot.start();
    const again = await otherProgram(dovecot.port);
    for (const { source, flags } of all)
      await again.append(
        'INBOX',
        source!,
        [...flags!].filter((each) => each === '\\Seen'),
      );
    await until('it to be counted anew', () => countItems(desk.store.db, account, 'INBOX') === 29);
    await again.append('INBOX', mail('after'));
    await until('what is new to come', () => subjects(desk).includes('after'));
    expect(countRows(desk, 'messages')).toBe(31);
    expect(readMessage(desk, idOf(desk, 'm3')).place).toBe('archive');
    expect(subjects(desk)).toHaveLength(30);
  });

  it('what also comes by LMTP is one message', async () => {
    const { desk, other } = await set(2);
    // By LMTP first, with the lines a server puts before what it hands over.
    const first = await receiveMail(
      desk,
      Buffer.concat([Buffer.from('Return-Path: <x@y>\r\nDelivered-To: me\r\n'), mail('both')]),
    );
    archive(desk, [first.id]);
    await other.append('INBOX', mail('both'));
    await until(
      'it to be known there',
      () => countRows(desk, `(SELECT 1 FROM mailbox_items WHERE message_id = '${first.id}')`) === 1,
    );
    await settledWith(desk);
    await until('it to be archived there', async () => 'both' in (await lying(other, 'Archive')));
    expect(countRows(desk, 'messages')).toBe(3);
    expect(readMessage(desk, first.id).place).toBe('archive');
  });
});

describe('what stands otherwise on both sides', () => {
  it('is not moved by past mail that meets past mail', async () => {
    const dovecot = await startDovecot();
    const other = await otherProgram(dovecot.port);
    const { desk } = tempDesk('real');
    // Taken in from a file before, into the archive; in the mailbox it lies in the inbox, unread.
    const past = new Date('2025-01-01');
    for (const id of ['p0', 'p1']) {
      await other.append('INBOX', mail(id), [], past);
      archive(desk, [(await receiveMail(desk, mail(id))).id]);
      markSeen(desk, [idOf(desk, id)]);
    }
    await addMailbox(desk, dovecot.port);
    await startReader(desk);
    await until('them to be known there', () => countRows(desk, 'mailbox_items') === 2);
    await other.append('INBOX', mail('new'));
    await until('what is new to come', () => subjects(desk).includes('new'));
    await settledWith(desk);
    expect(await lying(other, 'INBOX')).toEqual({ p0: false, p1: false, new: false });
    expect(subjects(desk)).toEqual(['new']);
    // Moved by somebody after that, it is moved here too.
    await act(other, 'INBOX', 'p0', (uid) => other.messageMove(uid, 'Archive', { uid: true }));
    const lie = (folder: string) => countRows(desk, `mailbox_items WHERE folder = '${folder}'`);
    await until(
      'that to be known, and that it lies nowhere else',
      () => lie('Archive') === 1 && lie('INBOX') === 2,
    );
    await act(other, 'Archive', 'p0', (uid) => other.messageMove(uid, 'INBOX', { uid: true }));
    await until('it to be in the inbox', () => subjects(desk).includes('p0'));
  });

  it('stays so where that is not kept the same, whatever is marked there', async () => {
    const { desk, other, account } = await set(3);
    await changeAccount(desk, account, { folders: { archive: null, snooze: null }, untried: true });
    const [m0, m1] = [idOf(desk, 'm0'), idOf(desk, 'm1')];
    archive(desk, [m0]);
    snooze(desk, m1, { until: desk.now() + 3_600_000 });
    await settledWith(desk);
    await act(other, 'INBOX', 'm0', (uid) => other.messageFlagsAdd(uid, ['\\Seen'], { uid: true }));
    await act(other, 'INBOX', 'm1', (uid) => other.messageFlagsRemove(uid, ['\\Seen'], { uid: true }));
    await until('the marks', () => !readMessage(desk, m0).unseen && readMessage(desk, m1).unseen);
    expect(readMessage(desk, m0).place).toBe('archive');
    expect(readMessage(desk, m1).place).toBe('snoozed');
    expect(Object.keys(await lying(other, 'INBOX'))).toHaveLength(3);
  });

  it('a thread put off together comes back together where one of it is brought back there', async () => {
    const { desk, other } = await set(1);
    await other.append('INBOX', mail('answer', 'In-Reply-To: <m0@harbour.example>\r\n'));
    await until('the answer', () => countRows(desk, 'messages') === 2);
    // They are one thread, which is listed once.
    const [first, answer] = ['answer', 'm0'].map(
      (subject) =>
        desk.store.db.get<{ id: string }>(sql`SELECT id FROM messages WHERE subject = ${subject}`).id,
    );
    snooze(desk, first!, { until: desk.now() + 3_600_000 });
    await until('both to lie there', async () => Object.keys(await lying(other, 'Snoozed')).length === 2);
    await act(other, 'Snoozed', 'answer', (uid) => other.messageMove(uid, 'INBOX', { uid: true }));
    await until(
      'both to be back',
      () => readMessage(desk, answer!).place === 'inbox' && readMessage(desk, first!).place === 'inbox',
    );
    await settledWith(desk);
    await until(
      'both to lie in the inbox there',
      async () => Object.keys(await lying(other, 'INBOX')).length === 2,
    );
  });
});

it('stopped and gone on with, away and tried again by hand: it goes on at once', async () => {
  const dovecot = await startDovecot();
  const other = await otherProgram(dovecot.port);
  const sink = await guardedSink('me', PASSWORD);
  for (let n = 0; n < 450; n++) await other.append('INBOX', mail(`m${n}`));
  const { desk } = tempDesk('real');
  const { id } = await addMailbox(desk, dovecot.port);
  await startReader(desk);
  await until('some to be taken in', () => countRows(desk, 'messages') > 0);
  await changeAccount(desk, id, { takeRest: false });
  const stopped = () => readAccount(desk, id).mailbox!;
  await until('it to have stopped', () => stopped().stopped);
  await other.append('INBOX', mail('new'));
  await until('what is new to come', () => subjects(desk).includes('new'));
  // What was in hand comes to its end; the rest stays where it is.
  expect(stopped().rest).toBeGreaterThan(0);
  await changeAccount(desk, id, { takeRest: true });
  // Sooner than it looks by itself.
  await until('all to be taken in', () => countRows(desk, 'messages') === 451, 20_000);
  other.close();
  await dovecot.stop();
  await until('it to be said', () => readAccount(desk, id).mailbox!.trouble);
  await until('it to have been tried in vain', () => findAccount(desk.store.db, id)!.imapTrouble, 20_000);
  await dovecot.start();
  await changeAccount(desk, id, { smtp: server(sink.port), untried: true });
  await tryAccount(desk, id);
  await until('it to be well', () => readAccount(desk, id).mailbox!.trouble === null);
  const again = await otherProgram(dovecot.port);
  await again.append('INBOX', mail('after'));
  await until('what comes after to come', () => subjects(desk).includes('after'));
});

describe('a kill at any point', () => {
  // A server that knows no MOVE copies first and deletes then; one that says no UIDs is asked what lies there.
  it.each([
    ['of any server', ''],
    ['of a server that cannot move', 'imap_capability = IMAP4rev1 IDLE UIDPLUS ESEARCH CONDSTORE'],
    ['of a server that knows little', 'imap_capability = IMAP4rev1'],
  ])('loses nothing, doubles nothing and moves nothing twice: %s', async (_, configuration) => {
    const { desk, dir, other, reader } = await set(100, configuration);
    await reader.stop();
    for (let n = 0; n < 100; n += 2) archive(desk, [idOf(desk, `m${n}`)]);
    for (let n = 100; n < 150; n++) await other.append('INBOX', mail(`m${n}`));
    const port = await freePort();
    const done = () => countRows(desk, 'messages') - countRows(desk, 'mailbox_due');
    let kills = 0;
    while (done() < 150 && kills < 20) {
      const before = done();
      const child = readerProcess(dir, port);
      const ended = gone(child);
      // In the middle of what it does, wherever that is by then.
      await until('it to do something', () => done() !== before);
      child.kill('SIGKILL');
      await ended;
      kills++;
    }
    expect(kills).toBeGreaterThan(1);
    await startReader(desk);
    await settledWith(desk);
    await until('all to be here', () => countRows(desk, 'messages') === 150);
    await until('all to be there', async () => Object.keys(await lying(other, 'Archive')).length === 50);
    expect(Object.keys(await lying(other, 'INBOX'))).toHaveLength(100);
    expect(subjects(desk)).toHaveLength(100);
  });
});

it('another program at work at the same time: both end up the same, and what it deleted stays deleted', async () => {
  const { desk, other, dovecot } = await set(60);
  const program = spawn('python3', [
    'test/support/otherProgram.py',
    String(dovecot.port),
    PASSWORD,
    '248',
    '120',
  ]);
  let said = '';
  program.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const ended = gone(program);
  const choose = <T>(list: readonly T[], n: number) => list[(n * 7919) % list.length]!;
  for (let n = 0; n < 40; n++) {
    const inbox = listThreads(desk, { place: 'inbox', order: 'time', limit: 500 }).messages;
    if (inbox.length === 0) break;
    const { id, unseen } = choose(inbox, n);
    if (n % 3 === 0) archive(desk, [id]);
    else if (n % 3 === 1) (unseen ? markSeen : markNew)(desk, [id]);
    else snooze(desk, id, { until: desk.now() + 3_600_000 });
    await new Promise((resolve) => setImmediate(resolve));
  }
  expect(await ended).toBe(0);
  await settledWith(desk);
  const deleted = new Set(said.split('\n').filter(Boolean));
  expect(deleted.size).toBeGreaterThan(0);
  const placesThere = async () => {
    const found: Record<string, string> = {};
    for (const [folder, place] of [
      ['INBOX', 'inbox'],
      ['Archive', 'archive'],
      ['Snoozed', 'snoozed'],
    ] as const)
      for (const subject of Object.keys(await lying(other, folder))) {
        // In two at once only as long as somebody moves it.
        found[subject] = subject in found ? 'two folders' : place;
      }
    return found;
  };
  const here = () =>
    Object.fromEntries(
      desk.store.db
        .all<{ subject: string; place: string; header: string }>(
          sql`SELECT subject, place, header_id AS header FROM messages`,
        )
        .filter(({ header }) => !deleted.has(header))
        .map(({ subject, place }) => [subject, place]),
    );
  let there: Record<string, string> = {};
  await until(
    () => `both to be the same: ${JSON.stringify([there, here()])}`,
    async () => {
      there = await placesThere();
      return JSON.stringify(Object.entries(there).sort()) === JSON.stringify(Object.entries(here()).sort());
    },
  );
  expect(Object.keys(there)).toHaveLength(60 - deleted.size);
  expect(countRows(desk, 'messages')).toBe(60);
});
