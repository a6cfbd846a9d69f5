/** What finding a moment costs: the best one for 500 readers, suggestions, phrases. */
import { bestMoments } from '#core/moment/best';
import type { Person } from '#core/people/person';
import { readPhrase } from '#core/phrase/read';
import { defaultWeek, workOn } from '#core/time/dayParts';
import { listZones } from '#core/time/zones';
import { median, milliseconds, type Row } from './support';

const NOW = Date.parse('2026-11-24T14:24:00Z');
const RUNS = 15;

/** 500 readers, everyone with a leave of their own, so that none can be counted with another. */
function readers(): Person[] {
  const zones = listZones();
  return Array.from({ length: 500 }, (_, index) => {
    const day = String((index % 27) + 1).padStart(2, '0');
    return {
      zone: zones[index % zones.length]!.id,
      place: '',
      working: {
        week: defaultWeek,
        leave: [{ from: `2026-12-${day}`, to: `2026-12-${day}`, note: String(index) }],
      },
    };
  });
}

export function moment(): Row[] {
  const people = readers();
  const me = people[0]!;
  const best = () => bestMoments(NOW, 'Europe/Lisbon', people);
  // The least it could cost: looking at each reader's working days once.
  const bare = () => {
    for (const { working } of people)
      for (let day = 1; day <= 16; day++) workOn(`2026-12-${String(day).padStart(2, '0')}`, working);
  };
  const phrase = () => readPhrase('day after tomorrow morning, theirs', { now: NOW, me, readers: [me] });
  best();
  bare();
  phrase();
  const pairs = Array.from({ length: RUNS }, () => [milliseconds(best), milliseconds(bare)] as const);
  const [ours, base] = [median(pairs.map(([a]) => a)), median(pairs.map(([, b]) => b))];
  const read = median(Array.from({ length: RUNS }, () => milliseconds(phrase)));
  return [
    [
      'best moment for 500 readers, no two alike, over 14 days',
      `${ours.toFixed(1)} ms`,
      `looking at their working days once ${base.toFixed(1)} ms`,
      (ours / base).toFixed(1),
    ],
    [
      'reading one phrase',
      `${read.toFixed(2)} ms`,
      'the same run of the best moment',
      (read / ours).toFixed(3),
    ],
  ];
}
