/** The next occurrence exactly as it would be, to myself, now; it counts for nothing. */
import { baseSubject } from '#core/reply/threading';
import { usualChoices } from '#core/plan/plan';
import { findDeparture, type Departure } from '#store/departures';
import { findMessage, setRecipients, swapMessage } from '#store/messages';
import { findSeries, openOccurrences } from '#store/series';
import { insertThread } from '#store/threads';
import { applyEvent } from '../departures/applyEvent';
import { planDepartures } from '../departures/planDepartures';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused } from '../errors';
import { deriveMessage } from '../messages/deriveMessage';
import { newId } from '../newId';
import { fillMessage } from '../fields/fillMessage';

/**
 * With its fields filled; what is not filled stands in it as it is.
 * @returns the departure of the test
 * @throws NotFound, Invalid; Refused where none of it is still to come
 */
export function sendTest(desk: Desk, id: string): Departure {
  return desk.store.write((tx) => {
    const series = findSeries(tx, id);
    if (!series || series.deletedAt !== null) throw new NotFound('There is no such series.');
    const now = desk.now(tx);
    const { me } = desk.settings(tx);
    if (!me.address) throw new Invalid('Tell Oak Lantern your own address first, in Settings.', 'from');
    const next = openOccurrences(tx, id).find(({ meant }) => meant >= now) ?? openOccurrences(tx, id)[0];
    if (!next) throw new Refused('None of its occurrences is still to come.');
    const message = fillMessage(desk, tx, findMessage(tx, next.messageId)!, next);
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
      usualWatch: false,
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
  });
}
