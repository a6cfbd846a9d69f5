/** The claim: from here on this departure is being released, with these bytes. */
import { addressKey, type Mailbox } from '#core/message/address';
import { goesAlong } from '#core/message/attachment';
import { PENDING_STATES } from '#core/departure/states';
import { composeMessage, newMessageId } from '#mail/compose';
import type { Envelope } from '#mail/smtpPool';
import { purgeRemoved } from '#store/attachments';
import { deliveriesOf, findDeparture, freeze, frozenOf, waitAgain, type Departure } from '#store/departures';
import { noteChange } from '#store/journal';
import { findMessage, recipientsOf, swapMessage, type Message } from '#store/messages';
import type { Reading, Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { Refused, Stale } from '../errors';
import { attachedTo } from '../messages/attachments';
import { receivers } from '../messages/envelope';
import { whyStopped } from '../messages/whyStopped';
import { noteTrial } from './serverTrouble';

/** A departure ready to be handed to the mail server. */
export interface Claim {
  departure: Departure;
  /** To those it still has to go to. */
  envelope: Envelope;
  bytes: Buffer;
}

/** Whom the headers name: of an individual copy its reader alone, so that nobody sees the others. */
function addressed(db: Reading, message: Message, departure: Departure): Record<'to' | 'cc', Mailbox[]> {
  const all = receivers(db, message.id);
  if (departure.reader !== null) {
    const key = addressKey(departure.reader);
    return { to: all.filter(({ address }) => addressKey(address) === key), cc: [] };
  }
  const listed = (field: 'to' | 'cc') => all.filter((each) => each.field === field);
  return { to: listed('to'), cc: listed('cc') };
}

async function compose(
  db: Reading,
  message: Message,
  departure: Departure,
  headerId: string,
  released: number,
): Promise<Buffer> {
  const replyTo = recipientsOf(db, [message.id]).filter(({ field }) => field === 'replyTo');
  const from = { name: message.fromName, address: message.fromAddress };
  return composeMessage(
    {
      from,
      ...addressed(db, message, departure),
      replyTo,
      subject: message.subject,
      text: message.text,
      html: message.html,
      inReplyTo: message.inReplyTo,
      references: message.references,
      importance: message.importance,
      sensitivity: message.sensitivity,
      receiptTo: message.readReceipt ? from : undefined,
      attachments: (await attachedTo(db, message.id)).filter((each) => goesAlong(each, message.html)),
    },
    headerId,
    released,
  );
}

/** A due departure that must not leave like this stands still and says why; whoever changed it first has the say. */
async function pauseStopped(desk: Desk, seen: Departure, now: number, reason: string): Promise<void> {
  if (!PENDING_STATES.includes(seen.state) || seen.due > now) return;
  try {
    await desk.group.run((tx) => applyEvent(tx, seen, 'pause', now, { pausedFor: 'review', reason }));
  } catch (error) {
    if (!(error instanceof Stale || error instanceof Refused)) throw error;
  }
}

/**
 * Claims one due departure: compare-and-swap on both revisions, Message-ID and bytes frozen in the same
 * transaction. A further attempt takes the bytes frozen before.
 * @returns undefined where it is no longer due, someone changed it meanwhile, or a check stops it: then it is paused
 */
export async function claimDeparture(desk: Desk, id: string): Promise<Claim | undefined> {
  const { db } = desk.store;
  const seen = findDeparture(db, id);
  const message = seen && findMessage(db, seen.messageId);
  if (!seen || !message) return undefined;
  const before = frozenOf(db, id);
  const headerId = before?.headerId ?? newMessageId(message.fromAddress);
  const released = desk.now();
  // It may have been changed since it was sent, and it leaves once.
  const stop = before ? undefined : whyStopped(db, () => desk.settings(), message);
  if (stop) return void (await pauseStopped(desk, seen, released, stop.words));
  const bytes = before?.bytes ?? (await compose(db, message, seen, headerId, released));
  if (!PENDING_STATES.includes(seen.state) || seen.due > released) return undefined;
  const claim = (tx: Tx): Claim => {
    // Compare-and-swap on what was seen: whoever changed it first has the say.
    const departure = applyEvent(tx, seen, 'claim', released, {
      stage: 'claimed',
      attempts: seen.attempts + 1,
      firstAttemptAt: seen.firstAttemptAt ?? released,
    });
    noteTrial(tx, released);
    if (!before) {
      freeze(tx, id, headerId, bytes);
      // Copies of one message leave side by side: the first of them marks it, the others only look that it is the same.
      const marks = seen.reader === null || message.headerId === null;
      const same = findMessage(tx, message.id)?.revision === message.revision;
      purgeRemoved(tx, message.id);
      if (!same || (marks && !swapMessage(tx, message, { headerId, at: released })))
        throw new Stale('message');
      noteChange(tx, 'message', message.id);
    }
    // All of them are in this attempt: what it comes to is told of each anew.
    waitAgain(tx, id, ['deferred']);
    const addresses = deliveriesOf(tx, [id])
      .filter(({ status }) => status === 'waiting')
      .map(({ address }) => address);
    const envelope = {
      from: message.fromAddress,
      addresses,
      ...(message.deliveryReceipt && { receiptId: id }),
    };
    return { departure, envelope, bytes };
  };
  try {
    return await desk.group.run(claim);
  } catch (error) {
    if (error instanceof Stale || error instanceof Refused) return undefined;
    throw error;
  }
}
