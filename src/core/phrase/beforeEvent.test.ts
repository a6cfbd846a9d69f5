import { describe, expect, it } from 'vitest';
import { offsetWords } from '../occasion/offset';
import { readBeforeEvent } from './beforeEvent';

const events = [
  'Broker call',
  'Loans committee',
  'Call with Osaka',
  'Réunion des assureurs',
  'Maklergespräch',
].map((summary, index) => ({ id: String(index), occurrence: null, summary }));
const read = (text: string) =>
  readBeforeEvent(text, events).map(({ event, offset, edge }) => [event.summary, offsetWords(offset), edge]);

describe('before an event, in words', () => {
  it.each([
    ['an hour before the broker call', 'Broker call', '1 hour before', 'start'],
    ['40 min before broker call', 'Broker call', '40 minutes before', 'start'],
    ['half an hour after the loans committee', 'Loans committee', '30 minutes after', 'start'],
    ['10 minutes after the end of the loans committee', 'Loans committee', '10 minutes after', 'end'],
    ['the day before the broker call, at 9 mine', 'Broker call', '1 day before at 09:00 my time', 'start'],
    [
      'at 9:00 theirs, the working day before the loans committee',
      'Loans committee',
      '1 of their working days before at 09:00 theirs',
      'start',
    ],
    [
      '2 working days before loans committee at 16:30 theirs',
      'Loans committee',
      '2 of their working days before at 16:30 theirs',
      'start',
    ],
    ['the morning after the loans committee', 'Loans committee', '1 day after at 09:00 theirs', 'start'],
    ['uma hora antes do broker call', 'Broker call', '1 hour before', 'start'],
    ['2 dias úteis antes do Loans committee', 'Loans committee', '2 of their working days before', 'start'],
    ['eine Stunde vor dem Maklergespräch', 'Maklergespräch', '1 hour before', 'start'],
    ['30 minutes avant la réunion des assureurs', 'Réunion des assureurs', '30 minutes before', 'start'],
    ['media hora antes de broker call', 'Broker call', '30 minutes before', 'start'],
  ])('%s', (text, summary, words, edge) => {
    expect(read(text)).toEqual([[summary, words, edge]]);
  });

  it.each([
    ['an hour before each loans committee', true],
    ['40 min before the end of every loans committee', true],
    ['uma hora antes de cada Loans committee', true],
    ['an hour before the loans committee', false],
  ])('%s', (text, each) => {
    expect(readBeforeEvent(text, events).map((found) => [found.event.summary, found.each])).toEqual([
      ['Loans committee', each],
    ]);
  });

  it('several that may be meant are all told, the fullest name first', () => {
    expect(read('an hour before the call').map(([summary]) => summary)).toEqual(['Broker call']);
    expect(
      readBeforeEvent('an hour before the call', [
        ...events,
        { id: '9', occurrence: null, summary: 'Dentist call' },
      ]).map(({ event }) => event.summary),
    ).toEqual(['Broker call', 'Dentist call']);
  });

  it.each([
    'an hour before the dentist',
    'the broker call',
    'before the broker call',
    'tomorrow at 9',
    'an hour before',
  ])('“%s” is none', (text) => {
    expect(read(text)).toEqual([]);
  });
});
