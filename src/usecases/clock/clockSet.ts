/**
 * The clock of the machine is set. Moments are moments on it; a hold is so many seconds for second thoughts, and they
 * pass whatever a clock shows.
 */
import { leavesOnceHeld } from '#core/plan/kinds/registry';
import { loadClock, saveClock } from '#store/clock';
import { departuresInState, type Departure } from '#store/departures';
import { lastInto } from '#store/journal';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';

/** Those held for a length of time; quiet hours end at a time of day. */
const heldForALength = (tx: Tx): Departure[] =>
  departuresInState(tx, 'held').filter(({ heldBy }) => (heldBy?.quiet ?? null) === null);

function endAt(tx: Tx, seen: Departure, due: number, now: number): void {
  const meant = leavesOnceHeld(seen.plan) ? { meant: due } : {};
  applyEvent(tx, seen, 'clock-set', now, { due, ...meant });
}

/**
 * Holds, and a sandbox clock, go on as if nothing had happened.
 * @param by ms, forward or back
 */
export function followClockSet(desk: Desk, by: number): void {
  desk.store.write((tx) => {
    const sandbox = loadClock(tx);
    if (sandbox) return saveClock(tx, { ...sandbox, realAnchor: sandbox.realAnchor + by });
    const now = desk.now(tx);
    for (const held of heldForALength(tx)) endAt(tx, held, held.due + by, now);
  });
}

/** At start: a hold that has yet to begin, by its own account, was begun under a clock that has been set back since. */
export function restartHolds(desk: Desk): void {
  if (desk.sandbox) return;
  desk.store.write((tx) => {
    const now = desk.now(tx);
    for (const held of heldForALength(tx)) {
      const began = lastInto(tx, held.messageId, held.id, 'held');
      if (began !== undefined && began > now) endAt(tx, held, now + held.due - began, now);
    }
  });
}
