/** A message exactly as it would be, to myself, now; it counts for nothing. */
import { usualChoices } from '#core/plan/plan';
import { baseSubject } from '#core/reply/threading';
import { findDeparture, type Departure } from '#store/departures';
import { setRecipients, swapMessage, type Message } from '#store/messages';
import { isSealed } from '#store/sealed';
import type { Tx } from '#store/store';
import { insertThread } from '#store/threads';
import { applyEvent } from '../departures/applyEvent';
import { planDepartures } from '../departures/planDepartures';
import type { Desk } from '../desk';
import { Invalid, Locked, Refused } from '../errors';
import { newId } from '../newId';
import { deriveMessage } from './deriveMessage';
import { SEALED } from './outgoingMessage';

/**
 * @param message with its fields filled
 * @returns the departure of the test
 * @throws Invalid where nobody knows my address
 */
export function testCopy(desk: Desk, tx: Tx, message: Message): Departure {
  const now = desk.now(tx);
  if (isSealed(tx, message.id)) throw new Locked(SEALED);
  const { me } = desk.settings(tx);
  if (!me.address) throw new Invalid('Tell Oak Lantern your own address first, in Settings.', 'from');
  const threadId = newId();
  insertThread(tx, threadId, baseSubject(`Test: ${message.subject}`));
  const { subject, text, html } = message;
  const test = deriveMessage(tx, message, now, {
    threadId,
    inReplyTo: null,
    references: [],
    subject: `Test: ${subject}`,
    text,
    html,
    fields: {},
    usualWatch: false,
    // Where I have no key there is nothing to be seen of it all the same.
    encrypt: message.encrypt === 'yes' ? 'if-all' : message.encrypt,
    deliveryReceipt: false,
    readReceipt: false,
    setAside: [...message.setAside],
  });
  setRecipients(tx, test.id, 'to', [{ name: me.name, address: me.address }]);
  const [held] = planDepartures(desk, tx, test.id, { kind: 'now' }, usualChoices, 'a test to myself');
  if (!swapMessage(tx, test, { fromName: me.name, fromAddress: me.address }))
    throw new Refused('It was changed meanwhile.');
  const pending = findDeparture(tx, held!.id)!;
  return applyEvent(tx, pending, 'hurry', now, { due: now });
}
