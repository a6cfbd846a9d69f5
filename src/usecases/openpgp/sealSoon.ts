/** Sealing for those who have no part in it: whatever they have changed, it is sealed where it has to be. */
import { toBeSealed } from '#store/sealed';
import type { Desk } from '../desk';

/** @param fail told what went wrong */
export function sealSoon(desk: Desk, fail: (error: unknown) => void): void {
  // Nearly nothing has to be: what does it is loaded when something has.
  if (toBeSealed(desk.store.db).length === 0) return;
  void import('./sealWaiting').then(({ sealWaiting }) => sealWaiting(desk)).catch(fail);
}
