import fc from 'fast-check';
import PostalMime from 'postal-mime';
import { describe, expect, it } from 'vitest';
import { composeMessage, newMessageId, type OutgoingAttachment, type OutgoingMessage } from './compose';
import { parseMessage } from './parse';
import { plainText } from './plainText';

const RELEASED = Date.parse('2026-11-25T02:45:00Z');
const message: OutgoingMessage = {
  from: { name: 'Tamsin Oyelaran', address: 'registrar@wrenfield.example' },
  to: [{ name: 'Luísa Brandão', address: 'luisa@seguros.example' }],
  cc: [],
  replyTo: [],
  subject: 'Crates',
  text: 'Hello',
  references: [],
};

const composed = (patch: Partial<OutgoingMessage>) =>
  composeMessage({ ...message, ...patch }, '<id@wrenfield.example>', RELEASED);
const compose = async (patch: Partial<OutgoingMessage>) => (await composed(patch)).bytes;
const headersOf = (bytes: Buffer) => bytes.subarray(0, bytes.indexOf('\r\n\r\n')).toString('latin1');

describe('composing', () => {
  it('carries the release time and nothing of when it was written', async () => {
    const headers = headersOf(await compose({}));
    expect(headers).toContain('Date: Wed, 25 Nov 2026 02:45:00 +0000');
    expect(headers).toContain('Message-ID: <id@wrenfield.example>');
    expect(headers).not.toMatch(/x-mailer|user-agent|bcc/i);
  });

  it('puts plain text first and HTML second', async () => {
    const source = (await compose({ text: 'plain', html: '<p>rich</p>' })).toString();
    expect(source).toContain('multipart/alternative');
    expect(source.indexOf('text/plain')).toBeLessThan(source.indexOf('text/html'));
  });

  it('names the thread', async () => {
    const headers = headersOf(await compose({ inReplyTo: '<b@x>', references: ['<a@x>', '<b@x>'] }));
    expect(headers).toContain('In-Reply-To: <b@x>');
    expect(headers).toMatch(/References: <a@x>\s+<b@x>/);
  });

  it('survives the way there whatever the words, and no word becomes a header', async () => {
    const words = fc.string({ unit: 'grapheme', maxLength: 120 });
    await fc.assert(
      fc.asyncProperty(words, words, words, async (subject, name, text) => {
        const bytes = await compose({ subject, text, to: [{ name, address: 'x@y.example' }] });
        const headers = headersOf(bytes);
        // eslint-disable-next-line no-control-regex
        expect(headers).toMatch(/^[\x00-\x7f]*$/);
        expect(headers.split('\r\n').every((line) => line.length <= 998)).toBe(true);
        const names = headers
          .replace(/\r\n[ \t]/g, ' ')
          .split('\r\n')
          .map((line) => line.split(':')[0]);
        const allowed = [
          'From',
          'To',
          'Subject',
          'Message-ID',
          'Date',
          'Content-Transfer-Encoding',
          'MIME-Version',
          'Content-Type',
        ];
        expect(names.filter((each) => !allowed.includes(each!))).toEqual([]);
        const back = await parseMessage(bytes);
        const squeeze = (value: string) => value.replace(/[\s\p{C}]+/gu, ' ').trim();
        expect(squeeze(back.subject)).toBe(squeeze(subject));
        expect(squeeze(back.text)).toBe(squeeze(text));
      }),
      { numRuns: 200 },
    );
  });

  it('lets nothing into another header, whichever header the words stand in', async () => {
    // Words as an attacker would choose them: real headers behind every kind of line break.
    const words = fc
      .array(
        fc.oneof(
          fc.string({ unit: 'grapheme', maxLength: 20 }),
          fc.constantFrom(
            '\r\n',
            '\n',
            '\r',
            '\u2028',
            '\0',
            'Bcc: v@z.example',
            '\r\n\r\n',
            '>',
            '"',
            ',',
            ';',
          ),
        ),
        { maxLength: 8 },
      )
      .map((parts) => parts.join(''));
    const mailbox = words.map((name) => ({ name, address: 'x@y.example' }));
    const id = words.map((text) => `<${text}@x.example>`);
    await fc.assert(
      fc.asyncProperty(mailbox, mailbox, mailbox, mailbox, words, id, id, async (...given) => {
        const [from, to, cc, replyTo, subject, inReplyTo, reference] = given;
        const bytes = await compose({
          from,
          to: [to],
          cc: [cc],
          replyTo: [replyTo],
          subject,
          inReplyTo,
          references: [reference],
        });
        const headers = headersOf(bytes).replace(/\r\n[ \t]+/g, ' ');
        expect(headers).not.toMatch(/[\r\n](?![\r\n])(?<!\r\n)/);
        const names = headers.split('\r\n').map((line) => line.split(':')[0]!.toLowerCase());
        expect(new Set(names).size).toBe(names.length);
        const allowed =
          'from to cc reply-to subject message-id date in-reply-to references content-type content-transfer-encoding mime-version';
        expect(names.filter((each) => !allowed.split(' ').includes(each))).toEqual([]);
        expect((await parseMessage(bytes)).text).toBe('Hello');
        // Who receives stands in the envelope; no word may look as if someone else did.
        const back = await parseMessage(bytes);
        expect([...back.to, ...back.cc].every((each) => each.address === 'x@y.example')).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it.each(['Subject: x\r\nBcc: victim@z.example', 'a\nb', 'a\r\n\r\nbody'])(
    'keeps %j on one line',
    async (subject) => {
      const headers = headersOf(await compose({ subject }));
      expect(headers).not.toMatch(/^bcc:/im);
      expect(headers).toMatch(/^Date:/m);
    },
  );
});

describe('what is typed reaches the reader as typed', () => {
  const TYPED = [
    '=?utf-8?Q?Pay_now?=',
    'x =?utf-8?B?SGk=?= y',
    '=?',
    'two  spaces',
    ' leading',
    'a'.repeat(900),
    'ö'.repeat(400),
  ];

  it.each(TYPED)('%s, as subject and as name', async (typed) => {
    const person = { name: typed, address: 'x@y.example' };
    const bytes = await compose({
      subject: typed,
      from: person,
      to: [person],
      cc: [person],
      replyTo: [person],
    });
    // Nothing that looks like an encoded word is left but ours, and ours stand in no quotes (RFC 2047 §5).
    expect(headersOf(bytes)).not.toMatch(/"[^"]*=\?[^"]*"/);
    const back = await parseMessage(bytes);
    expect(back.subject).toBe(typed.replace(/\s+/g, ' ').trim());
    for (const { name } of [back.from, ...back.to, ...back.cc, ...back.replyTo])
      expect(name.replace(/\s+/g, ' ').trim()).toBe(typed.replace(/\s+/g, ' ').trim());
  });

  it('no line is longer than 998, whatever stands in it (RFC 5322 §2.1.1)', async () => {
    const long = fc.oneof(
      fc.constantFrom('a'.repeat(3000), 'é'.repeat(1500), `${'x'.repeat(997)} y`, '=?'.repeat(600)),
      fc.string({ unit: 'grapheme', minLength: 800, maxLength: 1500 }),
    );
    const id = fc.integer({ min: 1, max: 3000 }).map((length) => `<${'i'.repeat(length)}@x.example>`);
    await fc.assert(
      fc.asyncProperty(long, long, long, id, id, async (subject, name, file, inReplyTo, reference) => {
        const bytes = await compose({
          subject,
          inReplyTo,
          references: [reference, '<b@x>'],
          to: [{ name, address: 'x@y.example' }],
          attachments: [{ name: file, type: 'text/plain', contentId: null, bytes: Buffer.from('x') }],
        });
        for (const line of bytes.toString('latin1').split('\r\n'))
          expect(line.length).toBeLessThanOrEqual(998);
        const back = await parseMessage(bytes);
        expect(back.references).toContain('<b@x>');
        for (const each of [back.inReplyTo, ...back.references])
          expect([undefined, inReplyTo, reference, '<b@x>']).toContain(each);
      }),
      { numRuns: 60 },
    );
  });
});

describe('attachments', () => {
  const attach = async (patch: Partial<OutgoingAttachment>) => {
    const attachment = {
      name: 'x.pdf',
      type: 'application/pdf',
      contentId: null,
      bytes: Buffer.from('x'),
      ...patch,
    };
    const bytes = await compose({ attachments: [attachment] });
    const source = bytes.toString('latin1');
    // eslint-disable-next-line no-control-regex
    expect(source).toMatch(/^[\x00-\x7f]*$/);
    const part = source.slice(source.lastIndexOf('\r\n----')).length
      ? source.split(/\r\n----[^\r]*\r\n/).at(-2)!
      : '';
    return { bytes, part, back: (await PostalMime.parse(bytes)).attachments };
  };

  it.each([
    ...[
      'plain.pdf',
      'Kistenmaße.pdf',
      '梱包リスト.pdf',
      '=?utf-8?Q?invoice=2Eexe?=.pdf',
      'a "quoted" \\ name; x=y.pdf',
    ],
    ...[`${'long name '.repeat(15)}.pdf`, `${'ß'.repeat(85)}.pdf`, "it's 100% (new)*.pdf", '😀.pdf'],
  ])('%s keeps its name (RFC 2231)', async (name) => {
    const { back, part } = await attach({ name });
    // Some readers, this one too, decode encoded words where they may not stand; what we write is read by the letter.
    if (!name.includes('=?')) expect(back[0]!.filename).toBe(name);
    const pieces = [...part.matchAll(/filename\*(?:\d+\*)?=(?:utf-8'')?([^;\r]*)/g)].map((match) => match[1]);
    if (pieces.length > 0) expect(decodeURIComponent(pieces.join(''))).toBe(name);
    // Nowhere do encoded words that were typed stand as such.
    if (name.includes('=?')) expect(part).not.toContain('=?');
  });

  const MESSAGE = 'From: a@x.example\r\nSubject: Inner\r\n\r\nhello\r\n';

  it('a message passed on stays as it is, where no server has to be asked for more than 7 bits', async () => {
    const { part } = await attach({ name: 'm.eml', type: 'message/rfc822', bytes: Buffer.from(MESSAGE) });
    expect(part).toMatch(/^Content-Type: message\/rfc822/im);
    expect(part).toMatch(/^Content-Transfer-Encoding: 7bit/im);
    expect(part).toContain(MESSAGE.trimEnd());
  });

  it.each([
    ['message/rfc822', Buffer.from(`${MESSAGE}é`)],
    ['message/rfc822', Buffer.from(`${MESSAGE}${'x'.repeat(999)}`)],
    ['message/rfc822', Buffer.from(`${MESSAGE}a\rb`)],
    ['message/rfc822', Buffer.from(`${MESSAGE}\0`)],
    ['multipart/mixed', Buffer.from('--b\r\n\r\nx\r\n--b--')],
    ['message/partial', Buffer.from('x')],
    ['message/external-body', Buffer.from('x')],
  ])(
    '%s that would need an encoding goes as a file of bytes, whole (RFC 2046 §5.2.1, RFC 6152)',
    async (type, bytes) => {
      const { part, back } = await attach({ name: 'm.eml', type, bytes });
      expect(part).toMatch(/^Content-Type: application\/octet-stream/im);
      expect(part).toMatch(/^Content-Transfer-Encoding: base64/im);
      expect(Buffer.from(back[0]!.content as ArrayBuffer).equals(bytes)).toBe(true);
    },
  );
});

it('gives ids that are unique, of my domain, and silent about time', () => {
  const ids = Array.from({ length: 1000 }, () => newMessageId('registrar@wrenfield.example'));
  expect(new Set(ids).size).toBe(1000);
  expect(ids[0]).toMatch(
    /^<[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}@wrenfield\.example>$/,
  );
});

describe('parsing', () => {
  const parse = (source: string) => parseMessage(Buffer.from(source.replaceAll('\n', '\r\n')));

  it('reads what is there', async () => {
    const mail = await parse(
      'From: =?utf-8?q?Lu=C3=ADsa?= <l@x.example>\nTo: Team: a@x.example, b@x.example;\nSubject: =?utf-8?b?T2zDoQ==?=\n' +
        'Message-ID: <m@x>\nIn-Reply-To: <p@x>\nReferences: <o@x>\n <p@x>\nDate: Tue, 24 Nov 2026 18:55:00 +0545\n\nBom dia',
    );
    expect(mail).toMatchObject({
      from: { name: 'Luísa', address: 'l@x.example' },
      to: [{ address: 'a@x.example' }, { address: 'b@x.example' }],
      subject: 'Olá',
      messageId: '<m@x>',
      inReplyTo: '<p@x>',
      references: ['<o@x>', '<p@x>'],
      date: Date.parse('2026-11-24T13:10:00Z'),
      text: 'Bom dia',
    });
  });

  it('throws nothing away for being malformed', async () => {
    expect(await parse('no header at all')).toMatchObject({ from: { address: '' } });
    expect((await parse('Date: yesterday\nFrom: x\n\nhi')).date).toBeUndefined();
    expect((await parse('')).text).toBe('');
  });

  it('makes text of HTML where there is no other', async () => {
    const mail = await parse(
      'Content-Type: text/html\n\n<p>One</p><p>Two <a href="https://x.example/">there</a></p><script>no()</script>',
    );
    expect(mail.text).toContain('One');
    expect(mail.text).toContain('there [https://x.example/]');
    expect(mail.text).not.toContain('no()');
  });
});

it('writes lists and links as plain text', () => {
  expect(plainText('<ul><li>one</li><li>two</li></ul>')).toBe(' * one\n * two');
});
