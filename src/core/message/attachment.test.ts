import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mediaType, safeFileName, sizeWords } from './attachment';
import { leadsSomewhere, linkedPages } from './links';

describe('file names', () => {
  it.each([
    ['list.csv', 'list.csv'],
    ['../../etc/passwd', 'passwd'],
    ['C:\\lamps\\plan.pdf', 'plan.pdf'],
    ['invoice\u202egnp.exe', 'invoicegnp.exe'],
    ['line\r\nbreak.txt', 'line break.txt'],
    ['.htaccess', 'htaccess'],
    ['CON', 'attachment'],
    ['', 'attachment'],
    ['   ', 'attachment'],
    ['naïve – 漆.pdf', 'naïve – 漆.pdf'],
  ])('%j is kept as %j', (name, safe) => expect(safeFileName(name)).toBe(safe));

  it('are safe whatever they were, and safe names stay', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 400 }), (name) => {
        const safe = safeFileName(name);
        expect(safe).not.toMatch(/[/\\\p{Cc}\u202a-\u202e]/u);
        expect(safe).not.toMatch(/^[.]/);
        expect(new TextEncoder().encode(safe).length).toBeLessThanOrEqual(200);
        expect(safe.length).toBeGreaterThan(0);
        expect(safeFileName(safe)).toBe(safe);
      }),
    );
  });

  it('keep their ending where they are too long', () => {
    expect(safeFileName(`${'é'.repeat(300)}.pdf`)).toMatch(/^é+\.pdf$/);
  });
});

it.each([
  ['text/plain; charset=utf-8', 'text/plain'],
  ['Image/PNG', 'image/png'],
  ['', 'application/octet-stream'],
  ['text/html\r\nBcc: x', 'application/octet-stream'],
])('%j is of type %s', (given, type) => expect(mediaType(given)).toBe(type));

it.each([
  [0, '0 bytes'],
  [999, '999 bytes'],
  [12_345, '12 kB'],
  [1_500_000, '1.5 MB'],
  [25_000_000, '25 MB'],
])('%i is %s', (bytes, words) => expect(sizeWords(bytes)).toBe(words));

describe('links', () => {
  it.each([
    ['https://lamp.example/a', true],
    ['mailto:ana@x.example', true],
    ['tel:+351', true],
    ['', false],
    ['https://', false],
    ['https://lamp', false],
    ['javascript:alert(1)', false],
    ['lamp.example', false],
  ])('%s leads somewhere: %s', (href, yes) => expect(leadsSomewhere(href)).toBe(yes));

  it('of a message are its pages, each once; front pages are everybody’s', () => {
    const words = 'See https://lamp.example/list, https://lamp.example/list#top. And https://lamp.example/!';
    const html = '<a href="https://lamp.example/q?a=1&amp;b=2">x</a><a href=\'mailto:a@x.example\'>y</a>';
    expect(linkedPages(words, html)).toEqual(['https://lamp.example/list', 'https://lamp.example/q?a=1&b=2']);
  });
});
