/** Texts that are kept to be used again: made, changed, brought back to what they said, deleted. */
import { plainText } from '#mail/plainText';
import { copyAttachments } from '#store/attachments';
import { forgetDeleted } from '#store/expired';
import { noteChange } from '#store/journal';
import { copyLinks } from '#store/linkedFiles';
import { findMessage, insertMessage, swapMessage, type Message } from '#store/messages';
import type { Reading, Tx } from '#store/store';
import {
  findText,
  insertText,
  insertVersion,
  dropText,
  dropVersion,
  setTextOf,
  swapText,
  textNamed,
  textsDeletedBefore,
  versionsOf,
  type Text,
} from '#store/texts';
import { insertThread } from '#store/threads';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { attachWhole, type WholeAttachment } from '../messages/attachments';
import { deriveMessage } from '../messages/deriveMessage';
import { oneLine } from '../messages/draftInput';
import { newId } from '../newId';

/** What it said before is kept for so many versions, beside what it says now. */
const VERSIONS_KEPT = 10;

export interface TextInput {
  name: string;
  subject?: string;
  text?: string;
  html?: string | null;
}

export interface TextChange extends Partial<TextInput> {
  /** Who is at it: what comes from one sitting is one version. */
  sitting?: string;
}

type Words = Partial<Pick<Message, 'subject' | 'text' | 'html'>>;

function wordsOf({ subject, text, html }: Partial<TextInput>): Words {
  const words: Words = {};
  if (subject !== undefined) words.subject = oneLine(subject);
  if (text !== undefined) words.text = text;
  if (html !== undefined) {
    words.html = html;
    if (html && text === undefined) words.text = plainText(html);
  }
  return words;
}

/** @throws Invalid where it is none, or another text has it */
function checkedName(tx: Tx, given: string, id?: string): string {
  const name = oneLine(given);
  if (!name) throw new Invalid('A text needs a name, so that it is found.', 'name');
  const other = textNamed(tx, name);
  if (other && other.id !== id)
    throw new Invalid(`There is a text called “${other.name}” already. Choose another name.`, 'name');
  return name;
}

/** @throws NotFound */
export function knownText(db: Reading, id: string, deletedToo = false): Text {
  const text = findText(db, id);
  if (!text || (text.deletedAt !== null && !deletedToo)) throw new NotFound('There is no such text.');
  return text;
}

/** {@link addText} within a transaction. */
export function addTextWithin(
  desk: Desk,
  tx: Tx,
  input: TextInput,
  attached: readonly WholeAttachment[] = [],
): Text {
  const now = desk.now(tx);
  const { me } = desk.settings(tx);
  const [id, threadId] = [newId(), newId()];
  const name = checkedName(tx, input.name);
  insertThread(tx, threadId, name);
  const message = insertMessage(tx, {
    id: newId(),
    threadId,
    direction: 'out',
    references: [],
    fromName: me.name,
    fromAddress: me.address,
    subject: '',
    text: '',
    ...wordsOf(input),
    at: now,
    createdAt: now,
  });
  for (const each of attached) attachWhole(tx, message.id, each);
  const text = insertText(tx, { id, name, messageId: message.id, createdAt: now, changedAt: now });
  setTextOf(tx, message.id, id);
  insertVersion(tx, { textId: id, version: 1, messageId: message.id, at: now, sitting: '' });
  noteChange(tx, 'text', id);
  return text;
}

/**
 * @param from the message whose attachments and links it takes along
 * @throws Invalid
 */
export const addText = (desk: Desk, input: TextInput, from?: string): Text =>
  desk.store.write((tx) => {
    if (from !== undefined && !findMessage(tx, from))
      throw new Invalid('The message it is made from does not exist.', 'from');
    const text = addTextWithin(desk, tx, input);
    if (from !== undefined) {
      copyAttachments(tx, from, text.messageId, newId);
      copyLinks(tx, from, text.messageId, newId);
    }
    return text;
  });

/** The message of a new version, with what is attached to the one before. */
function beginVersion(tx: Tx, text: Text, from: Message, now: number, sitting: string): Message {
  const versions = versionsOf(tx, text.id);
  const next = deriveMessage(tx, from, now, { threadId: findMessage(tx, text.messageId)!.threadId });
  setTextOf(tx, next.id, text.id);
  insertVersion(tx, {
    textId: text.id,
    version: versions[0]!.version + 1,
    messageId: next.id,
    at: now,
    sitting,
  });
  const old = versions.slice(VERSIONS_KEPT);
  for (const each of old) dropVersion(tx, each);
  forgetDeleted(
    tx,
    old.map(({ messageId }) => messageId),
  );
  return findMessage(tx, next.id)!;
}

/**
 * @param revision as it was read; undefined takes any
 * @throws NotFound, Stale, Invalid
 */
export const changeText = (desk: Desk, id: string, change: TextChange, revision?: number): Text =>
  desk.store.write((tx) => {
    const seen = knownText(tx, id);
    if (revision !== undefined && revision !== seen.revision) throw new Stale('text');
    const now = desk.now(tx);
    const { name, sitting = '' } = change;
    const words = wordsOf(change);
    const said = findMessage(tx, seen.messageId)!;
    const others = Object.entries(words).some(([key, value]) => said[key as keyof Words] !== value);
    const [latest] = versionsOf(tx, id);
    // A sitting of no name is one by itself.
    const goesOn = sitting !== '' && latest!.sitting === sitting;
    const message = others && !goesOn ? beginVersion(tx, seen, said, now, sitting) : said;
    if (others && !swapMessage(tx, message, { ...words, at: now })) throw new Stale('text');
    const patch: Partial<Text> = { messageId: message.id };
    if (others) patch.changedAt = now;
    if (name !== undefined) patch.name = checkedName(tx, name, id);
    const next = swapText(tx, seen, patch);
    if (!next) throw new Stale('text');
    noteChange(tx, 'text', id);
    return next;
  });

/** Says again what it said in an earlier version, as a new one. @throws NotFound, Stale */
export const bringBackVersion = (desk: Desk, id: string, version: number): Text =>
  desk.store.write((tx) => {
    const seen = knownText(tx, id);
    const wanted = versionsOf(tx, id).find((each) => each.version === version);
    if (!wanted) throw new NotFound('This version is not kept any more.');
    if (wanted.messageId === seen.messageId) throw new Refused('It says that already.');
    const now = desk.now(tx);
    const message = beginVersion(tx, seen, findMessage(tx, wanted.messageId)!, now, '');
    const next = swapText(tx, seen, { messageId: message.id, changedAt: now });
    if (!next) throw new Stale('text');
    noteChange(tx, 'text', id);
    return next;
  });

/** {@link restoreText} undoes it. @throws NotFound, Stale */
export const deleteText = (desk: Desk, id: string): void =>
  desk.store.write((tx) => {
    const seen = knownText(tx, id);
    if (!swapText(tx, seen, { deletedAt: desk.now(tx) })) throw new Stale('text');
    noteChange(tx, 'text', id);
  });

/** @throws NotFound, Stale; Invalid where another text has its name meanwhile */
export const restoreText = (desk: Desk, id: string): Text =>
  desk.store.write((tx) => {
    const seen = knownText(tx, id, true);
    const next = swapText(tx, seen, { deletedAt: null, name: checkedName(tx, seen.name, id) });
    if (!next) throw new Stale('text');
    noteChange(tx, 'text', id);
    return next;
  });

/** Those deleted before are gone for good, with all they said. @param until epoch ms */
export const forgetTexts = (desk: Desk, until: number): void =>
  desk.store.write((tx) => {
    for (const { id } of textsDeletedBefore(tx, until)) {
      const said = versionsOf(tx, id).map(({ messageId }) => messageId);
      dropText(tx, id);
      forgetDeleted(tx, said);
    }
  });
