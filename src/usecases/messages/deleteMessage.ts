/** Deleting an outgoing message, and the undo of it. */
import { departuresOf, insertDeparture } from '#store/departures';
import { thaw } from '#store/frozen';
import { setDeliveries } from '#store/deliveries';
import { noteChange, record } from '#store/journal';
import { swapMessage, type Message } from '#store/messages';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Refused, Stale } from '../errors';
import { intentOf } from './intent';
import { outgoingMessage } from './outgoingMessage';

/**
 * Deletes a draft or a pending message; it will not leave. {@link restoreMessage} undoes it.
 * @throws NotFound, Stale; Refused where it has left or is leaving
 */
export function deleteMessage(desk: Desk, id: string, revision?: number): void {
  desk.store.write((tx) => {
    const now = desk.now(tx);
    const seen = outgoingMessage(tx, id);
    if (revision !== undefined && revision !== seen.revision) throw new Stale('message');
    if (seen.seriesId !== null)
      throw new Refused('A series is made from it: end or delete that in Departures.');
    if (seen.textId !== null) throw new Refused('It is a text: delete that in the Library.');
    if (seen.batchId !== null) throw new Refused('A batch is made from it: delete that in Departures.');
    if (seen.fileWatchId !== null)
      throw new Refused('It leaves each time a file changes: take that back in Departures first.');
    let intent: Partial<Message> = {};
    for (const departure of departuresOf(tx, id)) {
      if (departure.state === 'ended') continue;
      // One on its way knows better than the draft it was.
      if (departure.state !== 'draft') intent = intentOf(departure);
      applyEvent(tx, departure, 'drop', now);
      thaw(tx, departure.id);
    }
    if (!swapMessage(tx, seen, { ...intent, deletedAt: now })) throw new Stale('message');
    record(tx, { at: now, messageId: id, what: 'deleted' });
    noteChange(tx, 'message', id);
  });
}

/**
 * Brings a deleted message back as a draft, the plan it had kept for the next try.
 * @throws NotFound; Refused where it is not deleted
 */
export function restoreMessage(desk: Desk, id: string): Message {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const seen = outgoingMessage(tx, id, true);
    if (seen.deletedAt === null) throw new Refused('It has not been deleted.');
    const last = departuresOf(tx, id).at(-1);
    if (last) {
      const { plan, meant, due } = last;
      const again = insertDeparture(tx, {
        id: newId(),
        messageId: id,
        plan,
        meant,
        due,
        state: 'draft',
        createdAt: now,
      });
      setDeliveries(tx, again.id, []);
    }
    const next = swapMessage(tx, seen, { deletedAt: null, at: now });
    if (!next) throw new Stale('message');
    record(tx, { at: now, messageId: id, what: 'restored' });
    noteChange(tx, 'message', id);
    return next;
  });
}
