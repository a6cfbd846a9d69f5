import { toLocal } from '#core/time/wallClock';
import type { Departure } from '#store/departures';
import type { Desk } from '../desk';
import { scheduleMessage } from './scheduleMessage';

const SECOND = 1000;

/**
 * What follows by itself from what somebody has done leaves on the next second, not held: nobody has written it just now who could think better of it.
 * @throws as {@link scheduleMessage}
 */
export function leaveAtOnce(desk: Desk, messageId: string): Departure[] {
  const local = toLocal(Math.ceil(desk.now() / SECOND) * SECOND, 'Etc/UTC').slice(0, 19);
  // What they have written is why it leaves.
  const choices = { ifTheyWriteFirst: 'off' as const };
  return scheduleMessage(desk, messageId, { kind: 'at', local, zone: 'Etc/UTC' }, undefined, choices);
}
