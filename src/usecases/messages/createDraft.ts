/** A new message. */
import { answerHeaders, baseSubject } from '../../core/reply/threading';
import { plainText } from '../../mail/plainText';
import { allGroups } from '../../store/groups';
import { noteChange, record } from '../../store/journal';
import {
  findMessage,
  insertMessage,
  insertThread,
  setRecipients,
  setReferences,
  type Message,
} from '../../store/messages';
import type { Tx } from '../../store/store';
import { newId, type Desk } from '../desk';
import { Invalid } from '../errors';
import { ADDRESS_FIELDS, oneLine, readAddresses, type DraftInput } from './draftInput';

function parentOf(tx: Tx, id: string | undefined): Message | undefined {
  if (!id) return undefined;
  const parent = findMessage(tx, id);
  if (!parent) throw new Invalid('The message to answer does not exist.', 'answers');
  return parent;
}

/**
 * Keeps a new draft.
 * @throws Invalid
 */
export function createDraft(desk: Desk, input: DraftInput): Message {
  const addresses = readAddresses(input, allGroups(desk.store.db));
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const { me } = desk.settings(tx);
    const subject = oneLine(input.subject ?? '');
    const parent = parentOf(tx, input.answers);
    const headers = answerHeaders({
      messageId: parent?.headerId ?? undefined,
      inReplyTo: parent?.inReplyTo ?? undefined,
      references: parent?.references,
    });
    const threadId = parent?.threadId ?? newId();
    if (!parent) insertThread(tx, threadId, baseSubject(subject));
    const message = insertMessage(tx, {
      id: newId(),
      threadId,
      direction: 'out',
      inReplyTo: headers.inReplyTo ?? null,
      references: headers.references,
      fromName: me.name,
      fromAddress: me.address,
      subject,
      text: input.text ?? (input.html ? plainText(input.html) : ''),
      html: input.html ?? null,
      at: now,
      createdAt: now,
    });
    setReferences(tx, message.id, headers.references);
    for (const field of ADDRESS_FIELDS) setRecipients(tx, message.id, field, addresses[field] ?? []);
    record(tx, { at: now, messageId: message.id, what: 'written' });
    noteChange(tx, 'message', message.id);
    return message;
  });
}
