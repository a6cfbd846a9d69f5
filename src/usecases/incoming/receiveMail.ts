/** A message comes in from outside. */
import type { ReportedRecipient } from '../../core/reply/report';
import { ancestors, baseSubject } from '../../core/reply/threading';
import { linkedPages } from '../../core/message/links';
import { parseMessage } from '../../mail/parse';
import { insertAttachment } from '../../store/attachments';
import { noteChange, record } from '../../store/journal';
import { noteLinks } from '../../store/links';
import {
  findByHeaderId,
  insertMessage,
  insertSource,
  insertThread,
  mergeThreads,
  relatedThreads,
  setRecipients,
  setReferences,
  sourceOf,
  type Message,
} from '../../store/messages';
import { noteMet } from '../../store/metAddresses';
import type { Tx } from '../../store/store';
import { keepReceipts } from '../departures/keepReceipts';
import { settleByEvidence } from '../departures/settleByEvidence';
import { pauseForWriter } from '../departures/theyWroteFirst';
import { newId, type Desk } from '../desk';
import { noteWriting } from '../people/zoneGuess';

/** The thread of a message, made where it begins one; threads it joins become one. */
function threadFor(tx: Tx, headerId: string | undefined, named: string[], subject: string): string {
  const [first, ...others] = relatedThreads(tx, headerId, named);
  if (first) {
    mergeThreads(tx, first, others);
    return first;
  }
  const id = newId();
  insertThread(tx, id, baseSubject(subject));
  return id;
}

const isGood = ({ action }: ReportedRecipient) => action !== 'failed' && action !== 'delayed';

/**
 * Keeps an incoming message in its thread; it is committed when this resolves. The same bytes again (an LMTP
 * client repeats what it had no answer to) change nothing.
 */
export async function receiveMail(desk: Desk, bytes: Buffer): Promise<Message> {
  const mail = await parseMessage(bytes);
  return desk.store.write((tx) => {
    const same = mail.messageId ? findByHeaderId(tx, mail.messageId) : undefined;
    if (same && sourceOf(tx, same.id)?.equals(bytes)) return same;
    const now = desk.now(tx);
    const named = ancestors(mail);
    // A receipt is looked at beside the message it is about; in the inbox it would only be in the way.
    const receipt = keepReceipts(tx, mail.report, now) && mail.report!.recipients.every(isGood);
    const message = insertMessage(tx, {
      id: newId(),
      threadId: threadFor(tx, mail.messageId, named, mail.subject),
      direction: 'in',
      headerId: mail.messageId ?? null,
      inReplyTo: mail.inReplyTo ?? null,
      references: mail.references,
      fromName: mail.from.name,
      fromAddress: mail.from.address,
      subject: mail.subject,
      text: mail.text,
      html: mail.html,
      automatic: mail.automatic,
      writtenAt: mail.date ?? null,
      writtenOffset: mail.offset ?? null,
      at: now,
      place: receipt ? 'archive' : 'inbox',
      createdAt: now,
    });
    insertSource(tx, message.id, bytes);
    for (const attachment of mail.attachments)
      insertAttachment(tx, { ...attachment, id: newId(), messageId: message.id, received: attachment.size });
    noteLinks(tx, message.id, linkedPages(mail.text, mail.html));
    if (!mail.automatic) noteMet(tx, [mail.from, ...mail.to, ...mail.cc], now);
    setReferences(tx, message.id, named);
    setRecipients(tx, message.id, 'to', mail.to);
    setRecipients(tx, message.id, 'cc', mail.cc);
    setRecipients(tx, message.id, 'replyTo', mail.replyTo);
    record(tx, { at: now, messageId: message.id, what: 'arrived' });
    const from = mail.from.name || mail.from.address;
    settleByEvidence(tx, { from, answers: named, report: mail.report }, now);
    if (!mail.automatic && !mail.report) pauseForWriter(tx, message, now);
    noteWriting(tx, message);
    noteChange(tx, 'message', message.id);
    return message;
  });
}
