import { expect, it } from 'vitest';
import { dueDate } from './dueDates';

// A Tuesday.
const TODAY = '2026-11-24';

it.each([
  ['Could you confirm by Thursday?', '2026-11-26', 'by Thursday'],
  ['It is due on 3 December, please.', '2026-12-03', '3 December'],
  ['We met on 20 November; the deadline is December 1.', '2026-12-01', 'December 1'],
  ['Ich brauche es bis Freitag.', '2026-11-27', 'bis Freitag'],
  ['Preciso disto até quinta-feira.', '2026-11-26', 'até quinta-feira'],
  ['À rendre avant le 30 novembre', '2026-11-30', 'le 30 novembre'],
  ['The fair opens on 12 December.', '2026-12-12', '12 December'],
  ['By Tuesday, if you can', '2026-12-01', 'By Tuesday'],
  ['On 12 December it opens; I need the list by Friday', '2026-11-27', 'by Friday'],
  ['By 5 January', '2027-01-05', '5 January'],
])('%s', (text, date, words) => {
  expect(dueDate(text, TODAY)).toEqual({ date, words });
});

it.each([
  'Thank you for Thursday.',
  'It was due on 3 November.',
  'by now',
  'See below.\n\n> Please answer by Thursday',
  '',
])('none: %s', (text) => {
  expect(dueDate(text, TODAY)).toBeUndefined();
});
