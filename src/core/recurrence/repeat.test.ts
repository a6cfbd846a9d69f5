import { describe, expect, it } from 'vitest';
import { defaultWeek } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';
import { readWeek } from '../time/weekText';
import { nextRepeat, RepeatError, repeatWords } from './repeat';
import { USUAL_REPEATS, usualRepeat } from './usual';

const NOW = Date.parse('2026-11-24T14:24:00Z');

describe('what repeats', () => {
  const every = (rrule: string, start: string, zone = 'Europe/Lisbon') => ({ rrule, start, zone });
  it('stays on my clock, also where that changes', () => {
    const mondays = every('FREQ=WEEKLY;INTERVAL=2;BYDAY=MO', '2027-03-15T09:00');
    const first = toInstant('2027-03-15T09:00', 'Europe/Lisbon').at;
    const second = nextRepeat(mondays, first)!;
    expect(toLocal(second, 'Europe/Lisbon')).toBe('2027-03-29T09:00:00');
    // The clocks went forward on the 28th: the same time is an hour nearer.
    expect(second - first).toBe(14 * 86_400_000 - 3_600_000);
  });

  it('goes over what the clock skips, and comes once where the clock shows it twice', () => {
    const nightly = every('FREQ=DAILY', '2027-03-27T01:30');
    const before = toInstant('2027-03-27T01:30', 'Europe/Lisbon').at;
    const skipped = nextRepeat(nightly, before)!;
    expect(toLocal(skipped, 'Europe/Lisbon')).toBe('2027-03-28T02:30:00');
    expect(toLocal(nextRepeat(nightly, skipped)!, 'Europe/Lisbon')).toBe('2027-03-29T01:30:00');
    const autumn = every('FREQ=DAILY', '2026-10-24T01:30');
    const once = nextRepeat(autumn, toInstant('2026-10-24T01:30', 'Europe/Lisbon').at)!;
    expect(toLocal(nextRepeat(autumn, once)!, 'Europe/Lisbon')).toBe('2026-10-26T01:30:00');
  });

  it('ends where its rule ends', () => {
    const twice = every('FREQ=DAILY;COUNT=2', '2026-12-01T09:00');
    const first = toInstant('2026-12-01T09:00', 'Europe/Lisbon').at;
    const second = nextRepeat(twice, first)!;
    expect(nextRepeat(twice, second)).toBeUndefined();
  });

  it('is refused in words where it is no rule, or never happens', () => {
    expect(() => nextRepeat(every('EVERY MONDAY', '2026-12-01T09:00'), NOW)).toThrow(RepeatError);
    expect(() => nextRepeat(every('FREQ=YEARLY;BYMONTH=9;BYMONTHDAY=31', '2026-12-01T09:00'), NOW)).toThrow(
      /never happens/,
    );
  });

  it('has my working days, and the last day of months that lack its own', () => {
    expect(usualRepeat('every working day', '2026-12-08T10:00', readWeek('Tu-Sa 10:00-18:00'))).toBe(
      'FREQ=WEEKLY;BYDAY=TU,WE,TH,FR,SA',
    );
    const monthly = every(usualRepeat('every month', '2027-01-31T09:00', defaultWeek), '2027-01-31T09:00');
    const days: string[] = [];
    let after = toInstant('2027-01-31T09:00', monthly.zone).at;
    for (let n = 0; n < 3; n++) {
      after = nextRepeat(monthly, after)!;
      days.push(toLocal(after, monthly.zone).slice(0, 10));
    }
    expect(days).toEqual(['2027-02-28', '2027-03-31', '2027-04-30']);
  });

  it('is said in words', () => {
    const words = USUAL_REPEATS.map((kind) =>
      repeatWords(every(usualRepeat(kind, '2026-12-07T09:00', defaultWeek), '2026-12-07T09:00')),
    );
    expect(words[0]).toMatch(/^every day/);
    expect(words[3]).toMatch(/^every second Monday/);
    // One kept by another version must not stop what shows it.
    expect(repeatWords(every('NONSENSE', 'x'))).toBe('by a rule that cannot be read: NONSENSE');
  });
});

it.each(['Asia/Tokyo', 'Europe/Lisbon', 'America/St_Johns'])(
  'a rule that ends at an instant has its last day in %s',
  (zone) => {
    const start = '2026-12-01T09:00';
    const last = toInstant('2026-12-05T09:00', zone).at;
    const until = new Date(last).toISOString().replace(/[-:]/g, '').slice(0, 15);
    const rule = { rrule: `FREQ=DAILY;UNTIL=${until}Z`, start, zone };
    expect(nextRepeat(rule, toInstant('2026-12-04T09:00', zone).at)).toBe(last);
    expect(nextRepeat(rule, last)).toBeUndefined();
  },
);
