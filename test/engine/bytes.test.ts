/** What really goes over the wire, read by a parser that has nothing to do with the one that wrote it. */
import { extract, parse, type LetterparserMail, type LetterparserNode } from 'letterparser';
import { describe, expect, it } from 'vitest';
import { announceAttachment, receivePiece } from '#usecases/messages/attachments';
import { changeSettings } from '#usecases/changeSettings';
import type { Desk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import type { DraftInput } from '#usecases/messages/draftInput';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { readMessage } from '#usecases/messages/readMessage';
import { SmtpPool } from '#mail/smtpPool';
import { claimDeparture } from '#usecases/release/claimDeparture';
import { finishAttempt } from '#usecases/release/finishAttempt';
import { editMessage } from '#usecases/messages/editMessage';
import { tempDesk } from '../support/desk';
import { startSink } from '../support/sink';

/** Attaches bytes to a message, in pieces. */
function attach(desk: Desk, messageId: string, name: string, type: string, bytes: Buffer, inline = false) {
  const { id, contentId } = announceAttachment(desk, messageId, { name, type, size: bytes.length, inline });
  for (let at = 0; at < bytes.length; at += 7) receivePiece(desk, id, at, bytes.subarray(at, at + 7));
  return { id, contentId };
}

/** Releases a message to a server of its own and gives what that got. */
async function released(desk: Desk, messageId: string, hideDSN = false) {
  const commands: string[] = [];
  const envelopes: unknown[] = [];
  const sink = await startSink(0, {
    hideDSN,
    onMailFrom(_address, session, done) {
      envelopes.push(session.envelope);
      done();
    },
  });
  changeSettings(desk, { holdSeconds: 0 });
  const [departure] = scheduleMessage(desk, messageId, { kind: 'now' });
  const claim = (await claimDeparture(desk, departure!.id))!;
  const pool = new SmtpPool(
    { options: { host: '127.0.0.1', port: sink.port }, label: 'sink', saidBy: 'environment' },
    1,
  );
  const result = await pool.release(claim.envelope, claim.bytes, () => Promise.resolve());
  await finishAttempt(desk, departure!.id, result);
  await pool.close();
  return { ...sink.received[0]!, bytes: claim.bytes, envelope: envelopes[0], result, commands, departure };
}

const shape = ({ contentType, body }: LetterparserNode): unknown => {
  const type = contentType.type;
  return Array.isArray(body)
    ? { [type]: body.map(shape) }
    : typeof body === 'object' && 'body' in body
      ? { [type]: [shape(body)] }
      : type;
};
const structure = (source: string) => shape(parse(source));

const draft: DraftInput = {
  to: ['Luísa Brandão <luisa@seguros.example>'],
  bcc: ['hidden@x.example'],
  subject: 'Avaliação — 漆パネル ☂',
  text: 'Olá Luísa,\n\na lista segue. € 400\n',
};
const write = (desk: Desk, patch: DraftInput = {}) => createDraft(desk, { ...draft, ...patch }).id;
const PICTURE = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex');

describe('the bytes', () => {
  it('of plain text say what was written, in UTF-8, and nobody hidden', async () => {
    const { desk } = tempDesk();
    const { source, to } = await released(desk, write(desk));
    const mail: LetterparserMail = extract(source);
    expect(mail).toMatchObject({
      subject: draft.subject,
      to: [{ name: 'Luísa Brandão', address: 'luisa@seguros.example' }],
    });
    // The parser takes the last line break for the end of the part.
    expect(mail.text!.replace(/\r\n/g, '\n')).toBe(draft.text!.trimEnd());
    expect(structure(source)).toBe('text/plain');
    expect(source).toMatch(/^Content-Type: text\/plain; charset=utf-8\r?$/m);
    expect(source).not.toContain('hidden@x.example');
    expect(to.sort()).toEqual(['hidden@x.example', 'luisa@seguros.example']);
  });

  it('of the whole message are nested as the standards have it', async () => {
    const { desk } = tempDesk();
    const id = write(desk);
    const { contentId } = attach(desk, id, 'dot.png', 'image/png', PICTURE, true);
    attach(desk, id, 'Größe – 漆.csv', 'text/csv', Buffer.from('a;b\r\n1;2\r\n'));
    editMessage(desk, id, {
      html: `<p>Olá <strong>Luísa</strong> <img src="cid:${contentId}"></p>`,
      text: draft.text,
    });
    const { source } = await released(desk, id);
    expect(structure(source)).toEqual({
      'multipart/mixed': [
        { 'multipart/alternative': ['text/plain', { 'multipart/related': ['text/html', 'image/png'] }] },
        'text/csv',
      ],
    });
    const mail = extract(source);
    expect(mail.html).toContain(`<img src="cid:${contentId}">`);
    expect(mail.text).toContain('a lista segue. € 400');
    const [picture, list] = mail.attachments!;
    expect(picture!.contentId).toBe(contentId);
    expect(Buffer.from(picture!.body as Uint8Array).equals(PICTURE)).toBe(true);
    expect(list!.filename).toBe('Größe – 漆.csv');
    expect(Buffer.from(list!.body).toString()).toBe('a;b\r\n1;2\r\n');
    // Lines as mail has them (RFC 5322 §2.1.1), and nothing beyond ASCII on the way.
    expect(source.split('\r\n').every((line) => line.length <= 998)).toBe(true);
    // eslint-disable-next-line no-control-regex
    expect(source).toMatch(/^[\x00-\x7f]*$/);
  });

  it('hold no picture that was taken out of the text', async () => {
    const { desk } = tempDesk();
    const id = write(desk, { html: '<p>No picture any more</p>' });
    attach(desk, id, 'dot.png', 'image/png', PICTURE, true);
    announceAttachment(desk, id, { name: 'half.png', type: 'image/png', size: 9, inline: true });
    const { source } = await released(desk, id);
    expect(structure(source)).toEqual({ 'multipart/alternative': ['text/plain', 'text/html'] });
    expect(source).not.toContain('dot.png');
  });

  it('say how urgent it is, for whom it is meant, where answers go, and where receipts go', async () => {
    const { desk } = tempDesk();
    const { me } = desk.settings();
    const id = write(desk, {
      importance: 'high',
      sensitivity: 'company-confidential',
      readReceipt: true,
      replyTo: ['Bela Sousa <bela@wrenfield.example>'],
    });
    const { source } = await released(desk, id);
    const headers = new Map(Object.entries((parse(source) as { headers: Record<string, string> }).headers));
    expect(headers.get('Importance')).toBe('high');
    expect(headers.get('Sensitivity')).toBe('Company-Confidential');
    expect(headers.get('Disposition-Notification-To')).toBe(`<${me.address}>`);
    expect(extract(source).replyTo).toMatchObject([
      { name: 'Bela Sousa', address: 'bela@wrenfield.example' },
    ]);
    const usual = await released(desk, write(desk));
    expect(usual.source).not.toMatch(/^(Importance|Sensitivity|Disposition-Notification-To|Reply-To):/m);
  });

  it('are from the identity chosen, and from the main one where that is gone', async () => {
    const { desk } = tempDesk();
    const loans = {
      id: 'l',
      name: 'Loans',
      address: 'loans@wrenfield.example',
      signature: '',
      account: null,
    };
    changeSettings(desk, { identities: [loans] });
    const id = write(desk, { identity: 'l' });
    const first = await released(desk, id);
    expect([first.from, extract(first.source).from]).toMatchObject([loans.address, { name: 'Loans' }]);
    const later = write(desk, { identity: 'l' });
    changeSettings(desk, { identities: [] });
    expect((await released(desk, later)).from).toBe(desk.settings().me.address);
    expect(() => createDraft(desk, { identity: 'nobody' })).toThrow(/no such identity/);
  });
});

describe('a receipt of delivery', () => {
  it('is asked with the parameters of the standard', async () => {
    const { desk } = tempDesk();
    const id = write(desk, { bcc: [], deliveryReceipt: true });
    const { envelope, departure, result } = await released(desk, id);
    expect(envelope).toMatchObject({ dsn: { ret: 'HDRS', envid: departure!.id } });
    const [recipient] = (envelope as { rcptTo: { dsn: object }[] }).rcptTo;
    expect(recipient!.dsn).toEqual({
      notify: ['SUCCESS', 'FAILURE', 'DELAY'],
      orcpt: 'rfc822;luisa@seguros.example',
    });
    expect(result.noReceipts).toBeUndefined();
  });

  it('of several is asked for each, without saying who one of them is', async () => {
    const { desk } = tempDesk();
    const { envelope } = await released(desk, write(desk, { deliveryReceipt: true }));
    const recipients = (envelope as { rcptTo: { dsn: { notify: string[]; orcpt?: string } }[] }).rcptTo;
    expect(recipients).toHaveLength(2);
    for (const { dsn } of recipients) {
      expect(dsn.notify).toContain('SUCCESS');
      expect(dsn.orcpt).toBeUndefined();
    }
  });

  it('that the server knows nothing of is told as such, and the message leaves', async () => {
    const { desk } = tempDesk();
    const id = write(desk, { deliveryReceipt: true });
    const { envelope, result } = await released(desk, id, true);
    expect((envelope as { dsn?: { ret?: string } }).dsn?.ret ?? null).toBeNull();
    expect(result.noReceipts).toBe(true);
    expect(readMessage(desk, id).history.map(({ what }) => what)).toContain('no-receipts');
  });

  it('is not asked where nobody wants it', async () => {
    const { desk } = tempDesk();
    const { envelope } = await released(desk, write(desk));
    const { dsn } = envelope as { dsn?: { ret?: string | null; envid?: string | null } };
    expect([dsn?.ret ?? null, dsn?.envid ?? null]).toEqual([null, null]);
  });
});
