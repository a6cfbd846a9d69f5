import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainAlternative, rangeAt, richFromPlain, type RichNode } from './richText';
import { withPlainSignature, withSignature } from './signature';

const text = (words: string, ...marks: RichNode['marks'] & object): RichNode => ({
  type: 'text',
  text: words,
  marks,
});
const p = (...content: RichNode[]): RichNode => ({ type: 'paragraph', content });
const link = (href: string) => ({ type: 'link', attrs: { href } });
const doc = (...content: RichNode[]): RichNode => ({ type: 'doc', content });
const item = (...content: RichNode[]): RichNode => ({ type: 'listItem', content });
const plain = (...content: RichNode[]) => plainAlternative(doc(...content)).text;

describe('the plain alternative', () => {
  it('parts paragraphs by empty lines, and makes no more room than there is', () => {
    expect(plain(p(text('Dear Bela,')), p(), p(), p(text('all is packed.')))).toBe(
      'Dear Bela,\n\nall is packed.',
    );
    expect(plain(p(text('One'), { type: 'hardBreak' }, text('Two')))).toBe('One\nTwo');
    expect(plain(p())).toBe('');
  });

  it('writes lists, nested ones and those that begin later', () => {
    const nested = {
      type: 'orderedList',
      attrs: { start: 9 },
      content: [item(p(text('a'))), item(p(text('b')))],
    };
    const list = { type: 'bulletList', content: [item(p(text('frame'))), item(p(text('panels')), nested)] };
    expect(plain(p(text('Crates:')), list)).toBe('Crates:\n\n- frame\n- panels\n  9. a\n  10. b');
  });

  it('marks quotes by depth, and the signature', () => {
    const inner = { type: 'blockquote', content: [p(text('first'))] };
    const quote = { type: 'blockquote', content: [p(text('second')), inner] };
    expect(plain(p(text('Yes.')), quote)).toBe('Yes.\n\n> second\n>\n>> first');
    expect(plain(p(text('Yes.')), { type: 'signature', content: [p(text('Tamsin'))] })).toBe(
      'Yes.\n\n-- \nTamsin',
    );
  });

  it('says where links lead, unless their words say it; and names pictures', () => {
    expect(plain(p(text('see '), text('the list', link('https://lamp.example/list')), text('.')))).toBe(
      'see the list <https://lamp.example/list>.',
    );
    expect(plain(p(text('lamp.example/list', link('https://lamp.example/list/'))))).toBe('lamp.example/list');
    expect(plain(p(text('ana@x.example', link('mailto:ana@x.example'))))).toBe('ana@x.example');
    expect(plain(p({ type: 'image', attrs: { alt: 'dot.png' } }))).toBe('[picture: dot.png]');
    // Emphasis within a link does not end it.
    const broken = [
      text('the ', link('https://a.example/b')),
      text('list', link('https://a.example/b'), { type: 'bold' }),
    ];
    expect(plain(p(...broken))).toBe('the list <https://a.example/b>');
    expect(plainAlternative(doc(p(...broken))).links).toEqual([
      { from: 0, to: 8, href: 'https://a.example/b' },
    ]);
  });
});

/** Every text node with its position, counted as the editor counts. */
function textsOf(node: RichNode, start = 0): { at: number; words: string }[] {
  let at = start;
  return (node.content ?? []).flatMap((child) => {
    const here = at;
    if (child.text !== undefined) {
      at += child.text.length;
      return [{ at: here, words: child.text }];
    }
    if (child.type === 'hardBreak' || child.type === 'image') {
      at += 1;
      return [];
    }
    const inner = textsOf(child, here + 1);
    const size = (each: RichNode): number =>
      each.text?.length ??
      (each.type === 'hardBreak' || each.type === 'image'
        ? 1
        : 2 + (each.content ?? []).reduce((sum, one) => sum + size(one), 0));
    at += size(child);
    return inner;
  });
}

const inline = fc.oneof(
  {
    weight: 5,
    arbitrary: fc
      .string({ minLength: 1, maxLength: 8 })
      .filter((words) => !words.includes('\n'))
      .map((words) => text(words)),
  },
  fc.constant({ type: 'hardBreak' }),
  fc.constant({ type: 'image', attrs: { alt: 'x' } }),
  fc
    .string({ minLength: 1, maxLength: 5 })
    .filter((words) => !words.includes('\n'))
    .map((words) => text(words, link('https://a.example/q'))),
);
const paragraph = fc.array(inline, { maxLength: 5 }).map((content) => p(...content));
const block = fc.letrec<{ block: RichNode; list: RichNode; quote: RichNode }>((tie) => ({
  block: fc.oneof({ depthSize: 'small' }, paragraph, tie('list'), tie('quote')),
  list: fc
    .array(fc.array(tie('block'), { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 3 })
    .map((items) => ({ type: 'bulletList', content: items.map((content) => item(...content)) })),
  quote: fc
    .array(tie('block'), { minLength: 1, maxLength: 2 })
    .map((content) => ({ type: 'blockquote', content })),
})).block;
const document = fc.array(block, { minLength: 1, maxLength: 4 }).map((content) => doc(...content));

describe('places in the plain text', () => {
  it('are those of the document', () => {
    fc.assert(
      fc.property(document, (tree) => {
        const { text: whole, spans } = plainAlternative(tree);
        const inTree = new Map(textsOf(tree).map(({ at, words }) => [at, words]));
        for (const { at, position, length } of spans) {
          expect(whole.slice(at, at + length)).toBe(inTree.get(position));
          const range = rangeAt(spans, at, at + length)!;
          expect(range.to - range.from).toBe(length);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('are none across what the document does not have in one piece', () => {
    const { text: whole, spans } = plainAlternative(doc(p(text('one')), p(text('two'))));
    expect(whole).toBe('one\n\ntwo');
    expect(rangeAt(spans, 0, 3)).toEqual({ from: 1, to: 4 });
    expect(rangeAt(spans, 5, 8)).toEqual({ from: 6, to: 9 });
    expect(rangeAt(spans, 1, 6)).toBeUndefined();
    expect(rangeAt(spans, 4, 6)).toBeUndefined();
  });

  it('go over emphasis', () => {
    const { spans } = plainAlternative(doc(p(text('a '), text('bold', { type: 'bold' }), text(' end'))));
    expect(rangeAt(spans, 0, 10)).toEqual({ from: 1, to: 11 });
  });
});

describe('plain text as a document', () => {
  it.each([
    'Dear Bela,\n\nall is packed.\nTwo crates.\n\nTamsin',
    'Yes.\n\nBela wrote:\n\n> second\n>\n>> first',
    'Yes.\n\n-- \nTamsin\nRegistrar',
    '',
  ])('%j reads and writes', (words) => {
    expect(plainAlternative(richFromPlain(words)).text).toBe(words);
  });

  it('loses no word', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), (words) => {
        const marks = (value: string) => value.replace(/[\s>]/g, '');
        expect(marks(plainAlternative(richFromPlain(words)).text)).toBe(marks(words));
      }),
    );
  });
});

describe('another signature', () => {
  const quote = 'Bela wrote:\n\n> hello';
  it.each([
    ['Hello', 'Loans', 'Hello\n\n-- \nLoans'],
    [`Hello\n\n-- \nTamsin\nRegistrar\n\n${quote}`, 'Loans', `Hello\n\n-- \nLoans\n\n${quote}`],
    [`Hello\n\n-- \nTamsin\n\n${quote}`, '', `Hello\n\n${quote}`],
  ])('in %j', (before, words, after) => {
    expect(plainAlternative(withSignature(richFromPlain(before), words)).text).toBe(after);
    expect(withPlainSignature(before, words).replace(/\n{3,}/g, '\n\n')).toBe(after);
  });

  it('stands before what is quoted', () => {
    const signed = withSignature(richFromPlain(`Hello\n\n${quote}`), 'Loans');
    expect(plainAlternative(signed).text).toBe(`Hello\n\n-- \nLoans\n\n${quote}`);
  });
});

describe('a table', () => {
  const cell = (words: string, type = 'tableCell', attrs = {}) => ({
    type,
    attrs,
    content: [p(text(words))],
  });
  const row = (...content: RichNode[]) => ({ type: 'tableRow', content });
  const head = (...words: string[]) => row(...words.map((each) => cell(each, 'tableHeader')));
  const table = (...content: RichNode[]): RichNode => ({ type: 'table', content });
  const plain = (...content: RichNode[]) => plainAlternative(doc(table(...content))).text;

  it('stands in columns, with a rule below its headings', () => {
    expect(
      plain(head('Crate', 'Lender'), row(cell('7'), cell('Osaka')), row(cell('11'), cell('Lagos'))),
    ).toBe('Crate  Lender\n-----  ------\n7      Osaka\n11     Lagos');
  });

  it('whose cells have several lines, are empty, wide, or go over columns', () => {
    const two = { type: 'tableCell', content: [p(text('one')), p(text('two'))] };
    expect(plain(row(two, cell('x')), row(cell(''), cell('y')))).toBe('one  x\ntwo\n     y');
    expect(plain(row(cell('東京'), cell('x')), row(cell('abc'), cell('y')))).toBe('東京  x\nabc   y');
    const wide = cell('over both of them', 'tableCell', { colspan: 2 });
    expect(plain(row(wide, cell('z')), row(cell('a'), cell('b'), cell('c')))).toBe(
      'over both of them  z\na  b  c',
    );
  });

  it('has its words where the document has them', () => {
    const { text: whole, spans } = plainAlternative(
      doc(table(row(cell('ab'), cell('cd')), row(cell('e'), cell('f')))),
    );
    const at = whole.indexOf('cd');
    // A table, a row and a cell begin before “ab”, each one position; a paragraph too.
    expect(rangeAt(spans, at, at + 2)).toEqual({ from: 10, to: 12 });
    expect(rangeAt(spans, 0, 2)).toEqual({ from: 4, to: 6 });
  });

  it('loses no word, whatever is in it', () => {
    const cells = fc.array(fc.array(fc.string({ maxLength: 6 }), { minLength: 1, maxLength: 4 }), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(cells, (rows) => {
        const bare = (value: string) => value.replace(/\s/g, '');
        const written = plain(...rows.map((each) => row(...each.map((words) => cell(words)))));
        expect(bare(written)).toBe(bare(rows.flat().join('')));
      }),
    );
  });
});
