import fc from 'fast-check';
import { expect, it } from 'vitest';
import { readTypedDate, readTypedTime, stepDate, stepTime } from './typed';
import { dayWords } from './words';

const TODAY = '2026-11-24';

it.each([
  ['2026-11-25', '2026-11-25'],
  ['25 Nov', '2026-11-25'],
  ['25 november 2026', '2026-11-25'],
  ['Wed 25 Nov 2026', '2026-11-25'],
  ['wednesday, 25 nov', '2026-11-25'],
  ['Nov 25', '2026-11-25'],
  ['2nd dec', '2026-12-02'],
  ['25.11.', '2026-11-25'],
  ['25.11.26', '2026-11-25'],
  ['1/12/2026', '2026-12-01'],
  ['24 Nov', '2026-11-24'],
  ['23 Nov', '2027-11-23'],
  ['29 feb 2028', '2028-02-29'],
  // not certain, so not read
  ['Thu 25 Nov 2026', undefined],
  ['30 feb', undefined],
  ['29 feb 2027', undefined],
  ['31.11.', undefined],
  ['25 no', undefined],
  ['wed', undefined],
  ['tomorrow-ish', undefined],
  ['2026-11-2x', undefined],
  ['', undefined],
])('the date “%s” is %s', (text, date) => expect(readTypedDate(text, TODAY)).toBe(date));

it.each([
  ['8:30', '08:30'],
  ['08.30', '08:30'],
  ['0830', '08:30'],
  ['830', '08:30'],
  ['8', '08:00'],
  ['21', '21:00'],
  ['21h', '21:00'],
  ['9h10', '09:10'],
  ['8 am', '08:00'],
  ['8:30pm', '20:30'],
  ['12 am', '00:00'],
  ['12:15 p.m.', '12:15'],
  ['noon', '12:00'],
  ['midnight', '00:00'],
  ['24:00', undefined],
  ['8:60', undefined],
  ['13 pm', undefined],
  ['0 am', undefined],
  ['8m', undefined],
  ['8:3', undefined],
  ['half past', undefined],
  ['', undefined],
])('the time “%s” is %s', (text, time) => expect(readTypedTime(text)).toBe(time));

it('reads every day back from the words it is shown in', () => {
  const days = fc.integer({ min: 0, max: 4000 });
  fc.assert(
    fc.property(days, (offset) => {
      const date = stepDate(TODAY, offset);
      expect(readTypedDate(dayWords(`${date}T00:00`), TODAY)).toBe(date);
    }),
  );
});

it('steps over months and midnight', () => {
  expect(stepDate('2026-11-30', 1)).toBe('2026-12-01');
  expect(stepDate('2027-03-01', -7)).toBe('2027-02-22');
  expect(stepTime('23:58', 5)).toBe('00:03');
  expect(stepTime('00:10', -60)).toBe('23:10');
});
