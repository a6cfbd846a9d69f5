/** Attachments, receipts and copies, by the use cases. */
import { describe, expect, it } from 'vitest';
import { tempDesk, inboxOf } from '#test/support/desk';
import { attachmentsOf } from '#store/attachments';
import { findDeparture } from '#store/departures';
import { frozenOf } from '#store/frozen';
import { changeSettings } from './changeSettings';
import type { Desk } from './desk';
import { readDeparture } from './departures/departureView';
import { takeBack } from './departures/takeBack';
import { Invalid, NotFound, Refused } from './errors';
import { receiveMail } from './incoming/receiveMail';
import {
  announceAttachment,
  attachedTo,
  readAttachment,
  receivePiece,
  removeAttachment,
  restoreAttachment,
} from './messages/attachments';
import { createDraft } from './messages/createDraft';
import { linkCompany } from './messages/linkCompany';
import { readHtml, readMessage } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { metAddresses } from './people/metAddresses';
import { claimDeparture } from './release/claimDeparture';
import { finishAttempt } from './release/finishAttempt';

const draft = { to: ['p@x.example'], subject: 'Crates', text: 'Hello' };
const NOW = { kind: 'now' } as const;
const announce = (desk: Desk, id: string, size: number, patch = {}) =>
  announceAttachment(desk, id, { name: 'list.csv', type: 'text/csv', size, ...patch });

/** Has a message leave, taken by the server for all. */
async function leave(desk: Desk, messageId: string) {
  changeSettings(desk, { holdSeconds: 0 });
  const [departure] = scheduleMessage(desk, messageId, NOW);
  const claim = (await claimDeparture(desk, departure!.id))!;
  const outcomes = claim.envelope.addresses.map((address) => ({
    address,
    status: 'accepted' as const,
    answer: '250 ok',
  }));
  await finishAttempt(desk, departure!.id, { outcomes, unanswered: false });
  return {
    id: departure!.id,
    headerId: findDeparture(desk.store.db, departure!.id)!.headerId!,
    bytes: claim.bytes,
  };
}

describe('an attachment', () => {
  it('comes in pieces, in any number of them, some of them twice', async () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, draft);
    const whole = Buffer.from('crate;kg\n1;31\n');
    const attachment = announce(desk, id, whole.length);
    expect(receivePiece(desk, attachment.id, 0, whole.subarray(0, 5)).received).toBe(5);
    expect(receivePiece(desk, attachment.id, 0, whole.subarray(0, 5)).received).toBe(5);
    expect(receivePiece(desk, attachment.id, 3, whole.subarray(3, 9)).received).toBe(9);
    expect(() => receivePiece(desk, attachment.id, 11, whole.subarray(11))).toThrow(/from 9 on are missing/);
    await expect(readAttachment(desk, attachment.id)).rejects.toThrow(NotFound);
    expect(receivePiece(desk, attachment.id, 9, whole.subarray(9)).received).toBe(whole.length);
    expect(() => receivePiece(desk, attachment.id, 10, Buffer.alloc(10))).toThrow(/more than the file/);
    expect((await readAttachment(desk, attachment.id)).bytes.equals(whole)).toBe(true);
  });

  it('that is half here keeps its message from leaving, when it is sent and at its moment', async () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, draft);
    const half = announce(desk, id, 10);
    expect(() => scheduleMessage(desk, id, NOW)).toThrow(/“list.csv” is not wholly here yet/);
    removeAttachment(desk, half.id);
    changeSettings(desk, { holdSeconds: 0 });
    const [departure] = scheduleMessage(desk, id, NOW);
    restoreAttachment(desk, half.id);
    expect(await claimDeparture(desk, departure!.id)).toBeUndefined();
    expect(readDeparture(desk, departure!.id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
  });

  it('taken out is not sent, comes back by undo, and is gone for good once the message has left', async () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, draft);
    const [kept, out] = ['one', 'two'].map((words) => {
      const attachment = announce(desk, id, 3, { name: `${words}.txt` });
      receivePiece(desk, attachment.id, 0, Buffer.from(words));
      return attachment;
    });
    removeAttachment(desk, out!.id);
    expect(restoreAttachment(desk, out!.id).removedAt).toBeNull();
    removeAttachment(desk, out!.id);
    const { bytes } = await leave(desk, id);
    expect(bytes.toString()).toContain('one.txt');
    expect(bytes.toString()).not.toContain('two.txt');
    expect(() => restoreAttachment(desk, out!.id)).toThrow(NotFound);
    expect(() => removeAttachment(desk, kept!.id)).toThrow(Refused);
  });

  it('is refused where it is too much, by itself and with the others', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, draft);
    expect(() => announce(desk, id, 25_000_001)).toThrow(/mail takes 25 MB/);
    announce(desk, id, 20_000_000);
    expect(() => announce(desk, id, 6_000_000)).toThrow(/there would be 26 MB attached/);
    expect(() => announce(desk, id, 10, { type: 'text/html', inline: true })).toThrow(Invalid);
  });

  it('stays with its message when that is taken back, and makes it another message meanwhile', () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, draft);
    const [departure] = scheduleMessage(desk, id, NOW);
    const attachment = announce(desk, id, 2);
    receivePiece(desk, attachment.id, 0, Buffer.from('ab'));
    expect(readDeparture(desk, departure!.id).revision).toBeGreaterThan(departure!.revision);
    takeBack(desk, departure!.id);
    expect(readMessage(desk, id).attachments).toMatchObject([{ name: 'list.csv', received: 2 }]);
  });
});

describe('one of several copies, taken back', () => {
  it('brings along what is attached, and where answers go; the others keep theirs', async () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, {
      ...draft,
      to: ['p@x.example', 'q@x.example'],
      replyTo: ['bela@x.example'],
      importance: 'high',
    });
    const attachment = announce(desk, id, 2);
    receivePiece(desk, attachment.id, 0, Buffer.from('ab'));
    const [first] = scheduleMessage(desk, id, NOW, undefined, { copies: 'individual' });
    const { messageId } = takeBack(desk, first!.id);
    expect(messageId).not.toBe(id);
    const own = readMessage(desk, messageId);
    expect(own).toMatchObject({
      importance: 'high',
      replyTo: [{ address: 'bela@x.example' }],
      attachments: [{ name: 'list.csv', received: 2 }],
    });
    removeAttachment(desk, own.attachments[0]!.id);
    expect((await attachedTo(desk.store.db, id)).map(({ bytes }) => bytes.toString())).toEqual(['ab']);
  });
});

const mail = (headers: string[], body: string) => Buffer.from([...headers, '', body].join('\r\n'));
const WITH_PICTURE = mail(
  [
    'From: Haruki <h@osaka.example>',
    'To: me@x.example',
    'Subject: Frame',
    'Message-ID: <frame@osaka.example>',
    'MIME-Version: 1.0',
    'Content-Type: multipart/mixed; boundary=m',
  ],
  [
    '--m',
    'Content-Type: multipart/related; boundary=r',
    '',
    '--r',
    'Content-Type: text/html',
    '',
    '<p>See <a href="https://osaka.example/terms">terms</a> <img src="cid:dot@osaka"></p>',
    '--r',
    'Content-Type: image/png',
    'Content-ID: <dot@osaka>',
    'Content-Transfer-Encoding: base64',
    '',
    'iVBORw0KGgo=',
    '--r--',
    '--m',
    'Content-Type: application/pdf; name="../a\u202e.pdf"',
    'Content-Disposition: attachment',
    '',
    'x',
    '--m--',
    '',
  ].join('\r\n'),
);

describe('of an incoming message', () => {
  it('attachments are listed under safe names, and read from its source', async () => {
    const { desk } = tempDesk();
    const { id } = await receiveMail(desk, WITH_PICTURE);
    const { attachments } = readMessage(desk, id);
    expect(attachments).toMatchObject([
      { type: 'image/png', contentId: 'dot@osaka', size: 8 },
      { name: 'a.pdf', type: 'application/pdf', contentId: null },
    ]);
    expect(inboxOf(desk).messages[0]!.attached).toBe(true);
    expect((await readAttachment(desk, attachments[1]!.id)).bytes.toString().trim()).toBe('x');
    expect((await readHtml(desk, id, false)).html).toContain('src="data:image/png;base64,iVBORw0KGgo="');
    expect(() => removeAttachment(desk, attachments[1]!.id)).toThrow(Refused);
  });

  it('everything attached is passed on with it, pictures in their places', async () => {
    const { desk } = tempDesk();
    const { id } = await receiveMail(desk, WITH_PICTURE);
    const passedOn = await attachedTo(desk.store.db, id);
    const forward = createDraft(
      desk,
      { ...draft, forwards: id, html: '<img src="cid:dot@osaka">' },
      passedOn,
    );
    expect(attachmentsOf(desk.store.db, forward.id)).toMatchObject([
      { contentId: 'dot@osaka', received: 8 },
      { name: 'a.pdf' },
    ]);
    expect((await readHtml(desk, forward.id, false)).html).toContain('data:image/png');
    expect(() => createDraft(desk, { forwards: 'none' })).toThrow(/to pass on does not exist/);
  });
});

describe('receipts', () => {
  const report = (about: string, fields: string) =>
    mail(
      [
        'From: postmaster@x.example',
        'To: me@x.example',
        'Subject: Report',
        'MIME-Version: 1.0',
        'Content-Type: multipart/report; report-type=delivery-status; boundary=b',
      ],
      [
        '--b',
        'Content-Type: message/delivery-status',
        '',
        fields,
        '--b',
        'Content-Type: text/rfc822-headers',
        '',
        `Message-ID: ${about}`,
        '--b--',
        '',
      ].join('\r\n'),
    );

  it('stand with the reader they are about, once, and stay out of the inbox where they are good', async () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, { ...draft, to: ['P@x.example', 'q@x.example'], deliveryReceipt: true });
    const left = await leave(desk, id);
    const good = report(
      left.headerId,
      'Final-Recipient: rfc822; p@X.example\r\nAction: delivered\r\nStatus: 2.0.0',
    );
    await receiveMail(desk, good);
    await receiveMail(desk, Buffer.concat([Buffer.from('X-Again: 1\r\n'), good]));
    const [p, q] = readDeparture(desk, left.id).readers;
    expect(p!.receipts.map(({ action }) => action)).toEqual(['delivered']);
    expect(q!.receipts).toEqual([]);
    expect(inboxOf(desk).messages).toEqual([]);
    await receiveMail(
      desk,
      report(
        left.headerId,
        'Final-Recipient: rfc822; q@x.example\r\nAction: failed\r\nDiagnostic-Code: smtp; 550 gone',
      ),
    );
    expect(readDeparture(desk, left.id).readers[1]!.receipts).toMatchObject([
      { action: 'failed', words: '550 gone' },
    ]);
    expect(inboxOf(desk).messages).toHaveLength(1);
  });

  it('about a message that is none of mine are mail like any other', async () => {
    const { desk } = tempDesk();
    await receiveMail(
      desk,
      report('<strange@x>', 'Final-Recipient: rfc822; p@x.example\r\nAction: delivered'),
    );
    expect(inboxOf(desk).messages).toHaveLength(1);
  });
});

describe('what a message leaves behind', () => {
  it('is no copy, where none was wanted: neither words nor attachments nor bytes', async () => {
    const { desk } = tempDesk();
    const { id } = createDraft(desk, { ...draft, html: '<p>Hello</p>', keptIn: null });
    const attachment = announce(desk, id, 2);
    receivePiece(desk, attachment.id, 0, Buffer.from('ab'));
    const left = await leave(desk, id);
    expect(left.bytes.length).toBeGreaterThan(100);
    expect(readMessage(desk, id)).toMatchObject({ text: '', html: null, attachments: [], subject: 'Crates' });
    expect(findDeparture(desk.store.db, left.id)).toMatchObject({ headerId: left.headerId });
    expect(frozenOf(desk.store.db, left.id)).toBeUndefined();
    const answer = mail(['From: p@x.example', `In-Reply-To: ${left.headerId}`, 'Subject: Re: Crates'], 'yes');
    expect((await receiveMail(desk, answer)).threadId).toBe(readMessage(desk, id).threadId);
  });

  it('is whom it went to, for completing addresses, the most written with first', async () => {
    const { desk } = tempDesk();
    for (const to of ['Ana Pereira <ana@x.example>', 'ana.b@y.example', 'ana@x.example'])
      await leave(desk, createDraft(desk, { ...draft, to: [to] }).id);
    await receiveMail(desk, mail(['From: "Anabela" <bela@z.example>', 'Subject: x'], 'x'));
    const met = (words: string) =>
      metAddresses(desk, words, 10).map(({ name, spelled }) => `${name} ${spelled}`);
    expect(met('ana')[0]).toBe('Ana Pereira ana@x.example');
    expect(met('ana').slice(1).sort()).toEqual([' ana.b@y.example', 'Anabela bela@z.example']);
    expect(met('%')).toEqual([]);
    expect(met(desk.settings().me.address)).toEqual([]);
  });

  it('is its links, which are asked about where they turn up with others', async () => {
    const { desk } = tempDesk();
    await receiveMail(desk, WITH_PICTURE);
    const url = 'https://osaka.example/terms';
    const ask = (recipients: string[]) => linkCompany(desk, [url, 'https://new.example/a'], recipients);
    expect(ask(['b@lagos.example'])).toMatchObject([{ url, organisations: ['osaka.example', 'x.example'] }]);
    expect(ask(['other@osaka.example'])).toEqual([]);
    expect(ask(['b@lagos.example', 'h@osaka.example'])).toEqual([]);
    const text = `See ${url}`;
    await leave(desk, createDraft(desk, { ...draft, to: ['b@lagos.example'], text }).id);
    expect(ask(['b@lagos.example'])).toEqual([]);
  });
});
