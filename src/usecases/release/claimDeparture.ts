/** The claim: from here on this departure is being released, with these bytes. */
import { PENDING_STATES } from '../../core/departure/states';
import { composeMessage, newMessageId } from '../../mail/compose';
import { deliveriesOf, findDeparture, freeze, frozenOf, type Departure } from '../../store/departures';
import { noteChange } from '../../store/journal';
import {
  findMessage,
  recipientsOf,
  swapMessage,
  type Message,
  type RecipientField,
} from '../../store/messages';
import type { Reading, Tx } from '../../store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { Refused, Stale } from '../errors';

/** A departure ready to be handed to the mail server. */
export interface Claim {
  departure: Departure;
  from: string;
  /** Who it still has to go to. */
  addresses: string[];
  bytes: Buffer;
}

function compose(db: Reading, message: Message, headerId: string, released: number): Promise<Buffer> {
  const all = recipientsOf(db, [message.id]);
  const listed = (field: RecipientField) =>
    all.filter((each) => each.field === field).map(({ name, address }) => ({ name, address }));
  return composeMessage(
    {
      from: { name: message.fromName, address: message.fromAddress },
      to: listed('to'),
      cc: listed('cc'),
      replyTo: listed('replyTo'),
      subject: message.subject,
      text: message.text,
      html: message.html,
      inReplyTo: message.inReplyTo,
      references: message.references,
    },
    headerId,
    released,
  );
}

/**
 * Claims one due departure: compare-and-swap on both revisions, Message-ID and bytes frozen in the same
 * transaction. A further attempt takes the bytes frozen before.
 * @returns undefined where it is no longer due or someone changed it meanwhile
 */
export async function claimDeparture(desk: Desk, id: string): Promise<Claim | undefined> {
  const { db } = desk.store;
  const seen = findDeparture(db, id);
  const message = seen && findMessage(db, seen.messageId);
  if (!seen || !message) return undefined;
  const before = frozenOf(db, id);
  const headerId = before?.headerId ?? newMessageId(message.fromAddress);
  const released = desk.now();
  const bytes = before?.bytes ?? (await compose(db, message, headerId, released));
  if (!PENDING_STATES.includes(seen.state) || seen.due > released) return undefined;
  const claim = (tx: Tx): Claim => {
    // Compare-and-swap on what was seen: whoever changed it first has the say.
    const departure = applyEvent(tx, seen, 'claim', released, {
      stage: 'claimed',
      attempts: seen.attempts + 1,
      firstAttemptAt: seen.firstAttemptAt ?? released,
    });
    if (!before) {
      freeze(tx, id, headerId, bytes);
      if (!swapMessage(tx, message, { headerId, at: released })) throw new Stale('message');
      noteChange(tx, 'message', message.id);
    }
    const addresses = deliveriesOf(tx, [id])
      .filter((delivery) => delivery.status === 'waiting' || delivery.status === 'deferred')
      .map((delivery) => delivery.address);
    return { departure, from: message.fromAddress, addresses, bytes };
  };
  try {
    return await desk.group.run(claim);
  } catch (error) {
    if (error instanceof Stale || error instanceof Refused) return undefined;
    throw error;
  }
}
