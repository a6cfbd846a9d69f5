/** What is kept once, how long, and what goes with the last that holds it. */
import { randomBytes } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { countRows, tempDesk } from '#test/support/desk';
import { frozenOf } from '#store/frozen';
import { historyOf } from '#store/journal';
import { changeSettings } from './changeSettings';
import { moveClock } from './clock/sandbox';
import { takeBack } from './departures/takeBack';
import type { Desk } from './desk';
import { NotFound } from './errors';
import { readMail } from '#mail/readMail';
import { readSpace } from './health';
import { knownAlready } from './incoming/knownAlready';
import { receiveMail } from './incoming/receiveMail';
import { keepHouse } from './keepHouse';
import { announceAttachment, readAttachment, receivePiece, removeAttachment } from './messages/attachments';
import { createDraft } from './messages/createDraft';
import { deleteMessage, restoreMessage } from './messages/deleteMessage';
import { readMessage, readSource } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';

const DAY = 86_400_000;
const readers = (count: number) => Array.from({ length: count }, (_, index) => `r${index}@x.example`);

function draftWith(desk: Desk, bytes: Buffer, to = ['a@x.example']) {
  const { id } = createDraft(desk, { to, subject: 'Crates', text: 'Hello' });
  const file = announceAttachment(desk, id, {
    name: 'plan.pdf',
    type: 'application/pdf',
    size: bytes.length,
  });
  // As a browser sends it.
  for (let at = 0; at < bytes.length; at += 512 * 1024)
    receivePiece(desk, file.id, at, bytes.subarray(at, at + 512 * 1024));
  return { id, file: file.id };
}

async function leave(desk: Desk, id: string, count: number) {
  const departures = scheduleMessage(desk, id, { kind: 'now' }, undefined, { copies: 'individual' });
  moveClock(desk, { set: departures[0]!.due });
  const sources: Buffer[] = [];
  for (const each of departures.slice(0, count)) {
    const claim = (await claimDeparture(desk, each.id))!;
    const outcomes = claim.envelope.addresses.map((address) => ({
      address,
      status: 'accepted' as const,
      answer: '',
    }));
    await finishAttempt(desk, each.id, { outcomes, unanswered: false });
    sources.push(claim.bytes);
  }
  return { departures, sources };
}

describe('a file', () => {
  it('is kept once, in however many messages and copies it is, and in each of them whole', async () => {
    const { desk } = tempDesk();
    changeSettings(desk, { holdSeconds: 0 });
    const bytes = randomBytes(1_000_000);
    const first = draftWith(desk, bytes, readers(5));
    draftWith(desk, bytes);
    expect(countRows(desk, 'pieces')).toBe(4);
    const { departures, sources } = await leave(desk, first.id, 4);
    expect(countRows(desk, 'pieces')).toBe(4);
    // Headers and words, four times.
    expect(desk.store.db.get<{ n: number }>('SELECT sum(length(bytes)) AS n FROM frozen').n).toBeLessThan(
      10_000,
    );
    const encoded = bytes.toString('base64');
    for (const source of sources) expect(source.toString('latin1').replaceAll('\r\n', '')).toContain(encoded);
    expect(readSource(desk, first.id).equals(sources.at(-1)!)).toBe(true);
    expect(
      new Set(sources.map((source) => /^Message-ID: .*$/m.exec(source.toString('latin1'))![0])).size,
    ).toBe(4);
    // One reader's copy becomes a draft of its own, with the file.
    const own = takeBack(desk, departures[4]!.id).messageId;
    expect(own).not.toBe(first.id);
    const [file] = readMessage(desk, own).attachments;
    expect((await readAttachment(desk, file!.id)).bytes.equals(bytes)).toBe(true);
    expect(countRows(desk, 'pieces')).toBe(4);
  });

  it('goes with the last that holds it: taken out, deleted, and forgotten after its days', async () => {
    const { desk } = tempDesk();
    changeSettings(desk, { holdSeconds: 0, keepCopiesDays: 10, keepDeletedDays: 5 });
    const bytes = randomBytes(300_000);
    const gone = draftWith(desk, bytes);
    const left = draftWith(desk, bytes);
    const changed = draftWith(desk, bytes);
    await leave(desk, left.id, 1);
    deleteMessage(desk, gone.id);
    removeAttachment(desk, changed.file);
    moveClock(desk, { set: desk.now() + 4 * DAY });
    await keepHouse(desk);
    restoreMessage(desk, gone.id);
    deleteMessage(desk, gone.id);
    moveClock(desk, { set: desk.now() + 6 * DAY });
    await keepHouse(desk);
    expect(() => restoreMessage(desk, gone.id)).toThrow(NotFound);
    expect(countRows(desk, 'pieces')).toBe(2);
    expect(readSource(desk, left.id).length).toBeGreaterThan(400_000);
    moveClock(desk, { set: desk.now() + DAY });
    await keepHouse(desk);
    // The copy is forgotten; the message has its file, and what is left of it says when it left.
    expect(() => readSource(desk, left.id)).toThrow(NotFound);
    const { attachments, departures } = readMessage(desk, left.id);
    expect((await readAttachment(desk, attachments[0]!.id)).bytes.equals(bytes)).toBe(true);
    expect(departures[0]!.state).toBe('sent');
  });
});

it('copies of one moment, more than are forgotten at once, are all forgotten, and nothing that has not left', async () => {
  const { desk } = tempDesk();
  changeSettings(desk, { holdSeconds: 0, keepCopiesDays: 1 });
  const { id } = createDraft(desk, { to: readers(230), subject: 'x', text: 'y' });
  const { departures } = await leave(desk, id, 225);
  await claimDeparture(desk, departures[229]!.id);
  moveClock(desk, { set: desk.now() + 2 * DAY });
  await keepHouse(desk);
  expect(countRows(desk, 'frozen')).toBe(1);
  expect(frozenOf(desk.store.db, departures[229]!.id)).toBeDefined();
  // Kept longer from now on, what is forgotten is not looked for.
  changeSettings(desk, { keepCopiesDays: null });
  await keepHouse(desk);
  expect(countRows(desk, 'frozen')).toBe(1);
});

it('a long message that came is in pieces, which go with it', async () => {
  const { desk } = tempDesk();
  const mail = Buffer.from(
    `From: a@x.example\r\nMessage-ID: <1@x>\r\nSubject: Long\r\n\r\n${'words\r\n'.repeat(100_000)}`,
  );
  const { id } = await receiveMail(desk, mail);
  expect(countRows(desk, 'pieces')).toBeGreaterThan(0);
  expect(readSource(desk, id).equals(mail)).toBe(true);
  desk.store.write((tx) => tx.run(`DELETE FROM messages WHERE id = '${id}'`));
  expect(countRows(desk, 'pieces')).toBe(0);
});

it('history is forgotten after its days, but for what is still to leave', async () => {
  const { desk } = tempDesk();
  changeSettings(desk, { holdSeconds: 0, keepJournalDays: 3 });
  const left = createDraft(desk, { to: readers(1), subject: 'x', text: 'y' });
  const waits = createDraft(desk, { to: readers(1), subject: 'x', text: 'y' });
  scheduleMessage(desk, waits.id, { kind: 'at', local: '2027-11-24T10:00', zone: 'UTC' });
  await leave(desk, left.id, 1);
  const lines = (id: string) => historyOf(desk.store.db, id).length;
  const [before, waiting] = [lines(left.id), lines(waits.id)];
  expect(Math.min(before, waiting)).toBeGreaterThan(0);
  moveClock(desk, { set: desk.now() + 2 * DAY });
  await keepHouse(desk);
  expect([lines(left.id), lines(waits.id)]).toEqual([before, waiting]);
  moveClock(desk, { set: desk.now() + 2 * DAY });
  await keepHouse(desk);
  // The very last line says how far the sandbox has come.
  expect(lines(left.id)).toBeLessThanOrEqual(1);
  expect(lines(waits.id)).toBe(waiting);
  expect(readMessage(desk, left.id).departures[0]!.state).toBe('sent');
});

describe('the bytes of what has come', () => {
  const mail = (id: string, more = '', body = 'words') =>
    Buffer.from(`From: a@x.example\r\nMessage-ID: <${id}@x>\r\nSubject: ${id}\r\n${more}\r\n${body}\r\n`);
  const WITH_FILE = 'Content-Type: multipart/mixed; boundary=b\r\n';
  const FILE =
    '--b\r\n\r\nwords\r\n--b\r\nContent-Disposition: attachment; filename=a.txt\r\n\r\nfile\r\n--b--';
  const ARMOR = '-----BEGIN PGP MESSAGE-----\r\n\r\nwcBM\r\n-----END PGP MESSAGE-----';

  it('are forgotten after their days, where nothing else needs them; what it says stays, and it is known once it comes again', async () => {
    const { desk } = tempDesk();
    changeSettings(desk, { keepSourcesDays: 10 });
    const long = mail('long', '', 'words\r\n'.repeat(100_000));
    const forgotten = [await receiveMail(desk, mail('plain')), await receiveMail(desk, long)];
    const kept = [
      await receiveMail(desk, mail('file', WITH_FILE, FILE)),
      await receiveMail(desk, mail('armor', '', ARMOR)),
    ];
    const before = readSpace(desk).sources;
    moveClock(desk, { set: desk.now() + 8 * DAY });
    const later = await receiveMail(desk, mail('later'));
    moveClock(desk, { set: desk.now() + 3 * DAY });
    await keepHouse(desk);
    for (const { id } of forgotten) expect(() => readSource(desk, id)).toThrow(NotFound);
    for (const { id } of [...kept, later]) expect(readSource(desk, id).length).toBeGreaterThan(0);
    expect(readMessage(desk, forgotten[0]!.id).text).toBe('words');
    expect(countRows(desk, 'pieces')).toBe(0);
    expect(readSpace(desk).sources).toBeLessThan(before - long.length / 2);
    const [file] = readMessage(desk, kept[0]!.id).attachments;
    expect((await readAttachment(desk, file!.id)).bytes.toString().trim()).toBe('file');
    // Taken in once more, from a file or a mailbox that counts anew, it is the one there is; changed, it is another.
    expect(knownAlready(desk.store.db, await readMail(mail('plain')))?.id).toBe(forgotten[0]!.id);
    expect(knownAlready(desk.store.db, await readMail(mail('plain', 'Received: by y\r\n')))?.id).toBe(
      forgotten[0]!.id,
    );
    expect(knownAlready(desk.store.db, await readMail(mail('plain', '', 'other words')))).toBeUndefined();
    expect(
      knownAlready(desk.store.db, await readMail(Buffer.from('Subject: none\r\n\r\nwords\r\n'))),
    ).toBeUndefined();
  });
});
