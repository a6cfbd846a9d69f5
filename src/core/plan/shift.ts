/** Moving a plan by a length of time, or to the next working morning. */
import { Temporal } from 'temporal-polyfill';
import type { Person } from '../people/person';
import { firstWorkStart } from '../time/dayParts';
import { toLocal } from '../time/wallClock';
import { canonicalZone } from '../time/zones';
import type { AtPlan } from './kinds/at/plan';
import { kindOf } from './kinds/registry';
import type { Plan, Shift } from './plan';

const UNITS: [RegExp, (amount: number) => Shift][] = [
  [/^(m|min|mins|minutes?)$/, (amount) => ({ days: 0, minutes: amount })],
  [/^(h|hr|hrs|hours?)$/, (amount) => ({ days: 0, minutes: amount * 60 })],
  [/^(d|days?)$/, (amount) => ({ days: amount, minutes: 0 })],
  [/^(w|weeks?)$/, (amount) => ({ days: amount * 7, minutes: 0 })],
];

/** Reads `2 h`, `-3 days`, `+1 week`, `1 day earlier`; undefined where it is no length of time, or nothing. */
export function readShift(text: string): Shift | undefined {
  const match = /^([+−-])?\s*(\d{1,4})\s*([a-z]+)(?:\s+(later|earlier))?$/.exec(text.trim().toLowerCase());
  if (!match || (match[1] && match[4])) return undefined;
  const back = match[4] === 'earlier' || match[1] === '-' || match[1] === '−';
  const amount = Number(match[2]) * (back ? -1 : 1);
  const unit = UNITS.find(([name]) => name.test(match[3]!));
  return amount === 0 ? undefined : unit?.[1](amount);
}

/**
 * The plan that much later. One that was for now becomes a time on my clock.
 * @param at its moment, epoch ms; @param zone mine
 */
export const shiftPlan = (plan: Plan, shift: Shift, at: number, zone: string): Plan =>
  kindOf(plan).shift(plan, shift, at, zone);

/**
 * The start of somebody's first working day after the one a departure lands on; undefined where they never work.
 * @param at its moment, epoch ms
 */
export function nextWorkingMorning(at: number, who: Person): AtPlan | undefined {
  const landed = Temporal.PlainDate.from(toLocal(at, who.zone).slice(0, 10));
  const start = firstWorkStart(landed.add({ days: 1 }).toString(), who.working);
  return start ? { kind: 'at', local: start.slice(0, 16), zone: canonicalZone(who.zone) } : undefined;
}
