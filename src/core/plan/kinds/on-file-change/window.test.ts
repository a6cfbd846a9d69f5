import { describe, expect, it } from 'vitest';
import { toInstant } from '#core/time/wallClock';
import { whyThen, previewPlan } from '../../preview';
import { usualHold } from '../../../hold/decide';
import type { OnFileChangePlan } from './plan';
import { isOpen, isOver } from './window';

const ZONE = 'Europe/Lisbon';
const open = (window: Parameters<typeof isOpen>[0], local: string) =>
  isOpen(window, toInstant(local, ZONE).at, ZONE);

describe('a file is watched', () => {
  it('from a moment until another, the end not among it', () => {
    const window = { from: '2026-12-01T08:00', until: '2026-12-04T17:00' };
    expect(open(window, '2026-12-01T07:59')).toBe(false);
    expect(open(window, '2026-12-01T08:00')).toBe(true);
    expect(open(window, '2026-12-04T16:59')).toBe(true);
    expect(open(window, '2026-12-04T17:00')).toBe(false);
    expect(isOver(window, toInstant('2026-12-04T17:00', ZONE).at, ZONE)).toBe(true);
    expect(isOver({}, Number.MAX_SAFE_INTEGER, ZONE)).toBe(false);
  });

  it('on some days, at some hours; those over midnight belong to the day they begin on', () => {
    const office = { days: [1, 2, 3, 4, 5], hours: { from: '08:00', to: '18:00' } };
    expect(open(office, '2026-11-27T08:00')).toBe(true);
    expect(open(office, '2026-11-27T18:00')).toBe(false);
    expect(open(office, '2026-11-28T12:00')).toBe(false);
    const night = { days: [5], hours: { from: '22:00', to: '06:00' } };
    expect(open(night, '2026-11-27T23:00')).toBe(true);
    expect(open(night, '2026-11-28T05:59')).toBe(true);
    expect(open(night, '2026-11-28T22:30')).toBe(false);
    expect(open(night, '2026-11-27T05:00')).toBe(false);
    expect(open({ days: [] }, '2026-11-28T12:00')).toBe(true);
  });
});

it('says what it waits for, and nothing of a moment', () => {
  const plan: OnFileChangePlan = {
    kind: 'on-file-change',
    path: '/srv/lists/stock-*.csv',
    until: '2026-12-04T17:00',
    days: [1, 5],
    hours: { from: '08:00', to: '18:00' },
    everyMinutes: 1,
  };
  const context = { now: Date.parse('2026-11-24T14:24:00Z'), hold: usualHold(10), senderZone: ZONE };
  const readers = [{ address: 'p@x.example', zone: 'Asia/Kathmandu' }];
  expect(previewPlan(plan, readers, context)).toEqual({
    hold: null,
    repeats: null,
    departures: [],
    warnings: [],
    sentence:
      'Leaves, after the usual hold, each time one of stock-*.csv has really changed and stood still for 2 seconds, at most every 1 minute, until Fri 4 Dec 17:00, on Mondays and Fridays, between 08:00 and 18:00.',
  });
  expect(whyThen(plan, ZONE)).toBe('when one of stock-*.csv changes');
});
