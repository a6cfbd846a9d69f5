import fc from 'fast-check';
import MailComposer from 'nodemailer/lib/mail-composer';
import { describe, expect, it } from 'vitest';
import { writeMessage } from './writeMessage';

const from = 'registrar@wrenfield.example';

const composed = (parts: ConstructorParameters<typeof MailComposer>[0]) =>
  new MailComposer({ from, to: from, newline: '\r\n', ...parts }).compile();

/** Line ends of every kind, blanks before them, letters of several bytes, what looks like a boundary or a code. */
const pieces = fc.constantFrom(
  '\n',
  '\r\n',
  '\r',
  ' ',
  '\t',
  '=',
  '=3D',
  '.',
  '--',
  'é',
  '日本',
  '🗻',
  'crate',
);
const words = fc.oneof(
  fc.array(pieces, { maxLength: 60 }).map((all) => all.join('')),
  fc
    .array(fc.constantFrom('crate ', 'lamp', 'ø'), { minLength: 20, maxLength: 200 })
    .map((all) => all.join('')),
);

/** Without soft line breaks (RFC 2045 §6.7), which stand where there is room. */
const unbroken = (bytes: Buffer) => bytes.toString('latin1').replace(/=\r\n/g, '');

describe('written in one go', () => {
  it('it is what the library writes, to the byte, wherever lines are broken', async () => {
    const file = fc.record({
      filename: fc.constantFrom('list.txt', 'påse.bin', 'letter.eml'),
      content: fc.oneof(
        words,
        fc.uint8Array({ maxLength: 400 }).map((bytes) => Buffer.from(bytes)),
      ),
    });
    const parts = fc.record({
      subject: words,
      text: words,
      html: fc.option(words, { nil: undefined }),
      attachments: fc.array(file, { maxLength: 3 }),
      encoding: fc.constantFrom(undefined, 'base64' as const),
    });
    await fc.assert(
      fc.asyncProperty(parts, async (given) => {
        const root = composed(given);
        const written = await writeMessage(root);
        expect(unbroken(written)).toBe(unbroken(await root.build()));
        expect(
          written
            .toString('latin1')
            .split('\r\n')
            .every((line) => line.length <= 998),
        ).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it('what is long is written in turns, and comes to the same', async () => {
    const text = 'Crates é\n'.repeat(40_000);
    const parts = { text, messageId: '<id@wrenfield.example>', date: new Date(0) };
    const [long, bare] = await Promise.all([writeMessage(composed(parts)), composed(parts).build()]);
    expect(long.equals(bare)).toBe(true);
  });
});
