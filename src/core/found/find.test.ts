import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LANGUAGES } from '../text/language';
import { toInstant } from '../time/wallClock';
import { freshTimes, judgeTimes, labelledTimes, precisionOf, recallOf } from '#test/support/labelledTimes';
import { findTimes, type Written } from './find';

// A Tuesday, 22:00 in Osaka.
const WRITTEN: Written = {
  at: Date.parse('2026-11-24T13:00:00Z'),
  writer: 'Asia/Tokyo',
  reader: 'Europe/Lisbon',
};
const lines = (...all: string[]) => all.join('\n');
const starts = (text: string, written: Partial<Written> = {}) =>
  findTimes(text, { ...WRITTEN, ...written }).map(({ start, end, zone }) =>
    [
      start,
      ...(end && start.length > 10 ? [end.slice(11)] : []),
      ...(zone === 'Asia/Tokyo' ? [] : [zone]),
    ].join(' '),
  );

describe('labelled sentences', () => {
  it.each(LANGUAGES)('in %s are read as they are meant, those kept aside too', (language) => {
    const own = judgeTimes(labelledTimes(language, 'written by'));
    expect([own.wrong, own.missed, own.unclear]).toEqual([[], [], []]);
    const aside = judgeTimes(labelledTimes(language, 'kept aside'));
    expect(precisionOf(aside)).toBeGreaterThanOrEqual(0.98);
    expect(recallOf(aside)).toBeGreaterThanOrEqual(0.92);
    expect(aside.unclear).toEqual([]);
  });

  it('written after the rules are read as well', () => {
    const fresh = judgeTimes(freshTimes());
    expect(precisionOf(fresh)).toBeGreaterThanOrEqual(0.98);
    expect(recallOf(fresh)).toBeGreaterThanOrEqual(0.92);
  });
});

describe('of a whole letter', () => {
  it('only what its writer says in it is read: no quote, no signature, nothing that was passed on', () => {
    const letter = lines(
      'Dear Tamsin,',
      '',
      'Thursday at 10 is fine.',
      '',
      'Haruki',
      '',
      'On Tue, 24 Nov 2026 at 14:25, Tamsin Oyelaran wrote:',
      '> Would Friday at 11:00 suit you?',
      '-- ',
      'At my desk tomorrow from 9:00 to 17:00',
    );
    expect(starts(letter)).toEqual(['2026-11-26T10:00']);
    const passed = lines('See below.', '', '-----Original Message-----', 'From: Bela', 'Friday at 11:00?');
    expect(starts(passed)).toEqual([]);
  });

  it('a line that was broken goes on, a list does not', () => {
    expect(
      starts(
        lines(
          'I have looked at the plan again, and would like to propose Thursday',
          'at 10:00 for the call.',
        ),
      ),
    ).toEqual(['2026-11-26T10:00']);
    expect(starts(lines('These would do:', '- Thursday at 10:00', '- Friday at 15:30'))).toEqual([
      '2026-11-26T10:00',
      '2026-11-27T15:30',
    ]);
  });

  it('a day that was named goes on being meant', () => {
    expect(starts('Would Thursday suit you? I am free at 10:00 and at 15:00.')).toEqual([
      '2026-11-26',
      '2026-11-26T10:00',
      '2026-11-26T15:00',
    ]);
  });

  it('each time is there once, however often and on however many clocks it is said', () => {
    expect(starts('Thursday at 19:00 (10:00 your time). So: Thursday, 19:00, that is 10:00 UTC.')).toEqual([
      '2026-11-26T19:00',
    ]);
  });

  it('says where the words stand', () => {
    const text = lines('Dear all,', '', 'the inspection is on 2 December at 9:00, in the yard.');
    const [found] = findTimes(text, WRITTEN);
    expect(text.slice(found!.from, found!.to)).toBe('2 December at 9:00');
    expect(found!.words).toBe('2 December at 9:00');
    // A day that was named before is none of the words.
    const apart = 'Would Thursday suit you? I am free at 10:00 then.';
    const [, time] = findTimes(apart, WRITTEN);
    expect([time!.words, apart.slice(time!.from, time!.to)]).toEqual(['10:00', '10:00']);
  });
});

describe('what is not clear is said to be so', () => {
  const unclear = (text: string, written: Partial<Written> = {}) =>
    findTimes(text, { ...WRITTEN, ...written }).flatMap((found) => found.unclear);
  it.each([
    ['Tomorrow at 4?', ['04:00 may be meant.']],
    ['Thursday 27 November at 10:00?', ['Fri 27 Nov 2026 is a Friday, not a Thursday.']],
    ['On Monday at 10:00 CST?', ['CST is what several clocks are called.']],
    ['On Friday in the morning?', ['No hour is said.']],
    ['On 4/12 at 10:00?', ['Mon 12 Apr 2027 may be meant.']],
    ['Next Friday at 10:00?', ['Fri 27 Nov 2026 may be meant.']],
    ['On 15 July 2027 at 10:00 CET?', ['Clocks there do not show CET then.']],
    ['On 15 July 2027 at 10:00 CEST?', []],
  ])('%s', (text, expected) => {
    expect(unclear(text)).toEqual(expected);
  });

  it('not of a clock that is the writer’s own', () => {
    const [found] = findTimes('On Monday at 10:00 CST?', { ...WRITTEN, writer: 'America/Chicago' });
    expect(found).toMatchObject({ zone: 'America/Chicago', unclear: [] });
  });

  it('of a weekday on that day itself, only while its time is to come', () => {
    const morning = { at: Date.parse('2026-11-24T00:00:00Z') };
    expect(unclear('Tuesday at 15:00?', morning)).toEqual(['Tue 24 Nov 2026 may be meant.']);
    expect(unclear('Tuesday at 15:00?')).toEqual([]);
  });
});

describe('clocks', () => {
  it.each([
    ['Friday 10:00 UTC+5:45?', ['2026-11-27T10:00 Asia/Kathmandu']],
    ['Friday 10:00 GMT-3?', ['2026-11-27T10:00 Etc/GMT+3']],
    ['Friday at 10:00 Kathmandu time?', ['2026-11-27T10:00 Asia/Kathmandu']],
    [
      'Friday at 10:00 my time or Monday at 9:00 your time?',
      ['2026-11-27T10:00', '2026-11-30T09:00 Europe/Lisbon'],
    ],
    ['I will be in Lisbon on Friday at 10:00.', ['2026-11-27T10:00 Europe/Lisbon']],
  ])('%s', (text, expected) => {
    expect(starts(text)).toEqual(expected);
  });

  it('tomorrow is the writer’s', () => {
    // Wednesday is tomorrow in Lisbon, and today in Osaka.
    expect(starts('Tomorrow at 9:00?', { at: Date.parse('2026-11-24T20:00:00Z') })).toEqual([
      '2026-11-26T09:00',
    ]);
  });
});

it('never finds what is over, is no real time, or stands elsewhere than it says', () => {
  const words = fc.constantFrom(
    ...'tomorrow at 10 4pm Thursday or 28/11 morgen um Uhr às 9h terça demain à 14 h jueves a las 30 February 31.2. 25:61 99 your time CET ( ) - , . > midnight noon until 00:00 next last yesterday'.split(
      ' ',
    ),
    '\n',
    '>',
    '-- ',
  );
  fc.assert(
    fc.property(fc.array(words, { maxLength: 40 }), (all) => {
      const text = all.join(' ');
      for (const found of findTimes(text, WRITTEN)) {
        const at = (time: string) => toInstant(time.length === 10 ? `${time}T00:00` : time, found.zone).at;
        expect(found.to).toBeGreaterThan(found.from);
        const end = found.end === null ? at(found.start) + 1 : at(found.end);
        expect(end).toBeGreaterThan(at(found.start));
        expect(at(found.start) > WRITTEN.at || (found.start.length === 10 && end > WRITTEN.at)).toBe(true);
      }
    }),
    { numRuns: 2000 },
  );
});

it.each([
  ['digits', '1 '.repeat(10_000)],
  ['times', '10:00 '.repeat(4000)],
  ['days', 'Thursday at 10 '.repeat(2000)],
  ['words that go between', `Thursday ${'a las '.repeat(5000)}10`],
  ['signs', '!?.,;:-–()'.repeat(2000)],
  ['brackets', `${'('.repeat(10_000)}10:00${')'.repeat(10_000)}`],
])('comes to an end with 20,000 letters of %s', (_, text) => {
  expect(findTimes(text, WRITTEN).length).toBeLessThanOrEqual(20);
});
