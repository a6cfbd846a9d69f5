/** What a preview costs beyond the bare conversions in it. */
import { Temporal } from 'temporal-polyfill';
import { usualHold } from '#core/hold/decide';
import { previewPlan } from '#core/plan/preview';
import { listZones } from '#core/time/zones';
import { median, milliseconds, type Row } from './support';

export function preview(): Row {
  const zones = listZones().map((zone) => zone.id);
  const readers = Array.from({ length: 500 }, (_, index) => ({
    address: `r${index}@x.example`,
    zone: zones[index % zones.length],
  }));
  let now = Date.parse('2026-11-24T14:24:00Z');
  const plan = { kind: 'at', local: '2026-12-01T08:30', zone: 'Asia/Kathmandu' } as const;
  // Another minute each time, as when a person goes on writing.
  const ours = () =>
    previewPlan(plan, readers, { now: (now += 60_000), hold: usualHold(90), senderZone: 'Europe/Lisbon' });
  const instant = Temporal.Instant.from('2026-12-01T02:45:00Z');
  const bare = () => {
    for (const reader of readers) instant.toZonedDateTimeISO(reader.zone!).toPlainDateTime().toString();
  };
  ours();
  bare();
  const pairs = Array.from({ length: 15 }, () => [milliseconds(ours), milliseconds(bare)] as const);
  const [mine, base] = [median(pairs.map(([a]) => a)), median(pairs.map(([, b]) => b))];
  return [
    'preview of one plan for 500 readers',
    `${mine.toFixed(1)} ms`,
    `bare Temporal conversions ${base.toFixed(1)} ms`,
    (mine / base).toFixed(2),
  ];
}
