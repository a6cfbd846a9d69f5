/** A plan for each time a file changes. */
import { isPattern, nameOf } from '#core/files/paths';
import { isLocal, toLocal } from '#core/time/wallClock';
import { dayWords, timeWords, type HourCycle } from '#core/time/words';
import { canonicalZone } from '#core/time/zones';
import { fixesAt } from '../at/fix';
import { shiftAt } from '../at/shift';
import type { PlanKind } from '../planKind';
import { EVERY_MINUTES, SETTLES, type OnFileChangePlan } from './plan';

const WEEKDAYS = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'];

const count = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;

/** “, from Tue 1 Dec 08:00, until Fri 4 Dec 17:00, on Mondays and Fridays, between 08:00 and 18:00” */
function windowWords(
  { from, until, days, hours }: OnFileChangePlan,
  today: string,
  cycle?: HourCycle,
): string {
  const moment = (local: string) => `${dayWords(local, today)} ${timeWords(local, cycle, 'if any')}`;
  const named = (days ?? []).map((day) => WEEKDAYS[day - 1]!);
  const time = (at: string) => timeWords(`2026-01-01T${at}`, cycle);
  return [
    from && `, from ${moment(from)}`,
    until && `, until ${moment(until)}`,
    named.length > 0 && `, on ${[named.slice(0, -1).join(', '), named.at(-1)].filter(Boolean).join(' and ')}`,
    hours && `, between ${time(hours.from)} and ${time(hours.to)}`,
  ]
    .filter(Boolean)
    .join('');
}

/** “crate list.csv”, “one of stock-*.csv” */
export const watchedName = (path: string): string =>
  isPattern(path) ? `one of ${nameOf(path)}` : nameOf(path) || path;

export const onFileChangeKind: PlanKind<OnFileChangePlan> = {
  follows: () => 'file',
  wall: () => null,
  isWhole({ path, from, until, hours }) {
    const times = hours ? [`2026-01-01T${hours.from}`, `2026-01-01T${hours.to}`] : [];
    return path !== '' && [from, until, ...times].every((local) => local === undefined || isLocal(local));
  },
  kept: (plan) => (plan.zone === undefined ? plan : { ...plan, zone: canonicalZone(plan.zone) }),
  moment: (_plan, { now }) => ({ at: now, resolution: 'exact' }),
  words: {
    name: 'when a file changes',
    brief: ({ path }) => `when ${watchedName(path)} changes`,
    exact: ({ path }) => `when ${path} changes`,
    sentence(plan, _said, { now, senderZone, hourCycle }) {
      const { path, settleSeconds = SETTLES, everyMinutes = EVERY_MINUTES } = plan;
      const today = toLocal(now, senderZone);
      return `Leaves, after the usual hold, each time ${watchedName(path)} has really changed and stood still for ${count(settleSeconds, 'second')}, at most every ${count(everyMinutes, 'minute')}${windowWords(plan, today, hourCycle)}.`;
    },
    eachLands: () => '',
  },
  // It becomes a time on my clock.
  shift: (_plan, shift, at, mine) => shiftAt(at, mine, shift),
  clocks: null,
  fixes: fixesAt,
};
