/** A plan for now: it leaves as soon as it has been held. */
import { holdWords } from '#core/hold/decide';
import { fixesAt } from '../at/fix';
import { shiftAt } from '../at/shift';
import type { PlanKind } from '../planKind';
import type { NowPlan } from './plan';

export const nowKind: PlanKind<NowPlan> = {
  follows: () => 'hold',
  wall: () => null,
  kept: (plan) => plan,
  moment: (_plan, { now, hold }) => ({ at: now + hold.ms, resolution: 'exact' }),
  words: {
    name: 'now',
    brief: () => 'now, after hold',
    exact: () => 'now',
    // When somebody will have looked nobody knows.
    sentence: (_plan, { copies, lands }, context) =>
      `${holdWords(context.hold, context, copies)}${context.hold.review ? '' : lands}.`,
    eachLands: () => '',
  },
  // It becomes a time on my clock.
  shift: (_plan, shift, at, mine) => shiftAt(at, mine, shift),
  clocks: null,
  fixes: fixesAt,
};
