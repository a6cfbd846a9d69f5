/** First step: what is to leave, and whom its headers name, as of now. */
import { addressKey, type Mailbox } from '#core/message/address';
import { goesAlong } from '#core/message/attachment';
import type { OutgoingMessage } from '#mail/compose';
import type { Attachment } from '#store/attachments';
import type { Departure } from '#store/departures';
import type { Extras } from '#store/extras';
import { recipientsOf, type Message } from '#store/messages';
import type { Desk } from '../../desk';
import { attachedToLeave } from '../../messages/attachments';
import { keyToTell } from '../../openpgp/sealBody';
import { receiversAmong, type Receiver } from '../../messages/envelope';

/** Whom the headers name: of an individual copy its reader alone, so that nobody sees the others. */
function addressed(all: readonly Receiver[], departure: Departure): Record<'to' | 'cc', Mailbox[]> {
  if (departure.reader !== null) {
    const key = addressKey(departure.reader);
    return { to: all.filter(({ address }) => addressKey(address) === key), cc: [] };
  }
  const listed = (field: 'to' | 'cc') => all.filter((each) => each.field === field);
  return { to: listed('to'), cc: listed('cc') };
}

/** @param attached what goes with it, that of linked files among it */
export async function resolve(
  desk: Desk,
  message: Message,
  departure: Departure,
  attached: readonly Attachment[],
  extras: Extras,
): Promise<OutgoingMessage> {
  const { db } = desk.store;
  const recipients = recipientsOf(db, [message.id]);
  const from = { name: message.fromName, address: message.fromAddress };
  return {
    from,
    ...addressed(receiversAmong(db, recipients), departure),
    replyTo: recipients.filter(({ field }) => field === 'replyTo'),
    subject: message.subject,
    text: message.text,
    html: message.html,
    inReplyTo: message.inReplyTo,
    references: message.references,
    importance: message.importance,
    sensitivity: message.sensitivity,
    receiptTo: message.readReceipt ? from : undefined,
    ownKey: extras.keys ? keyToTell(desk, message.fromAddress) : undefined,
    attachments: await attachedToLeave(
      db,
      attached.filter((each) => goesAlong(each, message.html)),
    ),
  };
}
