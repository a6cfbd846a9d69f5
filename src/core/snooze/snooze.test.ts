import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Person } from '../people/person';
import { defaultWeek, workOn } from '../time/dayParts';
import { readWeek } from '../time/weekText';
import { toInstant, toLocal } from '../time/wallClock';
import { backByAnswer, MOST_SNOOZES, suggestSnoozes, type SnoozeContext } from './suggest';

const person = (zone: string, week = defaultWeek, name?: string): Person => ({
  name,
  zone,
  place: zone,
  working: { week },
});
const ZONES = [
  ...['Europe/Lisbon', 'Asia/Kathmandu', 'America/St_Johns', 'Pacific/Chatham', 'Australia/Adelaide'],
  ...['Africa/Nairobi', 'America/Sao_Paulo', 'Asia/Tokyo', 'Atlantic/Reykjavik', 'Africa/Casablanca'],
];
const WEEKS = [defaultWeek, readWeek('Tu-Sa 10:00-18:00'), readWeek('Su-Th 08:00-13:00, 15:00-18:00')];

const NOW = Date.parse('2026-11-24T14:24:00Z');
const usual = (more: Partial<SnoozeContext> = {}): SnoozeContext => ({
  now: NOW,
  me: person('Europe/Lisbon'),
  text: '',
  writtenAt: NOW,
  automatic: [],
  ...more,
});
const offered = (context: SnoozeContext) =>
  suggestSnoozes(context).map(({ words, at }) => [words, toLocal(at, context.me.zone).slice(0, 16)]);

describe('suggestions', () => {
  it('follow from my hours, and say so', () => {
    expect(offered(usual())).toEqual([
      ['In an hour', '2026-11-24T15:25'],
      ['Before I stop (17:00)', '2026-11-24T16:30'],
      ['This evening', '2026-11-24T19:00'],
      ['At my next start, tomorrow', '2026-11-25T09:00'],
      ['Before the week ends', '2026-11-27T15:00'],
      ['When the coming week opens', '2026-11-30T09:00'],
    ]);
  });

  it('know the writer’s day, on their clock', () => {
    const writer = person('Australia/Adelaide', readWeek('Tu-Sa 10:00-18:00'), 'Ewan Tregear');
    expect(offered(usual({ writer }))).toContainEqual(['When Ewan’s next day starts', '2026-11-24T23:30']);
  });

  it('know when somebody is back, by their automatic answer or their leave', () => {
    const writer = person('America/Sao_Paulo', defaultWeek, 'Luísa Brandão');
    const automatic = [{ text: 'I am travelling until 30 November and read mail late.', at: NOW }];
    expect(offered(usual({ writer, automatic }))).toContainEqual(['When Luísa is back', '2026-12-01T12:00']);
    const leave = [{ from: '2026-11-23', to: '2026-11-27', note: '' }];
    const away = { ...writer, working: { week: defaultWeek, leave } };
    expect(offered(usual({ writer: away }))).toContainEqual(['When Luísa is back', '2026-11-30T12:00']);
  });

  it('are the day before a date the message names', () => {
    const text = 'the crates arrive 12 Dec.\n> on 3 December we said otherwise';
    expect(offered(usual({ text }))).toContainEqual(['The day before Sat 12 Dec', '2026-12-11T09:00']);
    expect(
      offered(usual({ text }))
        .map(([words]) => words)
        .join(),
    ).not.toContain('3 Dec');
    // A Monday's day before is Friday, for somebody who is off on Sunday.
    const monday = offered(usual({ text: 'see you on 14 December' }));
    expect(monday).toContainEqual(['The working day before Mon 14 Dec', '2026-12-11T09:00']);
  });

  it.each([
    ['I am back on 1 December.', '2026-12-01'],
    ['out of office until 30 November', '2026-12-01'],
    ['away from 20 to 30 November, returning Tuesday 1 December', '2026-12-01'],
    ['Ich bin ab dem 1. Dezember zurück, abwesend bis 30. November', '2026-12-01'],
    ['Estou fora até 30 de novembro', '2026-12-01'],
    ['absent jusqu’au 30 novembre', '2026-12-01'],
    ['estaré fuera hasta el 30 de noviembre', '2026-12-01'],
    ['I was in Porto on 20 November', undefined],
    ['no date at all', undefined],
  ])('read “%s” as back on %s', (text, expected) => {
    expect(backByAnswer(text, NOW, 'Europe/Lisbon')).toBe(expected);
  });

  it('are ahead, in order, no two the same, and what their words say, whenever and wherever in a year', () => {
    const start = Date.parse('2026-01-01T00:00:00Z');
    const year = 365 * 86_400_000;
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: year }),
        fc.constantFrom(...ZONES),
        fc.constantFrom(...WEEKS),
        fc.constantFrom(...ZONES),
        fc.constantFrom(...WEEKS),
        fc.integer({ min: -5, max: 200 }),
        (since, myZone, myWeek, theirZone, theirWeek, days) => {
          const now = start + since;
          const me = person(myZone, myWeek);
          const named = new Date(now + days * 86_400_000);
          const text = `it arrives ${named.getUTCDate()} ${named.toLocaleString('en-GB', { month: 'long', timeZone: 'UTC' })}`;
          const context = usual({ now, me, writer: person(theirZone, theirWeek, 'W'), text, writtenAt: now });
          const all = suggestSnoozes(context);
          expect(all.length).toBeGreaterThan(0);
          expect(all.length).toBeLessThanOrEqual(MOST_SNOOZES);
          expect(new Set(all.map(({ at }) => at)).size).toBe(all.length);
          const today = toLocal(now, myZone).slice(0, 10);
          for (const [index, { at, words }] of all.entries()) {
            expect(at).toBeGreaterThanOrEqual(now + 10 * 60_000);
            if (index > 0) expect(at).toBeGreaterThan(all[index - 1]!.at);
            const local = toLocal(at, myZone);
            const work = workOn(local.slice(0, 10), me.working);
            const minute = Number(local.slice(11, 13)) * 60 + Number(local.slice(14, 16));
            if (/^Before I stop|^This evening/.test(words)) expect(local.slice(0, 10)).toBe(today);
            if (/^At my next start|^When the coming week/.test(words)) {
              // Where the clock skips the start, it is as soon after it as there is a time.
              const begins = toInstant(`${local.slice(0, 10)}T${time(work[0]!.from)}`, myZone).at;
              expect(at).toBe(begins);
              expect(local.slice(0, 10) > today).toBe(true);
            }
            if (words === 'Before the week ends')
              expect(work.length && minute < work.at(-1)!.to).toBeTruthy();
          }
        },
      ),
    );
  });
});

const time = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
