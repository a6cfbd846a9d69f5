/** The sandbox clock's row. */
import { eq } from 'drizzle-orm';
import { withDue, type SandboxClock } from '#core/time/sandboxClock';
import { noteChange } from './journal';
import { clock } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

const theClock = built((db) => db.select().from(clock).where(eq(clock.id, 1)).prepare());

/** The clock, or undefined where the system clock rules. */
export function loadClock(db: Reading): SandboxClock | undefined {
  return theClock(db).get();
}

export function saveClock(tx: Tx, state: SandboxClock): void {
  const { realAnchor, anchor, rate, target, barrier } = state;
  const row = { realAnchor, anchor, rate, target, barrier };
  tx.insert(clock)
    .values({ id: 1, ...row })
    .onConflictDoUpdate({ target: clock.id, set: row })
    .run();
  noteChange(tx, 'clock', '1');
}

/** Tells a sandbox clock that something is due; does nothing under the system clock. */
export function noteDue(tx: Tx, due: number): void {
  const state = loadClock(tx);
  if (!state) return;
  const next = withDue(state, due);
  if (next !== state) saveClock(tx, next);
}
