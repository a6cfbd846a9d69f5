import fc from 'fast-check';
import { expect, it } from 'vitest';
import { formatMailbox } from './address';
import { endsAPiece, readAddressList, readPastedAddresses } from './addressList';

it.each([
  ['a@x.example,,bela@y.example', ['a@x.example', 'bela@y.example']],
  ['a@x.example; b@y.example;', ['a@x.example', 'b@y.example']],
  ['a@x.example\r\nb@y.example\n\nc@z.example\n', ['a@x.example', 'b@y.example', 'c@z.example']],
  ['"Sousa, Bela" <bela@y.example>, c@d.example', ['"Sousa, Bela" <bela@y.example>', 'c@d.example']],
  ['Sousa, Bela <bela@y.example>', ['"Sousa, Bela" <bela@y.example>']],
  ['"Bela\nSousa" <bela@y.example>', ['Bela Sousa <bela@y.example>']],
  ['Team: a@x.example, "B" <b@y.example>;, c@z.example', ['a@x.example', 'B <b@y.example>', 'c@z.example']],
  ['Lenders:;', ['Lenders:;']],
  ['Lenders:; , a@x.example', ['Lenders:;', 'a@x.example']],
  ['"john doe"@x.example', ['"john doe"@x.example']],
  ['bela', ['bela']],
  [' ,; \n', []],
  ['', []],
])('%j', (text, pieces) => expect(readAddressList(text)).toEqual(pieces));

it('what goes in as a list of addresses comes out as that list, whatever parts them', () => {
  const name = fc
    .string({ unit: 'grapheme', maxLength: 20 })
    .map((text) =>
      text
        .replace(/[\p{C}<>]/gu, '')
        .replace(/\s+/g, ' ')
        .trim(),
    )
    .filter((text) => !text.includes('@'));
  const local = fc.constantFrom('a', 'x.y', 'x+tag', '"john doe"', '"a,b"', '"a;b@c"');
  const mailbox = fc.record({
    name,
    address: fc
      .tuple(local, fc.constantFrom('x.example', 'são.example', 'a-b.y.example'))
      .map((parts) => parts.join('@')),
  });
  const separator = fc.constantFrom(', ', ',', ';', ' ; ', '\n', '\r\n', ',,', ';\n', ' , ,\r\n');
  fc.assert(
    fc.property(fc.array(fc.tuple(mailbox, separator), { minLength: 1, maxLength: 8 }), (list) => {
      const texts = list.map(([each]) => formatMailbox(each));
      expect(readAddressList(list.map(([, parted], index) => texts[index]! + parted).join(''))).toEqual(
        texts,
      );
    }),
    { numRuns: 500 },
  );
});

it.each([
  ['a@x.example,', true],
  ['a@x.example', false],
  [',', false],
  [', ;', false],
  [',a', false],
  ['"Sousa, B', false],
  ['"Sousa, Bela" <b@x.example>;', true],
  ['Team: a@x.example, b', false],
  ['Team: a@x.example, b@x.example;', true],
])('%j ends a piece: %s', (text, ends) => expect(endsAPiece(text)).toBe(ends));

it.each<[string, string[]]>([
  ['a@x.example\nb@x.example', ['a@x.example', 'b@x.example']],
  ['Name\tAddress\nHaruki Anzai\th@x.example\n', ['Haruki Anzai <h@x.example>']],
  ['1\tHaruki\tAnzai\th@x.example\tOsaka', ['Haruki Anzai <h@x.example>']],
  ['Lender\tHaruki Anzai\th@x.example', ['Haruki Anzai <h@x.example>']],
  ['\t"Bela <b@x.example>"', ['Bela <b@x.example>']],
  ['a@x.example\t\nNo Address\t', ['a@x.example', 'No Address']],
])('pasted from a table: %j', (text, pieces) => expect(readPastedAddresses(text)).toEqual(pieces));
