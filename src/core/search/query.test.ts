import { describe, expect, it } from 'vitest';
import { foldQuotes } from '../text/quotes';
import fc from 'fast-check';
import { isEmptyQuery, readQuery } from './query';

const TODAY = '2026-11-24';
const term = (words: string, more: object = {}) => ({
  field: 'anywhere',
  words,
  exact: false,
  not: false,
  ...more,
});

describe('a search', () => {
  it('has words, phrases, and keys', () => {
    const query = readQuery('crate "cold store" from:haruki SUBJECT:"lacquer panels" -fee NOT bond', TODAY);
    expect(query.groups).toEqual([
      [term('crate')],
      [term('cold store', { exact: true })],
      [term('haruki', { field: 'from' })],
      [term('lacquer panels', { field: 'subject', exact: true })],
      [term('fee', { not: true })],
      [term('bond', { not: true })],
    ]);
    expect(query.problems).toEqual([]);
  });

  it.each([
    ['since:2026-11-01 before:24-11', { since: '2026-11-01', before: null }],
    ['since:1_Nov', { since: '2026-11-01', before: null }],
    ['since:"1 Nov"', { since: '2026-11-01', before: null }],
    ['since:"1 Dec"', { since: '2025-12-01', before: null }],
    ['on:yesterday', { since: '2026-11-23', before: '2026-11-24' }],
    ['before:today', { since: null, before: '2026-11-24' }],
  ])('%s is about days', (typed, expected) => expect(readQuery(typed, TODAY)).toMatchObject(expected));

  it('knows states and files, and says what it does not know', () => {
    expect(readQuery('with:file state:To-Do', TODAY)).toMatchObject({ withFile: true, state: 'to-do' });
    const { problems } = readQuery('with:love state:lost since:never', TODAY);
    expect(problems.map(({ part }) => part)).toEqual(['with:love', 'state:lost', 'since:never']);
  });

  it('has one of several, where they are joined by OR', () => {
    const query = readQuery('from:bela OR from:ana OR cc:"Ana B" crates', TODAY);
    expect(query.groups).toEqual([
      [
        term('bela', { field: 'from' }),
        term('ana', { field: 'from' }),
        term('Ana B', { field: 'cc', exact: true }),
      ],
      [term('crates')],
    ]);
    expect(query.problems).toEqual([]);
  });

  it.each([
    ['OR crates', 'OR'],
    ['crates OR', 'OR'],
    ['crates OR -fee', 'OR -fee'],
    ['-fee OR crates', 'OR crates'],
    ['crates OR state:inbox', 'state:inbox'],
    ['form:bela', 'form:bela'],
    ['is:unread', 'is:unread'],
  ])('%s is not understood, and that is said', (typed, part) => {
    expect(readQuery(typed, TODAY).problems.map((each) => each.part)).toEqual([part]);
  });

  it('takes the address of a page for what it is', () => {
    expect(readQuery('https://a.example/x?y=1', TODAY).problems).toEqual([]);
  });

  it('takes times and the like for words, and nothing for nothing', () => {
    expect(
      readQuery('at 10:30', TODAY)
        .groups.flat()
        .map(({ words }) => words),
    ).toEqual(['at', '10:30']);
    expect(isEmptyQuery(readQuery('  from: ""', TODAY))).toBe(true);
  });

  it('never fails, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 80 }), (typed) => void readQuery(typed, TODAY)),
    );
  });
});

describe('quotes', () => {
  it('fold where they are long, and stay where they are being answered', () => {
    const text = 'Yes.\n> which?\nThat one.\n> 1\n> 2\n> 3\n> 4\n\nT';
    expect(foldQuotes(text)).toEqual([
      { text: 'Yes.\n> which?\nThat one.', quoted: false },
      { text: '> 1\n> 2\n> 3\n> 4', quoted: true },
      { text: '\nT', quoted: false },
    ]);
  });

  it('lose nothing', () => {
    const lines = fc.array(fc.constantFrom('a', '', '> b', '>', '>> c'), { maxLength: 30 });
    fc.assert(
      fc.property(lines, (all) => {
        const text = all.join('\n');
        expect(
          foldQuotes(text)
            .map((part) => part.text)
            .join('\n'),
        ).toBe(text);
      }),
    );
  });
});
