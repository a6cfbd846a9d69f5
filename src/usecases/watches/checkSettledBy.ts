import type { SettledBy } from '#core/watch/watch';
import type { Message } from '#store/messages';
import { hasLeft } from '#store/left';
import { questionOf } from '#store/questions';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Invalid } from '../errors';

/** @param message undefined of what is usual */
function checkVisits(desk: Desk, message: Message | undefined): void {
  if (!desk.visitOrigin)
    throw new Invalid(
      'That a link is opened is seen only where others reach Oak Lantern: set OAK_ORIGIN to its public address.',
      'settledBy',
    );
  if (message && (message.direction === 'in' || hasLeft(message)))
    throw new Invalid('Its links have left as they are. Choose what else ends the wait.', 'settledBy');
}

/**
 * @param message undefined of what is usual
 * @throws Invalid where that could not be seen: that a link is opened, or that a question is decided where none is asked
 */
export function checkSettledBy(desk: Desk, db: Reading, settledBy: SettledBy, message?: Message): void {
  if (settledBy === 'visit') checkVisits(desk, message);
  if (settledBy === 'decision' && !(message && questionOf(db, message.id)))
    throw new Invalid('It asks nothing that could be decided. Ask a question in it first.', 'settledBy');
}
