import fc from 'fast-check';
import { expect, it } from 'vitest';
import { withoutQuotes } from './quotes';

const lines = (...all: string[]) => all.join('\n');

it.each([
  ['what is quoted', lines('Yes, gladly.', '> Shall we?'), 'Yes, gladly.'],
  [
    'the line that introduces it',
    lines('Yes.', '', 'On Tue, 24 Nov 2026 at 14:25, Haruki Anzai wrote:', '', '> Shall we?', '', 'Bela'),
    lines('Yes.', '', '', 'Bela'),
  ],
  [
    'one over two lines',
    lines('Ja.', '', 'Am 24.11.2026 um 14:25 schrieb Haruki Anzai', '<h@lacquer.example>:', '> Geht das?'),
    lines('Ja.', ''),
  ],
  ['one that says only who', lines('Yes.', '', 'Tamsin Oyelaran wrote:', '> Shall we?'), lines('Yes.', '')],
  ['one in French', lines('Oui.', 'Le 24 nov. 2026, Haruki a écrit :', '> Ça va ?'), 'Oui.'],
  [
    'an answer between the lines',
    lines('On 24 Nov, Bela wrote:', '> One?', 'Yes.', '> Two?', 'No.'),
    lines('Yes.', 'No.'),
  ],
  [
    'an original below',
    lines('See below.', '', '-----Original Message-----', 'From: Bela', 'Shall we?'),
    lines('See below.', ''),
  ],
])('leaves out %s', (_, text, own) => expect(withoutQuotes(text)).toBe(own));

it('keeps what only looks like it', () => {
  const question = lines('These are the crates:', '> 12 of them', 'Regards');
  expect(withoutQuotes(question)).toBe(lines('These are the crates:', 'Regards'));
  const none = lines('At 14:25 we meet:', 'all of us.');
  expect(withoutQuotes(none)).toBe(none);
  // A message of quotes alone says something all the same.
  expect(withoutQuotes('> Shall we?')).toBe('> Shall we?');
});

it('never adds a word, and changes nothing where nothing is quoted', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('> a', 'b 1:', 'c', '', '@:', '-----Original Message-----')),
      (all) => {
        const text = all.join('\n');
        const own = withoutQuotes(text);
        const left = text.split('\n');
        for (const line of own.split('\n')) {
          const at = left.indexOf(line);
          expect(at).toBeGreaterThanOrEqual(0);
          left.splice(0, at + 1);
        }
        if (!all.some((line) => line.startsWith('>') || line.startsWith('-'))) expect(own).toBe(text);
      },
    ),
  );
});
