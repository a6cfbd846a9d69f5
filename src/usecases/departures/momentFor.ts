/** The moment of a plan for one reader of what has been committed to. */
import type { Hold } from '#core/hold/decide';
import { resolvePlan } from '#core/plan/moments';
import type { Plan } from '#core/plan/plan';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { inWords } from '../inWords';
import { mineFor } from '../events/boundPlan';
import type { KnownReader } from '../people/readers';

/** @param reader whose clock and days count; undefined for all together @throws Invalid */
export const momentFor = (
  desk: Desk,
  db: Reading,
  plan: Plan,
  reader: KnownReader | undefined,
  hold: Pick<Hold, 'ms'> = { ms: 0 },
): number =>
  inWords(() => {
    const context = { now: desk.now(db), hold, ...mineFor(desk, db, plan), reader: reader?.working };
    return resolvePlan(plan, context, reader?.zone).at;
  });
