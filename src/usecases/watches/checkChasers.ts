import type { Chasers } from '#core/watch/chasers';
import type { SettledBy } from '#core/watch/watch';
import { Invalid } from '../errors';

/** @throws Invalid where it would chase those who may have answered */
export function checkChasers(settledBy: SettledBy, chasers: Chasers | null): void {
  if (chasers && settledBy === 'me')
    throw new Invalid(
      'A wait that no answer ends has no chasers: they would go to who has answered.',
      'chasers',
    );
}
