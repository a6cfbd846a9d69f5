import { describe, expect, it } from 'vitest';
import { offsetMinutes } from '../time/wallClock';
import { readWeek, WeekTextError, writeWeek } from '../time/weekText';
import { answerTimes } from './answerTimes';
import { guessZone } from './zoneEvidence';

const at = (date: string, offset: number) => ({ at: Date.parse(`${date}T12:00Z`), offset });
const yearIn = (zone: string) =>
  Array.from({ length: 12 }, (_, month) => {
    const when = Date.UTC(2026, month, 10, 12);
    return { at: when, offset: offsetMinutes(when, zone) };
  });

describe('where somebody may be', () => {
  it('is known from one message where one place keeps that time', () => {
    expect(guessZone([at('2026-11-23', 345)])).toEqual({
      zone: 'Asia/Kathmandu',
      others: [],
      why: '1 message carries UTC+05:45; only Kathmandu keeps that.',
    });
  });

  it('is narrowed by summer and winter, and by the country', () => {
    const paris = yearIn('Europe/Paris');
    const guess = guessZone(paris)!;
    expect(guess.why).toMatch(/^12 messages carry UTC\+01:00 and UTC\+02:00; \d+ zones keep that\.$/);
    // A place that keeps one time all year is excluded.
    expect(guess.others).not.toContain('Africa/Lagos');
    expect(guessZone(paris, { country: 'FR' })).toMatchObject({ zone: 'Europe/Paris', others: [] });
  });

  it('asks where the evidence leaves many places, offering the biggest', () => {
    const guess = guessZone(yearIn('Europe/Paris'))!;
    expect(guess.zone).toBeNull();
    expect(guess.others).toEqual(['Europe/Berlin', 'Europe/Paris', 'Europe/Rome']);
    expect(guessZone([at('2026-01-10', 330)])).toMatchObject({
      zone: null,
      others: ['Asia/Kolkata', 'Asia/Colombo'],
    });
    // One country, and several clocks that cannot be told apart by what was written in winter.
    const winter = guessZone([at('2026-01-10', -420)], { country: 'US' })!;
    expect(winter.zone).toBeNull();
    expect(winter.others).toContain('America/Denver');
    expect(winter.others).toContain('America/Phoenix');
  });

  it('is the biggest of the zones that keep one clock in one country', () => {
    expect(guessZone(yearIn('America/New_York'), { country: 'US' })?.zone).toBe('America/New_York');
    expect(guessZone(yearIn('America/Detroit'), { country: 'US' })?.zone).toBe('America/New_York');
  });

  it('stays at home where a traveller wrote a few from elsewhere', () => {
    const mostly = [...yearIn('Australia/Adelaide'), at('2026-06-01', 540), at('2026-06-02', 540)];
    expect(guessZone(mostly, { country: 'AU' })?.zone).toBe('Australia/Adelaide');
  });

  it('is nothing where mail always carries UTC, as servers write it', () => {
    expect(guessZone([at('2026-01-10', 0), at('2026-07-10', 0)])).toBeUndefined();
    expect(guessZone([at('2026-01-10', 0)], { country: 'NP' })).toBeUndefined();
    expect(guessZone([at('2026-01-10', 0)], { country: 'IS' })?.zone).toBe('Atlantic/Reykjavik');
  });

  it('follows the vCard, and says where the mail disagrees', () => {
    expect(guessZone([], { vcard: 'Asia/Katmandu' })).toMatchObject({ zone: 'Asia/Kathmandu' });
    expect(guessZone([at('2026-01-10', 540)], { vcard: 'Asia/Kathmandu' })!.why).toBe(
      'Their vCard says Asia/Kathmandu, though their mail carries UTC+09:00.',
    );
  });

  it('is nothing where nothing is known', () => {
    expect(guessZone([])).toBeUndefined();
    expect(guessZone([at('2026-01-10', 7)])).toBeUndefined();
    expect(guessZone([], { country: 'US' })).toBeUndefined();
    expect(guessZone([], { country: 'NP' })?.why).toContain('keeps one time');
  });
});

it('answers have a median and a middle half', () => {
  expect(answerTimes([])).toBeUndefined();
  expect(answerTimes([50, -3, 10, 30, 20, 40])).toEqual({ count: 5, median: 30, from: 20, until: 40 });
  expect(answerTimes([10, 20])).toMatchObject({ median: 15 });
});

describe('a working week in words', () => {
  it.each([
    ['Mo-Fr 09:00-17:00', 'Mo-Fr 09:00-17:00'],
    ['mo-fr 9-17; sa 9:00-12:00', 'Mo-Fr 09:00-17:00; Sa 09:00-12:00'],
    ['Monday–Friday 8.30-12 13-17', 'Mo-Fr 08:30-12:00 13:00-17:00'],
    ['Su-Th 08:00-16:00', 'Mo-Th 08:00-16:00; Su 08:00-16:00'],
    ['Sa 22:00-24:00', 'Sa 22:00-24:00'],
    ['Mo-Fr 22:00-06:00', 'Mo-Fr 22:00-06:00'],
    ['Mo 17-9', 'Mo 17:00-09:00'],
    ['Su 22-6; Mo 6-14', 'Mo 06:00-14:00; Su 22:00-06:00'],
    ['never', 'never'],
  ])('%s: %s', (text, written) => {
    expect(writeWeek(readWeek(text))).toBe(written);
    expect(readWeek(written)).toEqual(readWeek(text));
  });

  it.each([
    '',
    'always',
    'Mo',
    'Mo 9-9',
    'Mo 9-25',
    'Xx 9-17',
    'Mo 9-12 11-14',
    'Mo 22-6; Tu 5-9',
    'Su 22-6; Mo 5-9',
  ])('%j is none', (text) => {
    if (text) expect(() => readWeek(text)).toThrow(WeekTextError);
    else expect(writeWeek(readWeek(text))).toBe('never');
  });

  it('is awake around its work', () => {
    expect(readWeek('Mo-Fr 05:00-13:00').waking).toEqual({ from: 240, to: 1320 });
  });
});
