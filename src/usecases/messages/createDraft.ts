/** A new message. */
import { goesAlong } from '#core/message/attachment';
import { addressKey } from '#core/message/address';
import { identityOf } from '#core/message/details';
import { answerHeaders, baseSubject } from '#core/reply/threading';
import { plainText } from '#mail/plainText';
import { allGroups } from '#store/groups';
import { departuresOf } from '#store/departures';
import { noteChange, record } from '#store/journal';
import { headerIdOf } from '#store/left';
import { findMessage, insertMessage, setRecipients, setReferences, type Message } from '#store/messages';
import { insertThread } from '#store/threads';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid } from '../errors';
import { attachWhole, type WholeAttachment } from './attachments';
import { ADDRESS_FIELDS, oneLine, readAddresses, readDetails, type DraftInput } from './draftInput';
import { readIntent } from './intent';

function parentOf(tx: Tx, id: string | undefined, field: 'answers' | 'forwards'): Message | undefined {
  if (!id) return undefined;
  const parent = findMessage(tx, id);
  const what = field === 'answers' ? 'answer' : 'pass on';
  if (!parent) throw new Invalid(`The message to ${what} does not exist.`, field);
  return parent;
}

/** The Message-ID somebody knows a message by: of individual copies the one they have. */
function idFor(tx: Tx, parent: Message, to: readonly { address: string }[]): string | null {
  const theirs = new Set(to.map(({ address }) => addressKey(address)));
  const copy =
    parent.direction === 'out' &&
    departuresOf(tx, parent.id).find(
      ({ reader, headerId }) => reader !== null && headerId !== null && theirs.has(addressKey(reader)),
    );
  return copy ? copy.headerId : headerIdOf(tx, parent);
}

/**
 * Keeps a new draft.
 * @throws Invalid
 */
export function createDraft(
  desk: Desk,
  input: DraftInput,
  passedOn: readonly WholeAttachment[] = [],
): Message {
  const addresses = readAddresses(input, allGroups(desk.store.db));
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const settings = desk.settings(tx);
    const details = readDetails(input, settings.identities);
    const from = identityOf(settings, details.identity ?? null);
    const subject = oneLine(input.subject ?? '');
    const parent = parentOf(tx, input.answers, 'answers');
    const passed = parentOf(tx, input.forwards, 'forwards');
    const headers = answerHeaders({
      messageId: (parent && idFor(tx, parent, addresses.to ?? [])) ?? undefined,
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
      forwards: passed?.id ?? null,
      fromName: from.name,
      fromAddress: from.address,
      ...details,
      ...readIntent(input),
      subject,
      text: input.text ?? (input.html ? plainText(input.html) : ''),
      html: input.html ?? null,
      at: now,
      createdAt: now,
    });
    setReferences(tx, message.id, headers.references);
    // A picture that has no place in this text is attached as a file.
    for (const each of passedOn)
      attachWhole(tx, message.id, goesAlong(each, message.html) ? each : { ...each, contentId: null });
    for (const field of ADDRESS_FIELDS) setRecipients(tx, message.id, field, addresses[field] ?? []);
    record(tx, { at: now, messageId: message.id, what: 'written' });
    noteChange(tx, 'message', message.id);
    return message;
  });
}
