/** Ways out that are a time in one zone. */
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { canonicalZone } from '#core/time/zones';
import type { Fix, Landing } from '../../plan';
import { APART, freeFrom } from '../close';
import { toMinute } from '../onClocks';
import type { ClockThere, KindFixes, WarningContext } from '../planKind';
import type { AtPlan } from './plan';

export function fixAt(local: string, { zone, city }: ClockThere, context: WarningContext): Fix {
  const { hourCycle, now, senderZone } = context;
  const plan: AtPlan = { kind: 'at', local: toMinute(local), zone };
  const where = zone === canonicalZone(senderZone) ? 'your time' : `in ${city}`;
  return {
    label: `${dayWords(local, toLocal(now, senderZone))} ${timeWords(local, hourCycle)} ${where}`,
    plan,
  };
}

const clockOf = ({ zone, place }: Landing): ClockThere => ({ zone: zone!, city: place! });

/** For every kind that is one moment for all. */
export const fixesAt: KindFixes<unknown> = {
  better: (_plan, start, land, context) => fixAt(start, clockOf(land), context),
  apart: (_plan, other, land, theirs, context) =>
    fixAt(toLocal(freeFrom(other + APART, theirs), land.zone!), clockOf(land), context),
};
