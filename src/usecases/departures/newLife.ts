/**
 * A new life for a departure that was tried: what leaves then is composed then, with a Date and a Message-ID of its own,
 * and given up on as late as any other. Where some reader has it already, the bytes stay what they have, and it is for
 * the rest.
 */
import type { Departure } from '#store/departures';
import { thaw } from '#store/frozen';
import { deliveriesOf, waitAgain } from '#store/deliveries';
import type { Tx } from '#store/store';
import type { DeparturePatch } from './applyEvent';

/** @returns what changes with it, to be applied together with the event that begins it */
export function newLife(tx: Tx, seen: Departure): DeparturePatch {
  const given = deliveriesOf(tx, [seen.id]);
  if (given.some(({ status }) => status === 'accepted')) waitAgain(tx, seen.id, ['deferred']);
  else {
    thaw(tx, seen.id);
    waitAgain(tx, seen.id, ['deferred', 'refused']);
  }
  return { attempts: 0, firstAttemptAt: null, stage: null, reason: null };
}
