/** Changing a message that has not left. */
import { identityOf } from '#core/message/details';
import { plainText } from '#mail/plainText';
import { departuresOf } from '#store/departures';
import { thaw } from '#store/frozen';
import { allGroups } from '#store/groups';
import { noteChange } from '#store/journal';
import { setRecipients, swapMessage, type Message } from '#store/messages';
import { noteOwnWords } from '../batches/ownWords';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { Refused, Stale } from '../errors';
import { oneLine, readAddresses, readDetails, type AddressField, type DraftInput } from './draftInput';
import { readIntent } from './intent';
import { openMessage, outgoingMessage } from './outgoingMessage';
import { replanReaders } from '../departures/planDepartures';
import { followEdit } from '../series/fitSeries';

/**
 * Changes a draft, or a message that is pending: then what leaves is the changed message, at the moment planned.
 * @param revision as it was read; undefined takes any
 * @throws NotFound, Invalid, Stale; Refused where it has left or is leaving
 */
export function editMessage(
  desk: Desk,
  id: string,
  input: Omit<DraftInput, 'answers' | 'forwards'>,
  revision?: number,
): Message {
  const addresses = readAddresses(input, allGroups(desk.store.db));
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    // That it has been changed says more than that it is sealed by now.
    if (revision !== undefined && revision !== outgoingMessage(tx, id).revision) throw new Stale('message');
    const seen = openMessage(tx, id);
    if (seen.textId !== null) throw new Refused('It is a kept text: change that in the Library.');
    if (seen.batchId !== null) throw new Refused('A batch is made from it: change that in Departures.');
    const departures = departuresOf(tx, id).filter((departure) => departure.state !== 'ended');
    for (const departure of departures) {
      thaw(tx, departure.id);
      applyEvent(tx, departure, 'edit', now, { attempts: 0, firstAttemptAt: null });
    }
    const patch: Partial<Message> = {
      at: now,
      ...readDetails(input, desk.settings(tx).identities),
      ...readIntent(input),
    };
    if (input.subject !== undefined) patch.subject = oneLine(input.subject);
    if (input.text !== undefined) patch.text = input.text;
    if (input.html !== undefined) {
      patch.html = input.html;
      if (input.html && input.text === undefined) patch.text = plainText(input.html);
    }
    if (patch.identity !== undefined) {
      const { name, address } = identityOf(desk.settings(tx), patch.identity);
      patch.fromName = name;
      patch.fromAddress = address;
    }
    const next = swapMessage(tx, seen, patch);
    if (!next) throw new Stale('message');
    for (const [field, list] of Object.entries(addresses)) setRecipients(tx, id, field as AddressField, list);
    replanReaders(desk, tx, id);
    noteOwnWords(tx, id);
    followEdit(desk, tx, id);
    noteChange(tx, 'message', id);
    return next;
  });
}
