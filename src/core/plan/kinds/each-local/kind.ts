/** A plan for one time on every reader’s own clock: a copy for each. */
import { toInstant, toLocal } from '#core/time/wallClock';
import { dayOf, dayWords, timeWords } from '#core/time/words';
import { canonicalZone, zoneCity } from '#core/time/zones';
import type { Fix } from '../../plan';
import { APART, closeTo } from '../close';
import { dayAfter, leavesAt, momentOf, shiftLocal, toMinute } from '../onClocks';
import type { Other, PlanKind, WarningContext } from '../planKind';
import type { EachLocalPlan } from './plan';

const fixEach = (local: string, { hourCycle, now, senderZone }: WarningContext): Fix => ({
  label: `Each ${dayWords(local, toLocal(now, senderZone))} ${timeWords(local, hourCycle)}`,
  plan: { kind: 'each-local', local: toMinute(local) },
});

/** The first time from one on that, on a reader’s clock, nothing else comes close to; all readers have it. */
function freeLocal(local: string, zone: string, others: readonly Other[]): string {
  const later = (from: string) => shiftLocal(from, { days: 0, minutes: APART / 60_000 });
  let free = later(local);
  while (closeTo(toInstant(toMinute(free), zone).at, others).length > 0) free = later(free);
  return free;
}

export const eachLocalKind: PlanKind<EachLocalPlan> = {
  follows: () => 'readers',
  wall: ({ local, occurrence }) => ({ local, zone: null, occurrence }),
  kept: (plan) => plan,
  moment: (plan, _context, zone) => momentOf({ ...plan, zone: null }, zone ?? 'UTC'),
  words: {
    name: 'each local',
    brief: ({ local }, { hourCycle }) => `${timeWords(local, hourCycle, 'if any')} where they are`,
    exact: ({ local }) => `${local.replace('T', ' ')} where each of them is`,
    sentence: (_plan, said, context) => leavesAt(said, context),
    eachLands({ local }, { hourCycle, now, senderZone }) {
      const there = `${timeWords(local, hourCycle, 'if any')} on ${dayWords(local, toLocal(now, senderZone))}`;
      return `; each lands at ${there} where they are`;
    },
  },
  shift: (plan, shift) => ({ ...plan, local: shiftLocal(plan.local, shift) }),
  clocks: {
    clock(_plan, { readers }) {
      const zone = canonicalZone(readers[0]!.zone!);
      return { zone, city: readers[0]!.place ?? zoneCity(zone) };
    },
    moved: (_plan, local, _clock, context) => fixEach(local, context),
    meaning: (plan, occurrence) => ({ ...plan, occurrence }),
    // Today it is past for somebody.
    again: ({ local }, clock, context) =>
      fixEach(dayAfter(toLocal(context.now, clock.zone).slice(0, 10)) + local.slice(10), context),
    isNamedIn: () => false,
    forAll: (fix) => ({ ...fix, label: `All at ${fix.label}` }),
  },
  fixes: {
    // At night it is the time that is wrong, else the day.
    better: ({ local }, start, { dayPart }, context) =>
      fixEach(dayPart === 'night' ? start : dayOf(start) + local.slice(10), context),
    apart: ({ local }, _other, land, theirs, context) =>
      fixEach(freeLocal(local, land.zone!, theirs), context),
  },
};
