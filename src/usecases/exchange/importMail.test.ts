import { describe, expect, it } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { mboxEntry } from '#core/formats/mbox';
import { moveClock } from '../clock/sandbox';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused } from '../errors';
import { listThreads } from '../incoming/inbox';
import { receiveMail } from '../incoming/receiveMail';
import { createDraft } from '../messages/createDraft';
import { readSource } from '../messages/readMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { prepareData } from '../prepareData';
import { claimDeparture } from '../release/claimDeparture';
import { finishAttempt } from '../release/finishAttempt';
import { search } from '../search/search';
import { exportMbox } from './exportMail';
import { beginImport, readAside, readImports, receiveImport } from './importMail';

const archived = (desk: Desk) => listThreads(desk, { place: 'archive', order: 'time', limit: 500 }).messages;
const mailbox = (count: number, from = 0) =>
  Buffer.concat(
    Array.from({ length: count }, (_, n) => {
      const date = new Date(Date.UTC(2025, 0, 1 + n)).toUTCString().replace('GMT', '+0000');
      return mboxEntry(mailOf({ id: `m${from + n}`, subject: `No. ${from + n}`, date }), 'a@x.example', 0);
    }),
  );

async function takeIn(desk: Desk, bytes: Buffer, piece: number, name = 'old.mbox') {
  let row = beginImport(desk, { name, size: bytes.length, format: 'mbox' });
  while (row.received < bytes.length)
    row = await receiveImport(desk, row.id, row.received, bytes.subarray(row.received, row.received + piece));
  return row;
}

describe('taking in a mailbox file', () => {
  it('keeps every message once, at its own date, in its thread, to be found; in pieces of any size', async () => {
    for (const piece of [97, 1000, 1_000_000]) {
      const { desk } = tempDesk();
      expect(await takeIn(desk, mailbox(20), piece)).toMatchObject({ added: 20, same: 0, unreadable: 0 });
      const all = archived(desk);
      expect(all.map(({ subject }) => subject)).toEqual(
        Array.from({ length: 20 }, (_, n) => `No. ${19 - n}`),
      );
      expect(all[0]!.at).toBe(Date.UTC(2025, 0, 20));
      expect(search(desk, 'subject:7', 9).hits).toHaveLength(1);
    }
  });

  it('goes on where it stopped, and takes nothing twice', async () => {
    const { desk } = tempDesk();
    const bytes = mailbox(10);
    const row = beginImport(desk, { name: 'old.mbox', size: bytes.length, format: 'mbox' });
    await receiveImport(desk, row.id, 0, bytes.subarray(0, 1500));
    await expect(receiveImport(desk, row.id, 0, bytes.subarray(0, 1500))).rejects.toThrow(Refused);
    const again = beginImport(desk, { name: 'old.mbox', size: bytes.length, format: 'mbox' });
    expect([again.id, again.received]).toEqual([row.id, 1500]);
    expect(await takeIn(desk, bytes, 400)).toMatchObject({ added: 10, same: 0 });
    // The same mail in another file is here already.
    expect(await takeIn(desk, Buffer.concat([bytes, mailbox(2, 10)]), 5000, 'copy.mbox')).toMatchObject({
      added: 2,
      same: 10,
    });
    expect(archived(desk)).toHaveLength(12);
  });

  it('takes two files of one name and size for two, and what has no id twice for once', async () => {
    const { desk } = tempDesk();
    const take = async (bytes: Buffer) => {
      const { id } = beginImport(desk, { name: 'a.eml', size: bytes.length, format: 'eml' });
      return receiveImport(desk, id, 0, bytes);
    };
    const date = 'Tue, 3 Nov 2026 10:00:00 +0000';
    expect(await take(mailOf({ subject: 'One', date }))).toMatchObject({ added: 1, same: 0 });
    expect(await take(mailOf({ subject: 'Two', date }))).toMatchObject({ added: 1, same: 0 });
    expect(await take(mailOf({ subject: 'One', date }))).toMatchObject({ added: 0, same: 1 });
    // Without a date either.
    expect(await take(mailOf({ subject: 'Three' }))).toMatchObject({ added: 1, same: 0 });
    expect(await take(mailOf({ subject: 'Three' }))).toMatchObject({ added: 0, same: 1 });
    expect(archived(desk)).toHaveLength(3);
  });

  it('keeps aside what is no message, whole, with the reason', async () => {
    const { desk } = tempDesk();
    const junk = 'this is no message\nat all\n';
    const bytes = Buffer.concat([mailbox(1), mboxEntry(Buffer.from(junk), 'x', 0), mailbox(1, 1)]);
    expect(await takeIn(desk, bytes, 64)).toMatchObject({ added: 2, unreadable: 1 });
    const { aside } = readImports(desk);
    expect(aside).toMatchObject([
      { name: 'old.mbox', reason: expect.stringContaining('header fields') as string },
    ]);
    expect(readAside(desk, aside[0]!.id).bytes.toString()).toBe(junk);
    expect(() => readAside(desk, 'none')).toThrow(NotFound);
  });

  it('refuses more than was announced, and what nobody announced', async () => {
    const { desk } = tempDesk();
    const { id } = beginImport(desk, { name: 'a.eml', size: 10, format: 'eml' });
    await expect(receiveImport(desk, id, 0, Buffer.alloc(11))).rejects.toThrow(Invalid);
    await expect(receiveImport(desk, 'none', 0, Buffer.alloc(1))).rejects.toThrow(NotFound);
  });

  it('of one EML file, into the inbox where that is wanted; a date that cannot be is now', async () => {
    const { desk } = tempDesk();
    const bytes = mailOf({ id: 'a', date: 'Thu, 1 Jan 2099 00:00:00 +0000' });
    const { id } = beginImport(desk, { name: 'a.eml', size: bytes.length, format: 'eml' });
    await receiveImport(desk, id, 0, bytes, 'inbox');
    const [message] = listThreads(desk, { place: 'inbox', order: 'time', limit: 9 }).messages;
    expect(message!.at).toBe(desk.now());
  });
});

it('what is given out can be taken in elsewhere as the same', async () => {
  const { desk } = tempDesk();
  await takeIn(desk, mailbox(250), 10_000);
  const file = Buffer.concat([...exportMbox(desk)]);
  const other = tempDesk().desk;
  expect(await takeIn(other, file, 7777)).toMatchObject({ added: 250, unreadable: 0 });
  const [first] = archived(other);
  const [same] = archived(desk);
  expect(readSource(other, first!.id).equals(readSource(desk, same!.id))).toBe(true);
  expect([...exportMbox(desk, [same!.id, 'none'])]).toHaveLength(1);
});

describe('what is here already', () => {
  const letter = (text: string, more = '') =>
    `From: h@x.example\r\nMessage-ID: <one@x.example>\r\nDate: Tue, 24 Nov 2026 10:00:00 +0000\r\n${more}\r\n${text}\r\n`;
  const unnamed = letter('hi').replace(/Message-ID: [^\r]*\r\n/, '');
  const asFile = (source: string) => Buffer.from(mboxEntry(Buffer.from(source), 'h@x.example', 0));

  it('a different message under a known Message-ID is another one, by whatever way it comes', async () => {
    const { desk } = tempDesk();
    await receiveMail(desk, Buffer.from(letter('hi')));
    expect(await takeIn(desk, asFile(letter('not hi')), 999, 'a.mbox')).toMatchObject({ added: 1, same: 0 });
    expect(await takeIn(desk, asFile(letter('hi', 'Subject: x\r\n')), 999, 'b.mbox')).toMatchObject({
      added: 1,
      same: 0,
    });
    await receiveMail(desk, Buffer.from(letter('hello')));
    expect(search(desk, 'from:h@x.example', 9).hits).toHaveLength(4);
    // And all of them are known now, however their lines end and whatever way they took.
    const seen = [
      letter('hi'),
      letter('not hi'),
      letter('hello', 'Received: by a; b\r\n c\r\n'),
      letter('hi', 'Subject: x\r\n'),
    ];
    for (const [index, source] of seen.entries())
      expect(await takeIn(desk, asFile(source), 999, `${index}.mbox`), source).toMatchObject({
        added: 0,
        same: 1,
      });
  });

  it('one without a Message-ID is known by what it says, whichever way it came first', async () => {
    const { desk } = tempDesk();
    const first = await receiveMail(desk, Buffer.from(unnamed));
    expect((await receiveMail(desk, Buffer.from(unnamed))).id).toBe(first.id);
    expect(await takeIn(desk, asFile(unnamed), 999)).toMatchObject({ added: 0, same: 1 });
    const { desk: other } = tempDesk();
    expect(await takeIn(other, asFile(`${unnamed}PS\r\n`), 999)).toMatchObject({ added: 1 });
    expect(await takeIn(other, asFile(unnamed), 999, 'b.mbox')).toMatchObject({ added: 1 });
    await takeIn(other, asFile(unnamed), 999, 'c.mbox');
    expect(archived(other).reduce((sum, { count }) => sum + count, 0)).toBe(2);
  });

  it('one that came before such was looked for is known from the next start on', async () => {
    const { desk, dir } = tempDesk();
    const { id } = await receiveMail(desk, Buffer.from(unnamed));
    desk.store.db.run(`UPDATE sources SET digest = NULL WHERE message_id = '${id}'`);
    expect(prepareData(dir, 'sandbox')).toBe(false);
    expect(await takeIn(desk, asFile(unnamed), 999)).toMatchObject({ added: 0, same: 1 });
  });

  it('what left from here is known in a file; a copy of it that comes in is mail all the same', async () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, {
      to: ['a@x.example', 'registrar@wrenfield.example'],
      subject: 'x',
      text: 'x',
    });
    const [departure] = scheduleMessage(desk, id, { kind: 'at', local: '2026-11-24T15:00', zone: 'Etc/UTC' });
    moveClock(desk, { set: NOW + 3_600_000 });
    const { bytes } = (await claimDeparture(desk, departure!.id))!;
    await finishAttempt(desk, departure!.id, {
      outcomes: [
        { address: 'a@x.example', status: 'accepted', answer: '250' },
        { address: 'registrar@wrenfield.example', status: 'accepted', answer: '250' },
      ],
      unanswered: false,
    });
    expect(await takeIn(desk, Buffer.from(mboxEntry(bytes, 'me', 0)), 999)).toMatchObject({
      added: 0,
      same: 1,
    });
    expect((await receiveMail(desk, bytes)).direction).toBe('in');
  });
});

it('a mailbox file whose lines end with CR alone is set aside, counted, and given back whole', async () => {
  const { desk } = tempDesk();
  const bytes = Buffer.from('From a\rFrom: a@x.example\rSubject: A\r\rhello\r\rFrom b\rSubject: B\r\ry\r');
  for (const piece of [7, 10_000]) {
    const row = await takeIn(desk, bytes, piece, `${piece}.mbox`);
    expect(row).toMatchObject({ added: 0, same: 0, unreadable: 1 });
  }
  const [aside] = readImports(desk).aside;
  expect(aside!.reason).toMatch(/lines end with CR alone/);
  expect(readAside(desk, aside!.id).bytes.equals(bytes)).toBe(true);
});
