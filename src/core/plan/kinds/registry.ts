/** All kinds of plan, and what everything else asks of them. */
import { isLocal } from '../../time/wallClock';
import type { Copies, Plan } from '../plan';
import { atKind } from './at/kind';
import type { AtPlan } from './at/plan';
import { beforeEventKind } from './before-event/kind';
import { eachLocalKind } from './each-local/kind';
import { nowKind } from './now/kind';
import { onFileChangeKind } from './on-file-change/kind';
import type { PlanKind, Wall } from './planKind';
import { seriesKind } from './series/kind';

export type PlanKindName = Plan['kind'];

export const PLAN_KINDS: { [K in PlanKindName]: PlanKind<Extract<Plan, { kind: K }>> } = {
  now: nowKind,
  at: atKind,
  'each-local': eachLocalKind,
  'before-event': beforeEventKind,
  series: seriesKind,
  'on-file-change': onFileChangeKind,
};

/** The kind of a plan, to be asked about that plan. */
export const kindOf = (plan: Plan) => PLAN_KINDS[plan.kind] as PlanKind<Plan>;

/** It leaves as soon as it has been held, and has no moment of its own. */
export const leavesOnceHeld = (plan: Plan): boolean => kindOf(plan).follows(plan) === 'hold';

/** It leaves each time a file changes, and has no moment before. */
export const waitsForFile = (plan: Plan): boolean => kindOf(plan).follows(plan) === 'file';

/** It goes by every reader’s own clock: a departure for each, and none for whom the zone is not known. */
export const followsReaders = (plan: Plan): boolean => kindOf(plan).follows(plan) === 'readers';

/** It happens again and again, and is a series once it is committed to. */
export const isRepeating = (plan: Plan): boolean => kindOf(plan).repeats !== undefined;

/** The time a plan names; null where it names none. */
export const wallOf = (plan: Plan): Wall | null => kindOf(plan).wall(plan);

/** The zone a plan names its time in; null where it names none. */
export const zoneOf = (plan: Plan): string | null => wallOf(plan)?.zone ?? null;

/** The plan as one time in one zone; null where it is none. */
export function timeOf(plan: Plan): AtPlan | null {
  const wall = wallOf(plan);
  if (!wall?.zone) return null;
  const { local, zone, occurrence } = wall;
  return { kind: 'at', local, zone, ...(occurrence && { occurrence }) };
}

/** Whether all it needs is there, and the time it names can be read; of one being typed it may not yet. */
export function isReadable(plan: Plan): boolean {
  const wall = wallOf(plan);
  return (wall === null || isLocal(wall.local)) && kindOf(plan).isWhole?.(plan) !== false;
}

/** Copies that the plan itself demands. */
export const copiesOf = (plan: Plan, chosen: Copies): Copies =>
  followsReaders(plan) ? 'individual' : chosen;

/** The event a plan belongs to; null where it belongs to none. */
export const eventOf = (plan: Plan): { id: string; occurrence: string | null } | null =>
  kindOf(plan).event?.of(plan) ?? null;

/** The last instant at which it may leave, whatever else is chosen, epoch ms; null where nothing forbids it. */
export const notAfter = (plan: Plan): number | null => kindOf(plan).event?.notAfter(plan) ?? null;

/** The plan of what is let go at an instant, whatever becomes of the event it belonged to. @param at epoch ms; @param mine my zone */
export const letGoAt = (plan: Plan, at: number, mine: string): Plan =>
  eventOf(plan) ? kindOf(plan).shift(plan, { days: 0, minutes: 0 }, at, mine) : plan;
