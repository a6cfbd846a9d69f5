import { expect, it } from 'vitest';
import { civilOf, dateOfDay, dayNumber, weekdayOf } from './dayNumber';

it('counts days as the calendar does, over five centuries', () => {
  for (let day = -100_000; day < 120_000; day += 1) {
    const at = new Date(day * 86_400_000);
    const civil = { year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, date: at.getUTCDate() };
    if (day % 7 === 0 || civil.date > 27 || civil.date === 1) {
      expect(civilOf(day)).toEqual(civil);
      expect(dayNumber(civil.year, civil.month, civil.date)).toBe(day);
    }
  }
  expect(dateOfDay(dayNumber(2028, 2, 29))).toBe('2028-02-29');
  expect(weekdayOf(dayNumber(2026, 11, 29))).toBe(7);
});
