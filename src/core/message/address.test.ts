import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AddressError, formatMailbox, parseMailbox } from './address';

describe('parseMailbox', () => {
  it.each([
    ['a@b.example', '', 'a@b.example'],
    ['  Ana B <Ana@B.Example> ', 'Ana B', 'Ana@b.example'],
    ['"B, Ana" <ana@b.example>', 'B, Ana', 'ana@b.example'],
    ['"say \\"hi\\"" <x@b.example>', 'say "hi"', 'x@b.example'],
    ['<x@b.example>', '', 'x@b.example'],
    ['Luísa Brandão <luisa@são.example>', 'Luísa Brandão', 'luisa@são.example'],
    ['"john doe"@b.example', '', '"john doe"@b.example'],
    ['J <"a@b \\"c"@b.example>', 'J', '"a@b \\"c"@b.example'],
    ['x+tag@b.example', '', 'x+tag@b.example'],
    ['root@localhost', '', 'root@localhost'],
    ['"a\u2028b\\\\c" <x@b.example>', 'a\u2028b\\c', 'x@b.example'],
  ])('%s', (text, name, address) => expect(parseMailbox(text)).toEqual({ name, address }));

  it.each([
    ['', /empty/],
    ['luísa@são.example', /letters before the @/],
    ['Ana <>', /empty/],
    ['ana', /no @/],
    ['ana@', /after the @/],
    ['@b.example', /before the @/],
    ['a b@c.example', /before the @/],
    ['a..b@c.example', /before the @/],
    ['a@b..example', /after the @/],
    ['a@-b.example', /after the @/],
    ['a@b.example\r\nBcc: x@y.example', /line break/],
    [`${'a'.repeat(65)}@b.example`, /before the @/],
  ])('refuses %j', (text, words) => {
    expect(() => parseMailbox(text)).toThrow(AddressError);
    expect(() => parseMailbox(text)).toThrow(words);
  });
});

it('what is formatted reads back the same', () => {
  const name = fc.string({ unit: 'grapheme', maxLength: 30 }).filter((text) => !/[\p{C}<>]/u.test(text));
  fc.assert(
    fc.property(name, (raw) => {
      const mailbox = { name: raw.trim(), address: 'x@b.example' };
      expect(parseMailbox(formatMailbox(mailbox))).toEqual(mailbox);
    }),
  );
});
