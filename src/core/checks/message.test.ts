import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankMessage, knowsNothing } from '#test/support/checks';
import { toInstant } from '../time/wallClock';
import { withFix, type Landed } from './finding';
import type { CheckedMessage, MessageContext } from './checkedMessage';
import { checkMessage } from './message';
import { distance } from './recipients';

/** Written Tuesday 24 November 2026 in Lisbon. */
const now = toInstant('2026-11-24T15:00', 'Europe/Lisbon').at;
const haruki = { name: 'Haruki Anzai', address: 'h.anzai@lacquer-osaka.example' };
const bela = { name: 'Bela Sousa', address: 'bela@wrenfield.example' };
const people = [
  { name: haruki.name, addresses: [haruki.address] },
  { name: bela.name, addresses: [bela.address] },
  { name: 'Luísa Brandão', addresses: ['luisa@seguros-brandao.example'] },
];
const osaka = (local: string): Landed => ({ zone: 'Asia/Tokyo', place: 'Osaka', local: `${local}:00` });
const context: MessageContext = {
  ...knowsNothing,
  now,
  zone: 'Europe/Lisbon',
  place: 'Lisbon',
  landings: [],
  people,
};
const letter = (text: string, patch: Partial<CheckedMessage> = {}): CheckedMessage => ({
  ...blankMessage,
  subject: 'Loan',
  text,
  visible: [haruki],
  ...patch,
});
const found = (message: CheckedMessage, where: MessageContext = context) =>
  checkMessage(message, where).map(({ check, words }) => `${check}: ${words}`);

describe('what is found', () => {
  it.each<[string, string[]]>([
    ['Dear Haruki, all is packed.', []],
    ['', ['body: ']],
    ['> they wrote\n-- \nTamsin', ['body: ']],
    ['Dear {{first name}}, hello', ['placeholder: {{first name}}']],
    ['The fee is [amount] for <Company>.', ['placeholder: [amount]', 'placeholder: <Company>']],
    ['See [1] and [the list] in the XXth and XX century.', []],
    ['The sum is XX euro, room ____', ['placeholder: XX', 'placeholder: ____']],
    ['> Dear {{name}}\nAll is well.', []],
    ['Dear Bela,\nall is packed.', ['salutation: Bela']],
    ['Dear Mr. Anzai,\nall is packed.', []],
    ['Hello Haru,\nall is packed.', []],
    ['Hi all,\nall is packed.', []],
    ['Olá Luisa,\ntudo pronto.', ['salutation: Luisa']],
    ['Sehr geehrte Frau Sousa,\nfertig.', ['salutation: Sousa']],
    ['Good news: Bela has it.', []],
    ['All is packed. I copy Bela for the papers.', ['copied: Bela']],
    ['I’m copying in Luisa Brandao.', ['copied: Luisa Brandao']],
    ['I copy Haruki himself.', []],
    ['The copy Bela made is here.', []],
    ['It leaves Wednesday 3 December.', ['weekday: Wednesday 3 December']],
    ['It leaves Thursday, 3 December 2026.', []],
    ['It leaves Thu Dec 3.', []],
    ['We met Mon 16 Nov.', []],
    ['It came Thursday the 1st of January.', ['weekday: Thursday the 1st of January']],
    ['It leaves on 31 November.', []],
    ['PLEASE SEND THE CRATES AT ONCE', ['capitals: PLEASE SEND THE CRATES AT ONCE']],
    ['LED, UV and HDMI', []],
    ['東京で展覧会の準備をしています、よろしくお願いします。', []],
    ['All is packed and the', ['unfinished: is packed and the']],
    ['The crates are in,\n\nKind regards\nTamsin', ['unfinished: The crates are in,']],
    ['The crates leave with\n> quoted', ['unfinished: The crates leave with']],
    ['The crates are packed\nTamsin', []],
  ])('%j: %j', (text, expected) => expect(found(letter(text))).toEqual(expected));

  it('nothing in a message nobody has begun', () =>
    expect(found(letter('', { subject: '', visible: [] }))).toEqual([]));
  it('an empty subject once there is somebody to write to', () =>
    expect(found(letter('All is packed.', { subject: ' ' }))).toEqual(['subject: ']));
  it('a field in the subject', () =>
    expect(found(letter('All is packed.', { subject: 'For {{name}}' }))).toEqual(['placeholder: {{name}}']));

  it('a date to come that is past when it lands', () => {
    const where = { ...context, landings: [osaka('2026-11-28T09:00')] };
    expect(found(letter('Answer by 26 November. It came 20 November, leaves 29 Nov.'), where)).toEqual([
      'past-date: 26 November',
    ]);
  });

  it('not what is switched off', () => {
    const off = { ...context, off: ['salutation' as const] };
    expect(found(letter('Dear Bela,\nall is packed.'), off)).toEqual([]);
  });

  it('the gravest first', () => {
    const message = letter('Dear Bela,\nTHE SUM OF ALL LOANS IS {{SUM}}');
    expect(checkMessage(message, context).map(({ severity }) => severity)).toEqual(['stop', 'ask']);
  });
});

describe('ways out', () => {
  it('the name of the one it goes to', () => {
    const [finding] = checkMessage(letter('Dear Bela,\nall is packed.'), context);
    expect(finding).toMatchObject({ from: 5, to: 9, why: 'is not Haruki Anzai', fixes: ['Haruki'] });
  });
  it('copying whoever is meant', () => {
    const [finding] = checkMessage(letter('All is packed. I copy Bela.'), context);
    expect(finding!.moves).toEqual([
      { words: 'Copy Bela Sousa', add: 'Bela Sousa <bela@wrenfield.example>' },
    ]);
  });
  it('the right weekday, as long as the wrong one', () => {
    const fixes = (text: string) => checkMessage(letter(text), context)[0]!.fixes;
    expect(fixes('It leaves Wednesday 3 December.')).toEqual(['Thursday 3 December']);
    expect(fixes('It leaves Wed 3 December.')).toEqual(['Thu 3 December']);
  });
});

describe('addresses', () => {
  const to = (address: string) => found(letter('All is packed.', { visible: [{ name: '', address }] }));
  it.each([
    ['h.anzai@lacquer-osaka.example', false],
    ['h.anzai@laquer-osaka.example', true],
    ['h.anzay@lacquer-osaka.example', true],
    ['H.Anzai@Lacquer-Osaka.example', false],
    ['h.anzai@lacquer-osaka.com', true],
    ['bell@wrenfield.example', false],
    ['o.anzai@elsewhere.example', false],
  ])('%s is taken for a slip: %s', (address, slip) =>
    expect(to(address)).toEqual(slip ? [`address: ${address}`] : []),
  );

  it('many of several organisations see one another, unless each gets a copy', () => {
    const visible = Array.from({ length: 12 }, (_, index) => ({
      name: '',
      address: `p${index}@house-${index % 4}.example`,
    }));
    expect(found(letter('All is packed.', { visible }))).toEqual(['visible: 12 people']);
    expect(found(letter('All is packed.', { visible, individual: true }))).toEqual([]);
    expect(found(letter('All is packed.', { visible: visible.slice(0, 9) }))).toEqual([]);
  });

  it.each([
    ['abc', 'abc', 0],
    ['abc', 'abd', 1],
    ['kitten', 'sitting', 3],
    ['abc', 'xyzuvw', 3],
  ])('from %s to %s it is %d, counted to two and one more', (a, b, expected) =>
    expect(distance(a, b, 2)).toBe(expected),
  );
});

it('a long message is checked between two frames', () => {
  const text = 'On 3 December the crates leave at 16:00, as Bela wrote to you, and XX of them.\n'.repeat(640);
  const where = { ...context, landings: [osaka('2026-11-25T08:30')] };
  expect(text.length).toBeGreaterThan(50_000);
  // That all of it is looked at; how long it takes stands in the bench.
  expect(checkMessage(letter(text), where).filter(({ check }) => check === 'placeholder')).toHaveLength(640);
});

/** Pieces of letters, right and wrong ones, put together at random. */
const piece = fc.constantFrom(
  ...['Dear Bela,', 'Dear Haruki,', 'hello all', '> Dear {{name}}', 'I copy Luísa Brandão.', 'I copy Bela.'],
  ...[
    'on Wednesday 3 December',
    'by Thu 3 Dec 2026',
    'before 26 November',
    'the 31st of February',
    'XX euro',
  ],
  ...[
    '{{fee}}',
    '[date]',
    'at 16:00',
    'tomorrow',
    'ALL OF IT IN CAPITALS',
    'and the',
    '🕯️ ünïcode',
    '-- ',
    '',
  ],
);
const letters = fc.array(fc.tuple(piece, fc.constantFrom(' ', '\n', '\n\n', ', ')), { maxLength: 14 });
const landing = { ...context, landings: [osaka('2026-11-28T09:00')] };

describe('whatever the letter', () => {
  it('what is found stands where it is said to stand', () => {
    fc.assert(
      fc.property(letters, (pieces) => {
        const text = pieces.flat().join('');
        for (const { field, from, to, words } of checkMessage(letter(text), landing))
          if (field === 'text' && to > 0) expect(text.slice(from, to)).toBe(words);
      }),
      { numRuns: 400 },
    );
  });

  it('a fix that is taken ends that finding, and brings none of its kind', () => {
    const kinds = ['weekday', 'salutation'];
    const count = (text: string) =>
      checkMessage(letter(text), landing).filter(({ check }) => kinds.includes(check)).length;
    fc.assert(
      fc.property(letters, (pieces) => {
        const text = pieces.flat().join('');
        for (const finding of checkMessage(letter(text), landing))
          if (kinds.includes(finding.check))
            expect(count(withFix(text, finding, finding.fixes[0]!))).toBe(count(text) - 1);
      }),
      { numRuns: 400 },
    );
  });

  it('nothing that is quoted, or stands below the signature, is found', () => {
    fc.assert(
      fc.property(letters, (pieces) => {
        const wrong = pieces.flat().join('').replace(/\n/g, ' ');
        const text = `All is packed.\n> ${wrong}\n-- \n${wrong}`;
        expect(found(letter(text), landing)).toEqual([]);
      }),
      { numRuns: 200 },
    );
  });
});

describe('an attachment', () => {
  const one = { name: 'list.pdf', size: 1000, received: 1000 };
  it.each([
    'The list is attached.',
    'Attached you find the list.',
    'I enclose nothing; see the attachment below.',
    'Please find enclosed the terms.',
    'A lista segue em anexo.',
    'Anexei a lista.',
    'Im Anhang finden Sie die Liste.',
    'Die Liste ist beigefügt.',
    'Anbei die Liste.',
    'La liste est ci-jointe.',
    'Voir la pièce jointe.',
    'Le envío la lista adjunta.',
    'It is attached to this message.',
  ])('is missed in “%s”', (text) => {
    const all = found(letter(text)).filter((each) => each.startsWith('attachment:'));
    expect(all).toHaveLength(1);
    expect(
      found(letter(text, { attachments: [one] })).filter((each) => each.startsWith('attachment:')),
    ).toEqual([]);
  });

  it.each([
    'The label is attached to the crate.',
    'Thank you for your attachment.',
    'The attachment you sent is empty.',
    'No attachment this time.',
    'Without attachments, as you asked.',
    'Obrigada pelo seu anexo.',
    'We reattached the frame.',
    '> The list is attached.\nThank you.',
    'Thank you.\n-- \nAll attachments are confidential.',
    'Der Anhänger steht bereit.',
  ])('is not missed in “%s”', (text) => {
    expect(found(letter(text)).filter((each) => each.startsWith('attachment:'))).toEqual([]);
  });

  it('half here stops the message; a very large one is noted', () => {
    const findings = checkMessage(
      letter('See the list.', {
        attachments: [
          { name: 'half.bin', size: 100, received: 40 },
          { name: 'film.mov', size: 12_000_000, received: 12_000_000 },
        ],
      }),
      context,
    );
    expect(findings.map(({ check, severity, words }) => `${severity} ${check}: ${words}`)).toEqual([
      'stop attachment: half.bin',
      'note large: 12 MB',
    ]);
  });
});

describe('a link', () => {
  const linked = (text: string, words: string, href: string) => {
    const from = text.indexOf(words);
    return letter(text, { links: [{ from, to: from + words.length, href }] });
  };
  it.each([
    ['See the list.', 'the list', '', ['link: the list']],
    ['See the list.', 'the list', 'http://', ['link: the list']],
    ['See the list.', 'the list', 'https://lamp.example/list', []],
    ['> See the list.\nYes.', 'the list', '', []],
  ])('in “%s” over “%s” to “%s”', (text, words, href, expected) =>
    expect(found(linked(text, words, href))).toEqual(expected),
  );

  it.each([
    ['To confirm, click here.', ['link: click here']],
    ['Bitte hier klicken.', ['link: hier klicken']],
    ['Please use the following link: https://lamp.example/a', []],
    ['The link between the two is plain.', []],
  ])('spoken of in “%s”', (text, expected) => expect(found(letter(text))).toEqual(expected));

  it('known from mail with somebody else is asked about', () => {
    const foreignLinks = new Map([['https://lamp.example/terms', ['lagos-lenders.example']]]);
    const where = { ...context, foreignLinks };
    expect(found(letter('See https://lamp.example/terms.'), where)).toEqual([
      'foreign-link: https://lamp.example/terms.',
    ]);
    expect(found(letter('See https://lamp.example/other.'), where)).toEqual([]);
  });
});

describe('an answer to all', () => {
  const both = { visible: [haruki, bela], answers: true };
  it('that speaks to one is noted, with the way to that one', () => {
    const [finding] = checkMessage(letter('Dear Haruki,\nyes.', both), context);
    expect(finding).toMatchObject({ check: 'reply-all', words: 'Haruki' });
    expect(finding!.moves).toEqual([
      { words: 'Only to Haruki Anzai', only: 'Haruki Anzai <h.anzai@lacquer-osaka.example>' },
    ]);
  });

  it.each<[string, Partial<CheckedMessage>]>([
    ['Dear Haruki and Bela,\nyes.', both],
    ['Dear all,\nyes.', both],
    ['Yes.', both],
    ['Dear Haruki,\nyes.', { ...both, answers: false }],
    ['Dear Haruki,\nyes.', { ...both, individual: true }],
  ])('“%s” is right', (text, patch) => expect(found(letter(text, patch))).toEqual([]));
});

describe('dates in other languages', () => {
  it.each([
    ['Encontramo-nos na segunda-feira, 24 de novembro.', ['weekday: segunda-feira, 24 de novembro']],
    ['Encontramo-nos na terça-feira, 24 de novembro.', []],
    ['Wir treffen uns am Montag, den 24. November.', ['weekday: Montag, den 24. November']],
    ['Wir treffen uns am Dienstag, 24. November 2026.', []],
    ['Rendez-vous lundi 24 novembre.', ['weekday: lundi 24 novembre']],
    ['Rendez-vous mardi 24 novembre.', []],
    ['Nos vemos el lunes 24 de noviembre.', ['weekday: lunes 24 de noviembre']],
    ['Nos vemos el martes 24 de noviembre.', []],
  ])('%s', (text, expected) => expect(found(letter(text))).toEqual(expected));

  it('are mended in the language they are in', () => {
    const fixes = (text: string) => checkMessage(letter(text), context)[0]!.fixes;
    expect(fixes('Rendez-vous lundi 24 novembre.')).toEqual(['mardi 24 novembre']);
    expect(fixes('Wir treffen uns Montag, 24. November.')).toEqual(['Dienstag, 24. November']);
    expect(fixes('We meet Mon 24 Nov.')).toEqual(['Tue 24 Nov']);
  });
});
