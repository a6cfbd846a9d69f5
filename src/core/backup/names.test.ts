import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { backupName, backupsToForget, isBackupDue, madeAtOf } from './names';

const at = (text: string) => Date.parse(text);
const LISBON = 'Europe/Lisbon';

describe('names of backups', () => {
  it('say when they were made, and stand in that order', () => {
    expect(backupName(at('2026-11-30T03:12:09.412Z'))).toBe('oak-20261130T031209Z.db');
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4e9 }), fc.integer({ min: 0, max: 4e9 }), (a, b) => {
        expect(madeAtOf(backupName(a * 1000))).toBe(a === 0 ? undefined : a * 1000);
        expect(backupName(a * 1000) < backupName(b * 1000)).toBe(a < b);
      }),
    );
  });

  it('are no others', () => {
    for (const name of [
      'oak.db',
      'oak-20261130T031209Z.db.part',
      '../oak-20261130T031209Z.db',
      'oak-20261330T031209Z.db',
    ])
      expect(madeAtOf(name), name).toBeUndefined();
  });
});

describe('one a day', () => {
  it('by my calendar, not by UTC', () => {
    // 23:30 in UTC is the next day in Kathmandu.
    const made = [at('2026-11-29T23:30:00Z')];
    expect(isBackupDue(made, at('2026-11-30T02:00:00Z'), 'Asia/Kathmandu')).toBe(false);
    expect(isBackupDue(made, at('2026-11-30T02:00:00Z'), LISBON)).toBe(true);
    expect(isBackupDue([], at('2026-11-30T02:00:00Z'), LISBON)).toBe(true);
  });

  it('of so many days the last is kept, and all of today', () => {
    const made = ['11-26T03', '11-27T03', '11-27T15', '11-29T03', '11-30T03', '11-30T04', '11-30T05'].map(
      (each) => at(`2026-${each}:00:00Z`),
    );
    const now = at('2026-11-30T12:00:00Z');
    const forgotten = (keep: number) =>
      backupsToForget(made, keep, now, LISBON).map((each) => new Date(each).toISOString().slice(5, 13));
    expect(forgotten(3)).toEqual(['11-26T03', '11-27T03']);
    expect(forgotten(1)).toEqual(['11-26T03', '11-27T03', '11-27T15', '11-29T03']);
    expect(forgotten(30)).toEqual(['11-27T03']);
  });

  it('never forgets the newest, whatever the clock says', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 3_000_000 }), { minLength: 1 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 3_000_000 }),
        (hours, keep, now) => {
          const made = hours.map((hour) => hour * 3_600_000);
          const gone = backupsToForget(made, keep, now * 3_600_000, LISBON);
          expect(gone).not.toContain(Math.max(...made));
          const days = new Set(
            made.filter((each) => !gone.includes(each)).map((each) => Math.floor(each / 86_400_000)),
          );
          expect(days.size).toBeGreaterThanOrEqual(1);
          expect(
            backupsToForget(
              made.filter((each) => !gone.includes(each)),
              keep,
              now * 3_600_000,
              LISBON,
            ),
          ).toEqual([]);
        },
      ),
    );
  });
});
