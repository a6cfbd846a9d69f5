/** A plan for one time in one zone. */
import { toInstant, toLocal } from '#core/time/wallClock';
import { timeWords } from '#core/time/words';
import { canonicalZone, zoneCity } from '#core/time/zones';
import { dayAfter, leavesAt, momentOf } from '../onClocks';
import type { PlanKind } from '../planKind';
import { fixAt, fixesAt } from './fix';
import type { AtPlan } from './plan';
import { shiftAt } from './shift';

export const atKind: PlanKind<AtPlan> = {
  follows: () => 'clock',
  wall: ({ local, zone, occurrence }) => ({ local, zone, occurrence }),
  kept: (plan) => ({ ...plan, zone: canonicalZone(plan.zone) }),
  moment: (plan) => momentOf(plan, plan.zone),
  words: {
    name: 'at a time',
    brief(plan, { senderZone, hourCycle, readers }) {
      const zone = canonicalZone(plan.zone);
      const place = readers.find((reader) => reader.zone === zone)?.place ?? zoneCity(zone);
      const where = zone === canonicalZone(senderZone) ? 'my time' : `in ${place}`;
      return `${timeWords(plan.local, hourCycle, 'if any')} ${where}`;
    },
    exact: ({ local, zone }) => `${local.replace('T', ' ')} ${zoneCity(zone)}`,
    sentence: (_plan, said, context) => leavesAt(said, context),
    eachLands: () => '',
  },
  shift: ({ zone }, shift, at) => shiftAt(at, zone, shift),
  clocks: {
    clock({ zone }) {
      const own = canonicalZone(zone);
      return { zone: own, city: zoneCity(own) };
    },
    moved: (_plan, local, clock, context) => fixAt(local, clock, context),
    meaning: (plan, occurrence) => ({ ...plan, occurrence }),
    again({ local }, clock, context) {
      const time = local.slice(10);
      const today = toLocal(context.now, clock.zone).slice(0, 10);
      const stillToday = toInstant(today + time, clock.zone).at > context.now;
      return fixAt((stillToday ? today : dayAfter(today)) + time, clock, context);
    },
    isNamedIn: (plan, zone) => canonicalZone(plan.zone) === zone,
    forAll: (fix) => fix,
  },
  fixes: fixesAt,
};
