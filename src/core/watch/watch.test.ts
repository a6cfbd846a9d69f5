import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Person } from '../people/person';
import { defaultWeek, workOn } from '../time/dayParts';
import { readWeek } from '../time/weekText';
import { toInstant, toLocal } from '../time/wallClock';
import { cameOfIt } from './cameOfIt';
import { deadlineAt, deadlineWords } from './deadline';
import { habitOf, habitWords } from './habit';
import { judge, type Awaited, type Coming } from './judge';
import { quotesIn } from './quotes';
import type { Deadline } from './watch';

const HOUR = 3_600_000;
const me: Person = { zone: 'Europe/Lisbon', place: 'Lisbon', working: { week: defaultWeek } };
const ana: Person = {
  name: 'Ana',
  zone: 'Asia/Kathmandu',
  place: 'Kathmandu',
  working: { week: readWeek('Su-Th 09:00-16:00'), holidays: { '2026-12-01': 'A feast' } },
};
const at = (deadline: Deadline, start: string, reader: Person | null = ana) =>
  deadlineAt(deadline, { start: Date.parse(start), me, reader: reader ?? undefined });
const there = (instant: number | undefined, zone = ana.zone) => toLocal(instant!, zone).slice(0, 16);

describe('a deadline', () => {
  it.each([
    // Thursday 14:00 in Kathmandu; off on Friday and Saturday, a feast on Tuesday.
    [1, '2026-11-26T08:15:00Z', '2026-11-29T16:00'],
    [3, '2026-11-26T08:15:00Z', '2026-12-02T16:00'],
    // Before work the day it lands is the first.
    [1, '2026-11-26T02:00:00Z', '2026-11-26T16:00'],
    // While they work, or after it, it is not.
    [1, '2026-11-26T03:20:00Z', '2026-11-29T16:00'],
    [1, '2026-11-26T14:00:00Z', '2026-11-29T16:00'],
    // On a day off the next one is the first.
    [1, '2026-11-27T06:00:00Z', '2026-11-29T16:00'],
  ])('of %i working days from %s ends %s where they are', (workingDays, start, expected) => {
    expect(there(at({ workingDays, of: 'reader' }, start))).toBe(expected);
  });

  it('counts my days where theirs are not known, or mine are meant', () => {
    const mine = at({ workingDays: 2, of: 'me' }, '2026-11-26T15:00:00Z');
    expect(there(mine, me.zone)).toBe('2026-11-30T17:00');
    expect(at({ workingDays: 2, of: 'reader' }, '2026-11-26T15:00:00Z', null)).toBe(mine);
  });

  it('of somebody who never works is none', () => {
    const idle = { ...ana, working: { week: { ...defaultWeek, work: defaultWeek.work.map(() => []) } } };
    expect(at({ workingDays: 1, of: 'reader' }, '2026-11-26T15:00:00Z', idle)).toBeUndefined();
  });

  it('keeps the time of day over a change of the clock in days, and not in hours', () => {
    const before = '2026-10-24T09:00:00Z';
    expect(there(at({ days: 2 }, before), me.zone)).toBe('2026-10-26T10:00');
    expect(there(at({ hours: 48 }, before), me.zone)).toBe('2026-10-26T09:00');
  });

  it('in either zone is that moment there', () => {
    expect(at({ local: '2026-12-01T09:00', zone: 'Asia/Kathmandu' }, '2026-11-26T15:00:00Z')).toBe(
      toInstant('2026-12-01T09:00', 'Asia/Kathmandu').at,
    );
  });

  it('of working days is the end of one, so many of them on, from any moment', () => {
    const start = Date.parse('2026-01-01T00:00:00Z');
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 * 24 * 60 }),
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom('Europe/Lisbon', 'Pacific/Apia', 'America/St_Johns', 'Asia/Kathmandu'),
        fc.constantFrom('Mo-Fr 09:00-17:00', 'Tu-Sa 10:00-18:00', 'Mo-Fr 22:00-06:00'),
        (minute, count, zone, week) => {
          const released = start + minute * 60_000;
          const reader: Person = { zone, place: zone, working: { week: readWeek(week) } };
          const end = deadlineAt({ workingDays: count, of: 'reader' }, { start: released, me, reader })!;
          expect(end).toBeGreaterThan(released);
          // One day less ends a working day sooner, one more a working day later, with none between.
          const less =
            count > 1
              ? deadlineAt({ workingDays: count - 1, of: 'reader' }, { start: released, me, reader })!
              : released;
          expect(end).toBeGreaterThan(less);
          const local = toLocal(end, zone);
          const ends = [local.slice(0, 10), toLocal(end - 24 * HOUR, zone).slice(0, 10)].flatMap((date) =>
            workOn(date, reader.working).map((span) => span.to % 1440),
          );
          expect(ends).toContain(Number(local.slice(11, 13)) * 60 + Number(local.slice(14, 16)));
        },
      ),
    );
  });

  it.each([
    [{ hours: 1 }, '1 hour'],
    [{ days: 2 }, '2 days'],
    [{ workingDays: 2, of: 'reader' }, '2 working days of Ana'],
    [{ workingDays: 1, of: 'me' }, '1 working day of mine'],
    [{ local: '2026-12-01T09:00', zone: 'Etc/UTC' }, ''],
  ] as const)('%j is “%s”', (deadline, words) => {
    expect(deadlineWords(deadline, 'Ana')).toBe(words);
  });
});

describe('a habit', () => {
  it('is when nine in ten answers have come, in whole hours', () => {
    const delays = [1, 2, 3, 4, 5, 6, 7, 8, 9, 26].map((hours) => hours * HOUR - 60_000);
    expect(habitOf(delays)).toEqual({ count: 10, hours: 11 });
    expect(habitWords({ count: 10, hours: 11 })).toBe('nine in ten of 10 answers came within 11 h');
    expect(habitWords({ count: 10, hours: 170 })).toContain('within 8 days');
  });

  it('is none of a few answers, nor of those before the question', () => {
    expect(habitOf([HOUR, HOUR, HOUR])).toBeUndefined();
    expect(habitOf([HOUR, HOUR, HOUR, -HOUR])).toBeUndefined();
    expect(habitOf([1000, 1000, 1000, 1000])).toEqual({ count: 4, hours: 1 });
  });
});

describe('quoting', () => {
  const mine = 'Could you confirm by Thursday that the two crates have cleared customs? Bela';
  it.each([
    [
      `Yes, they have.\n\nOn Tue, Bela wrote:\n> Could you confirm by Thursday that the\n> two crates have cleared customs?`,
      true,
    ],
    [
      `Yes.\n-----Original Message-----\nCOULD YOU CONFIRM BY THURSDAY THAT THE TWO CRATES have cleared`,
      true,
    ],
    ['The two crates are here. Could you confirm?', false],
    ['', false],
  ])('is seen in %j: %s', (text, expected) => {
    expect(quotesIn(text)(mine)).toBe(expected);
  });

  it('of a few words says nothing', () => {
    expect(quotesIn('Thanks!')('Thanks!')).toBe(false);
    expect(quotesIn('see: can you send the lamp list? yes')('Can you send the lamp list?')).toBe(true);
  });
});

describe('an answer', () => {
  const awaited: Awaited = {
    settledBy: 'anyone',
    readers: [
      { address: 'ana@x.example', name: 'Ana' },
      { address: 'ben@x.example', name: 'Ben' },
    ],
  };
  const coming: Coming = {
    is: 'answer',
    evidence: 'it names the message it answers',
    tie: 'names it',
    reader: 'ana@x.example',
    writer: 'Ana',
  };
  const verdict = (more: Partial<Coming>, settledBy: Awaited['settledBy'] = 'anyone') =>
    judge({ ...awaited, settledBy }, { ...coming, ...more });

  it.each<[string, Partial<Coming>, Awaited['settledBy'], boolean]>([
    ['by a reader', {}, 'anyone', true],
    ['by somebody else of the thread', { reader: undefined, writer: 'Carl' }, 'anyone', true],
    ['from another address', { otherAddress: 'ana@phone.example' }, 'anyone', true],
    ['by its subject', { tie: 'subject' }, 'anyone', true],
    ['by what it quotes', { tie: 'quotes it' }, 'anyone', true],
    ['about something else', { tie: 'writer' }, 'anyone', false],
    ['to another copy', { tie: 'names another copy' }, 'anyone', false],
    ['to no copy of this reader’s', { tie: 'not this copy', reader: undefined }, 'anyone', false],
    ['about something else, by whom I have said counts', { tie: 'writer', overruled: true }, 'anyone', false],
    ['by a machine', { is: 'automatic' }, 'anyone', false],
    ['while away', { is: 'away' }, 'anyone', false],
    ['of mine', { is: 'own' }, 'anyone', false],
    ['to an invitation', { is: 'calendar' }, 'anyone', false],
    ['by a list, in the thread', { is: 'list', tie: 'subject' }, 'anyone', true],
    ['that is a receipt', { is: 'receipt', seen: true }, 'anyone', false],
    ['that is a receipt, where being seen is enough', { is: 'receipt', seen: true }, 'read', true],
    ['by a reader, where being seen is enough', {}, 'read', true],
    ['by the first', {}, 'this-person', true],
    ['by the second, where the first is meant', { reader: 'ben@x.example' }, 'this-person', false],
    ['by a stranger, where all are meant', { reader: undefined }, 'everyone', false],
    ['by one of them, where all are meant', {}, 'everyone', true],
    ['by a reader, where I decide', {}, 'me', false],
    ['I have said counts', { is: 'automatic', overruled: true }, 'anyone', true],
    ['I have said does not count', { overruled: false }, 'anyone', false],
    ['that was not delivered, whatever I have said', { is: 'bounce', overruled: true }, 'anyone', false],
  ])('%s', (_what, more, settledBy, counts) => {
    const { counts: told, why } = verdict(more, settledBy);
    expect(told).toBe(counts);
    expect(why).toMatch(/^[A-Z].*\.$/);
    expect(why).not.toContain('undefined');
  });

  it('is said why it is one, and why not', () => {
    expect(verdict({ otherAddress: 'ana@phone.example' }).why).toBe(
      'Ana wrote it from ana@phone.example; it names this message.',
    );
    expect(verdict({ is: 'away', evidence: 'Auto-Submitted: auto-replied (RFC 3834)' }).why).toBe(
      'It is an away-message: it says when to expect an answer; what tells it: Auto-Submitted: auto-replied (RFC 3834).',
    );
    expect(verdict({ reader: 'ben@x.example', writer: 'Ben' }, 'this-person').why).toBe(
      'Ben wrote it; it names this message. The wait is for Ana.',
    );
  });
});

describe('what came of it', () => {
  const now = Date.parse('2026-11-24T12:00:00Z');
  const left = { leftAt: now - 75 * HOUR, answeredAt: null, watch: null, recipients: [{ receipts: [] }] };
  const said = (more: Partial<Parameters<typeof cameOfIt>[0]>) =>
    cameOfIt({ ...left, ...more }, now, () => 'Thu 11:00');

  it.each([
    [{}, 'no answer for 3 days'],
    [{ leftAt: now - 5 * HOUR }, 'no answer for 5 h'],
    [{ leftAt: now - 90_000 }, 'no answer for 1 min'],
    [{ leftAt: now - 400_000 }, 'no answer for 6 min'],
    [{ answeredAt: now - 70 * HOUR }, 'answered after 5 h'],
    [{ watch: { state: 'waiting', at: now + HOUR } }, 'no answer for 3 days, watched until Thu 11:00'],
    [{ watch: { state: 'ran-out', at: now - HOUR } }, 'no answer for 3 days'],
    [{ watch: { state: 'settled', at: now } }, 'answered'],
    [{ recipients: [{ receipts: [{ action: 'failed' }] }], answeredAt: now }, 'undelivered'],
  ] as const)('%j: %s', (more, words) => {
    expect(said(more as Partial<Parameters<typeof cameOfIt>[0]>)).toBe(words);
  });
});
