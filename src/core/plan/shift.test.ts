import { describe, expect, it } from 'vitest';
import { defaultWorking } from '../time/dayParts';
import { readWeek } from '../time/weekText';
import type { Plan } from './plan';
import { nextWorkingMorning, readShift, shiftPlan } from './shift';

it.each([
  ['2 h', { days: 0, minutes: 120 }],
  ['-3 days', { days: -3, minutes: 0 }],
  ['+1 week', { days: 7, minutes: 0 }],
  ['45min', { days: 0, minutes: 45 }],
  ['1 day earlier', { days: -1, minutes: 0 }],
  ['1 day later', { days: 1, minutes: 0 }],
  ['-1 day earlier', undefined],
  ['0 h', undefined],
  ['soon', undefined],
  ['2', undefined],
])('%s', (text, shift) => expect(readShift(text)).toEqual(shift));

describe('a shift', () => {
  const lisbon: Plan = { kind: 'at', local: '2027-03-27T09:10', zone: 'Europe/Lisbon' };
  const at = Date.parse('2027-03-27T09:10:00Z');

  it.each<[string, Plan, { days: number; minutes: number }, Plan]>([
    [
      'by days keeps the time of day over a clock change',
      lisbon,
      { days: 1, minutes: 0 },
      { ...lisbon, local: '2027-03-28T09:10' },
    ],
    ['by hours is exact', lisbon, { days: 0, minutes: 24 * 60 }, { ...lisbon, local: '2027-03-28T10:10' }],
    ['goes back as well', lisbon, { days: -7, minutes: 0 }, { ...lisbon, local: '2027-03-20T09:10' }],
    [
      'of each local moves what each reads on their clock',
      { kind: 'each-local', local: '2027-03-27T23:30' },
      { days: 0, minutes: 60 },
      { kind: 'each-local', local: '2027-03-28T00:30' },
    ],
    [
      'of now is a time on my clock',
      { kind: 'now' },
      { days: 0, minutes: 30 },
      { ...lisbon, local: '2027-03-27T09:40' },
    ],
  ])('%s', (_, plan, shift, expected) =>
    expect(shiftPlan(plan, shift, at, 'Europe/Lisbon')).toEqual(expected),
  );
});

it('the next working morning is the one after the day it lands on', () => {
  const who = {
    zone: 'Asia/Kathmandu',
    place: 'Kathmandu',
    working: { week: readWeek('Su-Fr 10:00-17:00') },
  };
  // Friday there: Saturday is off.
  const friday = Date.parse('2026-11-27T03:00:00Z');
  expect(nextWorkingMorning(friday, who)).toEqual({
    kind: 'at',
    local: '2026-11-29T10:00',
    zone: 'Asia/Kathmandu',
  });
  const never = { ...who, working: { ...defaultWorking, week: readWeek('never') } };
  expect(nextWorkingMorning(friday, never)).toBeUndefined();
});
