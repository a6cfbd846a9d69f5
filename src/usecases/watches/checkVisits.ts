import type { SettledBy } from '#core/watch/watch';
import type { Message } from '#store/messages';
import { hasLeft } from '#store/left';
import type { Desk } from '../desk';
import { Invalid } from '../errors';

/** @param message undefined of what is usual @throws Invalid where it could not be seen that a link is opened */
export function checkVisits(desk: Desk, settledBy: SettledBy, message?: Message): void {
  if (settledBy !== 'visit') return;
  if (!desk.visitOrigin)
    throw new Invalid(
      'That a link is opened is seen only where others reach Oak Lantern: set OAK_ORIGIN to its public address.',
      'settledBy',
    );
  if (message && (message.direction === 'in' || hasLeft(message)))
    throw new Invalid('Its links have left as they are. Choose what else ends the wait.', 'settledBy');
}
