import { offsetAt, offsetOnce } from './offsets';
import { rawTimeZones } from '@vvo/tzdb';
import { describe, expect, it } from 'vitest';
import { canonicalZone, isZone, listZones, UnknownZoneError, zoneCity } from './zones';

describe('canonicalZone', () => {
  it.each([
    ['Asia/Katmandu', 'Asia/Kathmandu'],
    ['asia/kathmandu', 'Asia/Kathmandu'],
    ['Asia/Calcutta', 'Asia/Kolkata'],
    ['Europe/Kiev', 'Europe/Kyiv'],
    ['Pacific/Chatham', 'Pacific/Chatham'],
    ['America/St_Johns', 'America/St_Johns'],
  ])('%s is %s', (name, expected) => expect(canonicalZone(name)).toBe(expected));

  it.each(['+05:30', '-0330', 'UTC+5', 'GMT-3', 'EST', 'Kathmandu', '', 'Asia/Nowhere', '../etc'])(
    'refuses %s',
    (name) => {
      expect(() => canonicalZone(name)).toThrow(UnknownZoneError);
      expect(isZone(name)).toBe(false);
    },
  );

  it('tells a fixed offset from an unknown name', () => {
    expect(() => canonicalZone('+05:30')).toThrow(/fixed offset/);
    expect(() => canonicalZone('Asia/Nowhere')).toThrow(/no time zone called/);
  });

  it('knows every name of the zone list, old ones too, and settles after one step', () => {
    for (const zone of rawTimeZones) {
      const names = [zone.name, ...zone.group].filter((name) => !/^[A-Z]{3}(\d[A-Z]{3})?$/.test(name));
      for (const name of names) {
        expect(canonicalZone(canonicalZone(name))).toBe(canonicalZone(name));
      }
    }
  });
});

it('lists each zone once, with a city to find it by', () => {
  const zones = listZones();
  expect(new Set(zones.map((zone) => zone.id)).size).toBe(zones.length);
  expect(zones.every((zone) => zone.city && canonicalZone(zone.id) === zone.id)).toBe(true);
  const nepal = zones.find((zone) => zone.id === 'Asia/Kathmandu')!;
  expect(nepal.aliases).toContain('Katmandu');
});

it('names zones by the city people say', () => {
  expect(['Asia/Kathmandu', 'America/St_Johns', 'America/Sao_Paulo'].map(zoneCity)).toEqual([
    'Kathmandu',
    'St. John’s',
    'São Paulo',
  ]);
});

it('asked once for many, an offset is the one that is remembered', () => {
  const zones = [
    'Europe/Lisbon',
    'Asia/Kathmandu',
    'America/St_Johns',
    'Pacific/Chatham',
    'Atlantic/Reykjavik',
  ];
  const moments = [
    '1975-03-01T00:00Z',
    '2026-03-29T00:59:59Z',
    '2026-03-29T01:00:00Z',
    '2026-11-24T14:24:00Z',
  ];
  for (const zone of zones)
    for (const at of moments.map((each) => Date.parse(each)))
      expect(offsetOnce(at, zone), `${zone} ${at}`).toBe(offsetAt(at, zone));
});
