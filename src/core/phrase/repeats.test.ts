import { describe, expect, it } from 'vitest';
import { haruki, me } from '#test/support/phrases';
import type { Language } from '../text/language';
import type { SeriesPlan } from '../plan/kinds/series/plan';
import { readRepeats } from './repeats';

/** Tuesday 24 November 2026, 14:24 in Lisbon; 23:24 in Osaka. */
const said = (phrase: string, language: Language = 'en') => {
  const result = readRepeats(phrase, {
    now: Date.parse('2026-11-24T14:24:00Z'),
    me,
    readers: [haruki],
    languages: [language],
  });
  if (result?.kind !== 'understood')
    return result?.kind === 'not-understood' ? `✗ ${result.part}` : undefined;
  const { start, zone, rrule } = result.readings[0]!.plan as SeriesPlan;
  return `${start} ${zone === 'Europe/Lisbon' ? 'mine' : zone} ${rrule}`;
};

describe('a phrase that repeats', () => {
  it.each([
    [
      'every second monday 9:10, theirs, until easter',
      '2026-11-30T09:10 Asia/Tokyo FREQ=WEEKLY;INTERVAL=2;BYDAY=MO;UNTIL=20270328',
    ],
    ['every thursday at 9:10', '2026-11-26T09:10 mine FREQ=WEEKLY;BYDAY=TH'],
    ['every monday and thursday 8:30, 10 times', '2026-11-26T08:30 mine FREQ=WEEKLY;BYDAY=MO,TH;COUNT=10'],
    ['daily 17:00', '2026-11-24T17:00 mine FREQ=DAILY'],
    [
      'every weekday 9:00 until 24 dec',
      '2026-11-25T09:00 mine FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;UNTIL=20261224',
    ],
    [
      'last working day of every month 10:00, theirs',
      '2026-11-30T10:00 Asia/Tokyo FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
    ],
    ['second tuesday of each month 10:00', '2026-12-08T10:00 mine FREQ=MONTHLY;BYDAY=2TU'],
    ['every two months on the 5th 9:00', '2026-12-05T09:00 mine FREQ=MONTHLY;INTERVAL=2;BYMONTHDAY=5'],
    ['every 2 months on the 5th 9:00', '2026-12-05T09:00 mine FREQ=MONTHLY;INTERVAL=2;BYMONTHDAY=5'],
    ['every 3 hours', '2026-11-25T09:00 mine FREQ=HOURLY;INTERVAL=3'],
    ['every week', '2026-11-25T09:00 mine FREQ=WEEKLY'],
    ['monday 9:00', undefined],
    ['every thursday 9:10 until blue', '✗ blue'],
    ['every thursday at the pub', '✗ pub'],
  ])('%s', (phrase, plan) => {
    expect(said(phrase)).toBe(plan);
  });

  it.each([
    [
      'de',
      'jeden zweiten Montag 9:10, bis Ostern',
      '2026-11-30T09:10 mine FREQ=WEEKLY;INTERVAL=2;BYDAY=MO;UNTIL=20270328',
    ],
    ['de', 'jeden Donnerstag 9:10', '2026-11-26T09:10 mine FREQ=WEEKLY;BYDAY=TH'],
    ['pt', 'todas as quintas 9:10', '2026-11-26T09:10 mine FREQ=WEEKLY;BYDAY=TH'],
    ['pt', 'cada duas semanas 9:10', '2026-11-25T09:10 mine FREQ=WEEKLY;INTERVAL=2'],
    ['fr', 'chaque jeudi 9h10', '2026-11-26T09:10 mine FREQ=WEEKLY;BYDAY=TH'],
    ['fr', 'tous les jours 17:00, 5 fois', '2026-11-24T17:00 mine FREQ=DAILY;COUNT=5'],
    ['es', 'cada jueves 9:10 hasta navidad', '2026-11-26T09:10 mine FREQ=WEEKLY;BYDAY=TH;UNTIL=20261225'],
  ] as const)('%s: %s', (language, phrase, plan) => {
    expect(said(phrase, language)).toBe(plan);
  });

  it('of any kind of words never throws', () => {
    for (const text of [
      'every',
      'every every',
      'until',
      'every 0 days',
      'every 999 weeks',
      'every ((',
      'every month on the 31 of 31',
    ])
      expect(() => said(text)).not.toThrow();
  });
});
