/** The time proposed when someone wants to choose one. */
import { nextWorkStart, type Working } from '../time/dayParts';
import { toLocal } from '../time/wallClock';
import type { AtPlan } from './kinds/at/plan';

/** The next start of the working day in a zone. @param now epoch ms */
export function proposeTime(now: number, zone: string, who?: Working): AtPlan {
  const local = toLocal(now, zone);
  return { kind: 'at', local: (nextWorkStart(local, who) ?? local).slice(0, 16), zone };
}
