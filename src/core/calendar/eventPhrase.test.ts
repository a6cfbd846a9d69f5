import { describe, expect, it } from 'vitest';
import { toInstant } from '../time/wallClock';
import { defaultWorking } from '../time/dayParts';
import { readEventPhrase } from './eventPhrase';

const LISBON = 'Europe/Lisbon';
const person = (name: string, zone: string, place: string) => ({
  name,
  zone,
  place,
  working: defaultWorking,
});
const context = {
  // A Tuesday.
  now: toInstant('2026-11-24T14:24', LISBON).at,
  me: person('Tamsin', LISBON, 'Lisbon'),
  people: [
    person('Haruki Sato', 'Asia/Tokyo', 'Osaka'),
    person('Prakriti Gurung', 'Asia/Kathmandu', 'Kathmandu'),
  ],
  languages: ['en', 'pt', 'de', 'fr', 'es'] as const,
};
const read = (text: string) => {
  const result = readEventPhrase(text, context);
  return result.kind === 'understood' ? result.readings[0] : result;
};

describe('an event in words', () => {
  it.each([
    [
      'thu 14-15, call with Osaka, their time',
      'call with Osaka',
      '2026-11-26T14:00',
      '2026-11-26T15:00',
      'Asia/Tokyo',
    ],
    ['thu 14-15, call with Osaka', 'call with Osaka', '2026-11-26T14:00', '2026-11-26T15:00', LISBON],
    [
      'call with Prakriti, tomorrow 9:30-10:15, their time',
      'call with Prakriti',
      '2026-11-25T09:30',
      '2026-11-25T10:15',
      'Asia/Kathmandu',
    ],
    [
      'Loans committee friday 10:00 - 12:30',
      'Loans committee',
      '2026-11-27T10:00',
      '2026-11-27T12:30',
      LISBON,
    ],
    [
      'tomorrow at 4pm for 45 min, broker call',
      'broker call',
      '2026-11-25T16:00',
      '2026-11-25T16:45',
      LISBON,
    ],
    ['fri 2-3pm, insurers', 'insurers', '2026-11-27T14:00', '2026-11-27T15:00', LISBON],
    ['fri 11-1pm, insurers', 'insurers', '2026-11-27T11:00', '2026-11-27T13:00', LISBON],
    [
      'thu 23:00-0:30, crates at the airport',
      'crates at the airport',
      '2026-11-26T23:00',
      '2026-11-27T00:30',
      LISBON,
    ],
    ['call, thu 14-15 in Nairobi', 'call', '2026-11-26T14:00', '2026-11-26T15:00', 'Africa/Nairobi'],
    ['3 dec, inventory', 'inventory', '2026-12-03', '2026-12-04', null],
    [
      'Gespräch mit Osaka, Donnerstag 14-15 Uhr',
      'Gespräch mit Osaka',
      '2026-11-26T14:00',
      '2026-11-26T15:00',
      LISBON,
    ],
    ['reunião, sexta 10h-11h', 'reunião', '2026-11-27T10:00', '2026-11-27T11:00', LISBON],
  ])('%s', (text, summary, start, end, zone) => {
    expect(read(text)).toMatchObject({ summary, start, end, zone });
    expect(read(text)).toHaveProperty('saysEnd', zone !== null);
  });

  it.each([
    ['thu 14-15', /what it is called/],
    ['call with Osaka', /when it is/],
    ['31 february, call', /when it is/],
    ['thu 14-14, call', /end as it begins/],
  ])('%s is asked about', (text, why) => {
    expect(readEventPhrase(text, context)).toMatchObject({
      kind: 'not-understood',
      why: expect.stringMatching(why) as string,
    });
  });

  it('nothing is nothing, and much is no harm', () => {
    expect(readEventPhrase('  ', context)).toEqual({ kind: 'empty' });
    expect(readEventPhrase('1-2 '.repeat(5000), context).kind).not.toBe('empty');
  });
});
