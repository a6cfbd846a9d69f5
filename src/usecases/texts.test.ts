/** Kept texts: made, used, brought back, exchanged; and what their fields become for each reader. */
import { describe, expect, it } from 'vitest';
import { inboxOf, tempDesk } from '#test/support/desk';
import { attachmentsOf } from '#store/attachments';
import { draftMessages, findMessage } from '#store/messages';
import { findDeparture } from '#store/departures';
import { frozenOf } from '#store/frozen';
import { changeSettings } from './changeSettings';
import type { Desk } from './desk';
import { claimDeparture } from './release/claimDeparture';
import { readDeparture } from './departures/departureView';
import { resumeDeparture } from './departures/changeDeparture';
import { closeEditing, openForEditing } from './departures/editLease';
import { finishAttempt } from './release/finishAttempt';
import { editMessage } from './messages/editMessage';
import { announceAttachment, receivePiece } from './messages/attachments';
import { createDraft } from './messages/createDraft';
import { deleteMessage } from './messages/deleteMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { addCorrespondent, changeCorrespondent } from './people/correspondents';
import { exportCorrespondents, importCorrespondents } from './people/exchange';
import { readFilled } from './fields/readFilled';
import { indexWhatWaits, search } from './search/search';
import { exportText, importText } from './texts/exchangeText';
import {
  addText,
  bringBackVersion,
  changeText,
  deleteText,
  forgetTexts,
  restoreText,
} from './texts/keepText';
import { listTexts, readText } from './texts/textView';
import { putText } from './texts/useText';

function deskWithPeople(): Desk {
  const { desk } = tempDesk();
  changeSettings(desk, {
    me: { name: 'Tamsin Oyelaran', address: 'tamsin@wrenfield.example' },
    zone: 'Europe/Lisbon',
  });
  addCorrespondent(desk, {
    name: 'Haruki Anzai',
    addresses: ['haruki@north.example'],
    zone: 'Asia/Tokyo',
    organisation: 'Naniwa Lamps',
    columns: { 'Loan number': 'WF-2041' },
  });
  addCorrespondent(desk, {
    name: 'Marisol Prieto',
    addresses: ['marisol@sul.example'],
    zone: 'America/Sao_Paulo',
    language: 'pt',
  });
  return desk;
}

const AT = { kind: 'at', local: '2026-12-03T09:00', zone: 'Europe/Lisbon' } as const;
const refusal = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    return (error as Error).message;
  }
  return '';
};

function attach(desk: Desk, message: string, name: string, bytes: Buffer) {
  const { id } = announceAttachment(desk, message, { name, type: 'text/plain', size: bytes.length });
  receivePiece(desk, id, 0, bytes);
}

describe('a kept text', () => {
  it('is no draft, is found by no search, and neither leaves nor is deleted as a message', () => {
    const desk = deskWithPeople();
    const text = addText(desk, {
      name: ' Loan  reminder ',
      subject: 'Quincunx',
      text: 'Dear {{first name}}',
    });
    expect(draftMessages(desk.store.db, 10)).toEqual([]);
    indexWhatWaits(desk);
    expect(search(desk, 'quincunx', 10).hits).toEqual([]);
    expect(inboxOf(desk).messages).toEqual([]);
    expect(refusal(() => scheduleMessage(desk, text.messageId, { kind: 'now' }))).toContain('Library');
    expect(refusal(() => deleteMessage(desk, text.messageId))).toContain('Library');
    expect(refusal(() => editMessage(desk, text.messageId, { text: 'x' }))).toContain('Library');
    expect(
      refusal(() => addText(desk, { name: 'loan reminder'.toUpperCase().replace(' ', '  ') })),
    ).toContain('already');
    expect(refusal(() => addText(desk, { name: ' \n ' }))).toContain('name');
  });

  it('keeps what it said before ten times, one a sitting, and says it again', () => {
    const desk = deskWithPeople();
    const message = createDraft(desk, { subject: 's', text: 'one' });
    attach(desk, message.id, 'list.txt', Buffer.from('list'));
    const { id } = addText(desk, { name: 'A', subject: 's', text: 'one' }, message.id);
    changeText(desk, id, { text: 'two', sitting: 'x' });
    changeText(desk, id, { text: 'two!', sitting: 'x' });
    changeText(desk, id, { name: 'B', sitting: 'y' });
    expect(readText(desk, id).versions.map(({ text }) => text)).toEqual(['two!', 'one']);
    changeText(desk, id, { text: 'three', sitting: 'y' });
    expect(readText(desk, id)).toMatchObject({
      name: 'B',
      text: 'three',
      attachments: [{ name: 'list.txt' }],
    });
    bringBackVersion(desk, id, 1);
    const back = readText(desk, id);
    expect(back.versions.map(({ version, text }) => [version, text])).toEqual([
      [4, 'one'],
      [3, 'three'],
      [2, 'two!'],
      [1, 'one'],
    ]);
    expect(attachmentsOf(desk.store.db, back.messageId)).toHaveLength(1);
    expect(refusal(() => bringBackVersion(desk, id, 4))).toContain('already');
    for (let n = 0; n < 20; n++) changeText(desk, id, { text: `n${n}` });
    const { versions } = readText(desk, id);
    expect(versions).toHaveLength(11);
    expect(versions[0]!.text).toBe('n19');
    expect(refusal(() => bringBackVersion(desk, id, 1))).toContain('not kept');
    expect(refusal(() => changeText(desk, id, { text: 'late' }, 1))).not.toBe('');
  });

  it('is deleted, and there again; after its time it is gone with all it said', () => {
    const desk = deskWithPeople();
    const { id, messageId } = addText(desk, { name: 'A', text: 'one' });
    changeText(desk, id, { text: 'two' });
    deleteText(desk, id);
    expect(listTexts(desk)).toEqual([]);
    const other = addText(desk, { name: 'a' });
    expect(refusal(() => restoreText(desk, id))).toContain('already');
    changeText(desk, other.id, { name: 'c' });
    restoreText(desk, id);
    expect(listTexts(desk).map(({ name }) => name)).toEqual(['A', 'c']);
    deleteText(desk, id);
    forgetTexts(desk, desk.now() + 1);
    expect(refusal(() => restoreText(desk, id))).toContain('no such text');
    expect(findMessage(desk.store.db, messageId)).toBeUndefined();
    expect(listTexts(desk).map(({ name }) => name)).toEqual(['c']);
  });

  it('lends a draft what is attached to it', () => {
    const desk = deskWithPeople();
    const from = createDraft(desk, {});
    attach(desk, from.id, 'list.txt', Buffer.from('list'));
    const { id } = addText(
      desk,
      { name: 'A', subject: 'S', text: 'Dear {{name}}', html: '<p>Dear {{name}}</p>' },
      from.id,
    );
    const draft = createDraft(desk, { to: ['haruki@north.example'] });
    expect(putText(desk, draft.id, id)).toMatchObject({
      subject: 'S',
      html: '<p>Dear {{name}}</p>',
      attachments: [expect.any(String)],
    });
    expect(attachmentsOf(desk.store.db, draft.id).map(({ name }) => name)).toEqual(['list.txt']);
    expect(readText(desk, id)).toMatchObject({
      used: 1,
      usedAt: desk.now(),
      fields: [{ name: 'name', kind: 'reader' }],
    });
  });

  it('goes out as a message file and comes back from one', async () => {
    const desk = deskWithPeople();
    const from = createDraft(desk, {});
    attach(desk, from.id, 'Läufer.txt', Buffer.from('ä'));
    const words = {
      subject: 'Loan {{loan number}} – {{organisation|you}}',
      text: 'Dear {{first name}},\n\nback by {{3 working days after}}?',
      html: '<p>Dear {{first name}},</p><p>back by <a href="{{form}}">{{3 working days after}}</a>?</p>',
    };
    const { id } = addText(desk, { name: 'Loan: “ask”', ...words }, from.id);
    const { name, bytes } = await exportText(desk, id);
    const read = readText(desk, (await importText(desk, bytes.toString(), name)).id);
    expect(read.name).toBe('Loan: “ask” 2');
    expect(read.subject).toBe(words.subject);
    expect(read.text.trim()).toBe(words.text);
    expect(read.html).toContain('{{first name}}');
    expect(read.html).toContain('href="{{form}}"');
    expect(read.attachments).toMatchObject([{ name: 'Läufer.txt', size: 2 }]);
    const hostile =
      'From: a@b.example\r\nSubject: x\r\nContent-Type: text/html\r\n\r\n<p onclick="x">hi<script>alert(1)</script></p>';
    expect(readText(desk, (await importText(desk, hostile)).id).html).not.toMatch(/script|onclick/);
    await expect(importText(desk, 'no message at all')).rejects.toThrow(/no message/);
  });
});

/** What leaves, of one departure. */
async function bytesOf(desk: Desk, departure: string, at: string): Promise<string> {
  desk.store.write((tx) => tx.run(`update clock set anchor = ${Date.parse(at)}, barrier = null`));
  expect(await claimDeparture(desk, departure)).toBeDefined();
  return frozenOf(desk.store.db, departure)!.bytes.toString();
}

describe('fields of a message', () => {
  it('stop it by name where nothing is known of a reader, until that is told, given or said otherwise', () => {
    const desk = deskWithPeople();
    const to = ['haruki@north.example', 'marisol@sul.example'];
    const individual = { copies: 'individual' as const };
    const draft = (text: string, fields = {}) => createDraft(desk, { to, subject: 's', text, fields }).id;
    const schedule = (id: string, choices = {}) =>
      refusal(() => scheduleMessage(desk, id, AT, undefined, choices));
    const id = draft('Dear {{first name}} of {{organisation}}');
    expect(schedule(id)).toMatch(/first name.*individual copies/);
    expect(schedule(id, individual)).toBe('“organisation” is not known of Marisol Prieto.');
    expect(findMessage(desk.store.db, id)!.draft).toBe(true);
    expect(schedule(draft('{{organisation|your house}}'), individual)).toBe('');
    expect(
      schedule(draft('{{organisation}}', { Organisation: { 'Marisol@sul.example': 'Casa' } }), individual),
    ).toBe('');
    expect(schedule(draft('{{room}}', { room: { 'haruki@north.example': 'A' } }), individual)).toContain(
      'room',
    );
    expect(schedule(draft('{{room}}', { room: { '': 'A' } }))).toBe('');
    expect(schedule(draft('{{loan number}}'), individual)).toContain('Marisol');
    const { id: person } = addCorrespondent(desk, { addresses: ['third@x.example'] });
    changeCorrespondent(desk, person, { columns: { 'loan number': '7' } });
    const third = createDraft(desk, { to: ['third@x.example'], subject: '{{loan number}}', text: 'x' }).id;
    expect(schedule(third)).toBe('');
    // A link that leads nowhere stops it too.
    const link = createDraft(desk, {
      to: ['third@x.example'],
      subject: 's',
      html: '<p><a href="{{form}}">form</a></p>',
      fields: { form: { '': 'javascript:x' } },
    });
    expect(schedule(link.id)).toMatch(/link|form/);
  });

  it('stop what was changed while it was open, as they stop what is scheduled; it stays open', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, { to: ['Ana <ana@x.example>'], subject: 'x', text: 'Hello.' });
    const [scheduled] = scheduleMessage(desk, id, {
      kind: 'at',
      local: '2026-12-01T09:00',
      zone: 'Etc/UTC',
    });
    const { id: departure } = scheduled!;
    const token = openForEditing(desk, departure);
    editMessage(desk, id, { text: 'The loan is {{loan number}}.' });
    expect(() => closeEditing(desk, departure, token, 'go-on')).toThrow(/loan number.*Ana/);
    expect(findDeparture(desk.store.db, departure)).toMatchObject({ state: 'paused', pausedFor: 'editing' });
    editMessage(desk, id, { fields: { 'loan number': { '': '7' } } });
    expect(closeEditing(desk, departure, token, 'go-on')).toMatchObject({ state: 'scheduled' });
    // To stand still needs no value.
    const again = openForEditing(desk, departure);
    editMessage(desk, id, { text: '{{another}}' });
    expect(closeEditing(desk, departure, again, 'pause').state).toBe('paused');
    // To go on it does, whichever way.
    expect(() => resumeDeparture(desk, departure)).toThrow(/another.*Ana/);
    editMessage(desk, id, { text: 'Hello.' });
    expect(resumeDeparture(desk, departure).state).toBe('scheduled');
  });

  it('become each reader’s own as it leaves, on their day, in their language, and never another’s', async () => {
    const desk = deskWithPeople();
    const { id } = createDraft(desk, {
      to: ['haruki@north.example', 'marisol@sul.example'],
      subject: '{{name}}, {{date}}',
      html: '<p>Room {{room}} of {{first name}}, by {{the friday after}}. Yours, {{my first name}}</p>',
      fields: { room: { 'haruki@north.example': '<b>1</b>', 'marisol@sul.example': 'nº 2' } },
    });
    const [haruki, marisol] = scheduleMessage(
      desk,
      id,
      { kind: 'at', local: '2026-12-03T23:30', zone: 'Europe/Lisbon' },
      undefined,
      { copies: 'individual' },
    );
    const first = await bytesOf(desk, haruki!.id, '2026-12-03T23:30:00Z');
    const second = await bytesOf(desk, marisol!.id, '2026-12-03T23:30:00Z');
    // Friday there already, Thursday here.
    expect(first).toContain('Haruki Anzai, Friday, December 4, 2026');
    expect(first).toContain('&lt;b&gt;1&lt;/b&gt; of Haruki');
    expect(first).toContain('11 December 2026'.slice(0, 2));
    expect(first).not.toMatch(/Marisol|n=C2=BA/);
    expect(second).toMatch(/quinta-feira/);
    expect(second).not.toMatch(/Haruki|<b>/);
    expect(second).toContain('Tamsin');
    // What each had is shown of it, once they have it.
    for (const { id: copy, reader } of [haruki!, marisol!])
      await finishAttempt(desk, copy, {
        outcomes: [{ address: reader!, status: 'accepted', answer: '' }],
        unanswered: false,
      });
    expect(readDeparture(desk, haruki!.id).filledText).toContain('Room <b>1</b> of Haruki');
    expect(readDeparture(desk, marisol!.id).filledText).toContain('Room nº 2 of Marisol');
    expect(findMessage(desk.store.db, id)!.subject).toBe('{{name}}, {{date}}');
  });

  it('stand in it until somebody has it: put off and given another reader, it is filled for that one', async () => {
    const desk = deskWithPeople();
    const text = 'Dear {{first name}}.';
    const { id } = createDraft(desk, { to: ['haruki@north.example'], subject: 's', text });
    const [departure] = scheduleMessage(desk, id, AT);
    expect(await bytesOf(desk, departure!.id, '2026-12-03T09:00:00Z')).toContain('Dear Haruki.');
    const came = (address: string, status: 'deferred' | 'accepted') =>
      finishAttempt(desk, departure!.id, {
        outcomes: [{ address, status, answer: '' }],
        unanswered: false,
      });
    await came('haruki@north.example', 'deferred');
    expect(findMessage(desk.store.db, id)!.text).toBe(text);
    editMessage(desk, id, { to: ['marisol@sul.example'] });
    const { due } = findDeparture(desk.store.db, departure!.id)!;
    expect(await bytesOf(desk, departure!.id, new Date(due).toISOString())).toContain('Dear Marisol.');
    await came('marisol@sul.example', 'accepted');
    expect(findMessage(desk.store.db, id)!.text).toBe('Dear Marisol.');
  });

  it('are shown for each reader while it is written', () => {
    const desk = deskWithPeople();
    const recipients = [{ address: 'haruki@north.example' }, { address: 'marisol@sul.example' }];
    const asked = {
      subject: '{{loan number}}',
      text: 'Dear {{first name}}\n{{room}}',
      fields: {},
      recipients,
    };
    const [haruki, marisol] = readFilled(desk, { ...asked, together: false });
    expect(haruki).toMatchObject({ name: 'Haruki Anzai', subject: 'WF-2041', text: 'Dear Haruki\n{{room}}' });
    expect(marisol!.fields.map(({ name, value, why }) => [name, value, why])).toEqual([
      ['loan number', null, 'has no value for Marisol Prieto'],
      ['first name', 'Marisol', null],
      ['room', null, 'has no value for Marisol Prieto'],
    ]);
    const [together, ...none] = readFilled(desk, { ...asked, together: true });
    expect(none).toEqual([]);
    expect(together!.fields[1]).toMatchObject({
      value: null,
      why: expect.stringContaining('individual') as string,
    });
  });
});

describe('own columns of correspondents', () => {
  it('come from a table and go into both kinds of files', async () => {
    const desk = deskWithPeople();
    const table = 'name,email,Lamp no.,company,language\r\nAna Duarte,ana@sul.example,L-7,Casa da Luz,pt\r\n';
    await importCorrespondents(desk, 'csv', table, true);
    for (const format of ['csv', 'vcard'] as const) {
      const file = exportCorrespondents(desk, format);
      const { desk: other } = tempDesk();
      await importCorrespondents(other, format, file, true);
      const again = await importCorrespondents(other, format, file, true);
      expect(again).toMatchObject({ added: 0, changed: 0, same: 3 });
      expect(exportCorrespondents(other, 'csv')).toBe(exportCorrespondents(desk, 'csv'));
      expect(file).toContain('L-7');
    }
    const wrong = await importCorrespondents(desk, 'csv', 'name,language\nX,not a tag!\n', false);
    expect(wrong.rows[0]).toMatchObject({
      what: 'error',
      detail: expect.stringContaining('no language') as string,
    });
  });
});
