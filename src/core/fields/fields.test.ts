import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dateNamed, isoWeek } from './dates';
import { fillSubject, fillText, kindOfField, ownFieldsOf, whyNothing, type FieldContext } from './fill';
import { fillHtml, hasFieldLeft, targetFields } from './html';
import { docWithProposals, ownBlocks, proposeFields, withProposals } from './propose';
import { fieldsIn } from './syntax';
import { keptValues, valuesFor, withValue } from './values';
import { dateWritten, numberOf, numberWritten } from './written';

const context: FieldContext = {
  number: 3,
  of: 10,
  local: '2026-12-03T09:10',
  written: { language: 'en', country: 'US' },
  reader: {
    address: 'haruki@north.example',
    name: 'Haruki Anzai',
    place: 'Osaka',
    columns: { 'loan number': 'WF-2041' },
  },
  me: { name: 'Tamsin Oyelaran', address: 'tamsin@wrenfield.example', place: 'Lisbon' },
  own: { link: 'https://x.example', room: '' },
};

describe('fields', () => {
  it('are filled where they are known, and stand where they are not', () => {
    expect(
      fillText('{{number}} of {{ OF }}, {{date}}, week {{week}}, {{days until 2026-12-24}} days', context),
    ).toBe('3 of 10, Thursday, December 3, 2026, week 49, 21 days');
    expect(fillText('{{First  name}} {{link}} {{room}} {{what}} {{Loan Number}}', context)).toBe(
      'Haruki https://x.example {{room}} {{what}} WF-2041',
    );
    expect(fillText('{{of}}', { ...context, of: null })).toBe('{{of}}');
    expect(ownFieldsOf('{{Link}} {{link}} {{number}} {{days until 2026-01-01}} {{room no}}')).toEqual([
      'link',
      'room no',
    ]);
  });

  it('have what stands there where nothing is known, and that alone then', () => {
    expect(fillText('{{organisation | your house}}, {{room|hall 2}}, {{place|here}}', context)).toBe(
      'your house, hall 2, Osaka',
    );
    expect(fillText('Dear {{first name|friends}}', { ...context, reader: undefined })).toBe('Dear friends');
    // Nothing is a value too, where it is said.
    expect(fillText('a{{room|}}b', context)).toBe('ab');
  });

  it('say why there is nothing', () => {
    const [organisation, room, place] = fieldsIn('{{organisation}} {{room}} {{place}}');
    expect(whyNothing(organisation!, context)).toBe('is not known of Haruki Anzai');
    expect(whyNothing(room!, context)).toBe('has no value for Haruki Anzai');
    expect(whyNothing(place!, { ...context, reader: undefined })).toContain('individual copies');
    const [amount] = fieldsIn('{{amount : EUR}}');
    expect(whyNothing(amount!, { ...context, own: { amount: 'a lot' } })).toContain('“a lot”');
  });

  it('know which are whose', () => {
    const kinds = ['name', 'my place', 'the friday after', '3 working days after', 'of', 'loan number'];
    expect(kinds.map(kindOfField)).toEqual(['reader', 'mine', 'date', 'date', 'occurrence', 'own']);
  });
});

describe('days', () => {
  it.each([
    ['date', '2026-12-03'],
    ['the friday after', '2026-12-04'],
    ['friday after the landing day', '2026-12-04'],
    ['thursday after', '2026-12-10'],
    ['thursday before', '2026-11-26'],
    ['next mon', '2026-12-07'],
    ['monday before 2026-12-12', '2026-12-07'],
    ['a week after', '2026-12-10'],
    ['3 days before', '2026-11-30'],
    ['3 working days after', '2026-12-08'],
    ['1 working day before 2026-12-07', '2026-12-04'],
    ['two months after 2026-12-31', '2027-02-28'],
    ['1 year after 2028-02-29', '2029-02-28'],
    ['end of the month', '2026-12-31'],
    ['end of next month', '2027-01-31'],
    ['the end of the week', '2026-12-06'],
    ['end of next year', '2027-12-31'],
    ['2026-12-24', '2026-12-24'],
    ['2026-02-30', undefined],
    ['friday', undefined],
    ['3 working weeks after', undefined],
  ])('%s is %s', (name, day) => expect(dateNamed(name, '2026-12-03')).toBe(day));

  it('skip what is no day of work for this reader', () => {
    const office = [{ from: 540, to: 1020 }];
    // Sunday to Thursday, with a holiday.
    const week = { work: [office, office, office, office, [], [], office], waking: { from: 420, to: 1320 } };
    const working = { week, holidays: { '2026-12-06': 'A feast' } };
    expect(dateNamed('1 working day after', '2026-12-03', working)).toBe('2026-12-07');
    const never = { week: { ...week, work: [[], [], [], [], [], [], []] } };
    expect(dateNamed('1 working day after', '2026-12-03', never)).toBeUndefined();
  });

  it('know the weeks of the year', () => {
    expect(['2026-12-31', '2027-01-03', '2027-01-04', '2024-12-30', '2026-01-01'].map(isoWeek)).toEqual([
      53, 53, 1, 1, 1,
    ]);
  });

  it.each([
    ['', 'en', 'US', 'Thursday, December 3, 2026'],
    ['', 'en', 'PT', 'Thursday, 3 December 2026'],
    ['', 'en', 'NP', 'Thursday, 3 December 2026'],
    ['long', 'pt', 'BR', '3 de dezembro de 2026'],
    ['short', 'de', 'DE', '3.12.2026'],
    ['', 'ja', 'JP', '2026年12月3日木曜日'],
    ['iso', 'fr', 'FR', '2026-12-03'],
    ['weekday', 'fr', 'FR', 'jeudi'],
  ])('are written %s in %s of %s as %s', (form, language, country, words) =>
    expect(dateWritten('2026-12-03', form, { language, country })).toBe(words),
  );
});

describe('numbers', () => {
  it.each([
    ['1,234.50', 1234.5],
    ['1.234,50', 1234.5],
    ['1 234,5', 1234.5],
    ['1’234’567', 1234567],
    ['1.234.567', 1234567],
    ['1,234', 1234],
    ['12,5', 12.5],
    ['0.125', 0.125],
    ['-40', -40],
    ['1.2.3,4,5', undefined],
    ['twelve', undefined],
    ['', undefined],
  ])('“%s” is %s', (text, number) => expect(numberOf(text)).toBe(number));

  it('are written as they are where the reader is', () => {
    const at = (country: string, language: string) => ({ country, language });
    expect(numberWritten('1234567.5', 'number', at('DE', 'de'))).toBe('1.234.567,5');
    expect(numberWritten('1234567.5', 'number 2', at('US', 'en'))).toBe('1,234,567.50');
    expect(numberWritten('40', 'EUR', at('PT', 'en'))).toBe('€40.00');
    expect(numberWritten('40', 'XYZ', at('PT', 'en'))).toBeUndefined();
    expect(numberWritten('many', 'number', at('PT', 'en'))).toBeUndefined();
  });
});

describe('fields in HTML', () => {
  const filled = (html: string, own: Record<string, string>) => fillHtml(html, { ...context, own });
  it('are words, whatever they are made of', () => {
    expect(filled('<p>{{a}}</p>', { a: '<b>x</b> & "y"' })).toBe(
      '<p>&lt;b&gt;x&lt;/b&gt; &amp; &quot;y&quot;</p>',
    );
    expect(filled('<p>{{first <b>name</b>}}, {<i>{place}</i>}</p>', {})).toContain('Haruki');
    expect(filled('<p>{{first&nbsp;name}}</p>', {})).toBe('<p>Haruki</p>');
    expect(filled('<p>{{a}}</p>', { a: 'one\ntwo' })).toBe('<p>one<br>two</p>');
    expect(filled('<img alt="{{a}}">', { a: '" onerror="x' })).toBe('<img alt="&quot; onerror=&quot;x">');
  });

  it('lead where their value does, if that is an address', () => {
    const link = '<a href="%7B%7Bform link%7D%7D">your form</a>';
    expect(filled(link, { 'form link': 'https://forms.example/?a=1&b="2"' })).toBe(
      '<a href="https://forms.example/?a=1&amp;b=&quot;2&quot;">your form</a>',
    );
    for (const bad of ['javascript:alert(1)', 'data:text/html,x', 'forms', 'vbscript:x', ' java\nscript:x']) {
      const html = filled(link, { 'form link': bad });
      expect(html).not.toContain(bad);
      expect(hasFieldLeft(html)).toBe(true);
      expect(targetFields(html)).toEqual(['{{form link}}']);
    }
    expect(filled('<a href="https://x.example/{{n}}/z">z</a>', { n: '../../a?b' })).toBe(
      '<a href="https://x.example/..%2F..%2Fa%3Fb/z">z</a>',
    );
  });

  it('make no markup of any value, and no line in a subject', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (value) => {
        const html = filled('<p title="{{v}}">{{v}}</p>', { v: value });
        expect(html.match(/[<>]/g)!.length - 2 * (html.match(/<br>/g) ?? []).length).toBe(4);
        expect(html.match(/"/g)).toHaveLength(2);
        expect(fillSubject('a {{v}} b', { ...context, own: { v: value } })).not.toMatch(/\p{Cc}/u);
      }),
      { numRuns: 500 },
    );
  });

  it('put nothing in of what a value names itself', () => {
    const own = { a: '{{my name}} {{b}}', b: 'secret' };
    expect(fillText('{{a}}', { ...context, own })).toBe('{{my name}} {{b}}');
  });
});

describe('values', () => {
  it('are of one reader before they are of all', () => {
    const values = withValue(withValue({}, ' Room ', '', 'A'), 'room', 'Ana@Sul.example', 'B');
    expect(valuesFor(values, 'ana@sul.example')).toEqual({ room: 'B' });
    expect(valuesFor(values, 'other@sul.example')).toEqual({ room: 'A' });
    expect(valuesFor(values, undefined)).toEqual({ room: 'A' });
    expect(valuesFor(withValue(values, 'room', 'ana@sul.example', ''), 'ana@sul.example')).toEqual({
      room: 'A',
    });
    expect(keptValues({ 'A  b': { 'X@y.example': 'v', '': '' }, c: { '': '' } })).toEqual({
      'a b': { 'x@y.example': 'v' },
    });
  });
});

describe('what could be a field', () => {
  const ana = {
    name: 'Ana Duarte',
    address: 'ana@sul.example',
    place: 'Porto',
    organisation: 'Casa da Luz',
    columns: { Lamp: 'L-7' },
  };
  const text =
    'Dear Ana,\nAna Duarte of Casa da Luz in Porto has lamp L-7. Anabela is not Ana; ana@sul.example is.';
  it('is what is known of its reader, whole names before parts, and no part of another word', () => {
    const found = proposeFields(text, ana);
    expect(found).toEqual([
      { words: 'ana@sul.example', field: 'address', count: 1 },
      { words: 'Casa da Luz', field: 'organisation', count: 1 },
      { words: 'Ana Duarte', field: 'name', count: 1 },
      { words: 'Porto', field: 'place', count: 1 },
      { words: 'Ana', field: 'first name', count: 2 },
      { words: 'L-7', field: 'lamp', count: 1 },
    ]);
    expect(withProposals(text, found)).toBe(
      'Dear {{first name}},\n{{name}} of {{organisation}} in {{place}} has lamp {{lamp}}. Anabela is not {{first name}}; {{address}} is.',
    );
    // It says again what was said.
    const context: FieldContext = {
      number: null,
      of: null,
      local: '2026-12-03T09:00',
      written: { language: 'en' },
      reader: { ...ana, columns: { lamp: 'L-7' } },
      me: { name: '', address: '' },
      own: {},
    };
    expect(fillText(withProposals(text, found), context)).toBe(text);
  });

  it('stands in a document too, without its signature and what it quotes', () => {
    const words = (value: string) => ({ type: 'paragraph', content: [{ type: 'text', text: value }] });
    const doc = {
      type: 'doc',
      content: [
        words('Dear Ana'),
        { type: 'signature', content: [words('T.')] },
        words('Ana wrote:'),
        { type: 'blockquote', content: [words('x')] },
      ],
    };
    expect(docWithProposals(ownBlocks(doc), proposeFields('Dear Ana', ana))).toEqual({
      type: 'doc',
      content: [words('Dear {{first name}}')],
    });
  });
});
