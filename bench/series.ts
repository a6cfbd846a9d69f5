/** A thousand series over ten years, one of every hour, and the preview of a yearly one. */
import { RRuleTemporal } from 'rrule-temporal';
import { Temporal } from 'temporal-polyfill';
import { usualHold } from '#core/hold/decide';
import { seriesMoments } from '#core/plan/kinds/series/moments';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import { previewPlan } from '#core/plan/preview';
import { milliseconds, type Row } from './support';

const START = '2026-12-03T09:10';
const NOW = Date.parse('2026-11-24T14:24:00Z');
const END = NOW + 3653 * 86_400_000;
const SERIES = 1000;
const RULES = [
  'FREQ=WEEKLY;BYDAY=TH',
  'FREQ=MONTHLY;BYDAY=2WE',
  'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
  'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH',
  'FREQ=YEARLY',
];
const ZONES = ['Europe/Lisbon', 'Asia/Kathmandu', 'America/New_York', 'Pacific/Chatham'];

const plan = (rrule: string, zone: string): SeriesPlan => ({ kind: 'series', start: START, zone, rrule });
const count = (each: SeriesPlan): number => {
  let sum = 0;
  for (const { at } of seriesMoments(each, [], undefined)) {
    if (at > END) break;
    sum++;
  }
  return sum;
};

export function series(): Row[] {
  const plans = Array.from({ length: SERIES }, (_, n) =>
    plan(RULES[n % RULES.length]!, ZONES[n % ZONES.length]!),
  );
  let all = 0;
  const ours = milliseconds(() => {
    for (const each of plans) all += count(each);
  });
  // The library is slow enough that a few of them have to do.
  const few = plans.slice(0, RULES.length);
  const library = milliseconds(() => {
    for (const { rrule, zone } of few) {
      const rruleString = `DTSTART;TZID=${zone}:20261203T091000\nRRULE:${rrule}`;
      new RRuleTemporal({ rruleString, temporal: Temporal }).between(new Date(NOW), new Date(END));
    }
  });
  const base = (library / few.length) * SERIES;
  const hourly = plan('FREQ=HOURLY', 'Europe/Lisbon');
  const before = process.memoryUsage().heapUsed;
  let hours = 0;
  const time = milliseconds(() => (hours = count(hourly)));
  const grown = Math.max(0, process.memoryUsage().heapUsed - before);
  const context = { now: NOW, hold: usualHold(0), senderZone: 'Europe/Lisbon' };
  const readers = [{ address: 'p@x.example', zone: 'Asia/Kathmandu' }];
  const yearly = () => previewPlan(plan('FREQ=YEARLY', 'Asia/Kathmandu'), readers, context);
  yearly();
  const preview = milliseconds(yearly);
  return [
    [
      `${SERIES} series over ten years, ${all} moments`,
      `${ours.toFixed(0)} ms`,
      `a library for rules, from ${few.length} of them: ${base.toFixed(0)} ms`,
      (ours / base).toFixed(3),
    ],
    [
      `one of every hour for ten years, ${hours} moments`,
      `${time.toFixed(0)} ms, heap grown by ${(grown / 1e6).toFixed(1)} MB`,
      'no list is made',
      '–',
    ],
    [
      'the preview of a yearly one',
      `${preview.toFixed(1)} ms`,
      'asked: under 50 ms',
      (preview / 50).toFixed(2),
    ],
  ];
}
