/**
 * What a pending encrypted message says is kept encrypted to me, and nowhere else here, until somebody who knows the passphrase
 * opens it. Its subject stays as the name it goes by.
 */
import { encryptToMe, decryptMine } from '#mail/openpgp/mine';
import { NotForMe } from '#mail/openpgp/open';
import { purgeAttachments } from '#store/attachments';
import { followRevision } from '#store/leases';
import { noteChange, record } from '#store/journal';
import { findMessage, swapMessage, type Message } from '#store/messages';
import { dropSealedWords, isSealed, keepSealedWords, sealedWordsOf } from '#store/sealed';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { Locked, Stale } from '../errors';
import { attachedTo, attachWhole, type WholeAttachment } from '../messages/attachments';
import { outgoingMessage, SEALED } from '../messages/outgoingMessage';
import { openKeys } from './keyring';

/** What a message says. */
export interface Words {
  text: string;
  html: string | null;
  attachments: WholeAttachment[];
}

interface Written extends Omit<Words, 'attachments'> {
  attachments: (Omit<WholeAttachment, 'bytes'> & { base64: string })[];
}

/** The words of a message as they are kept, encrypted. */
export async function wordsToKeep(db: Reading, message: Message, certificate: Buffer): Promise<Buffer> {
  const { text, html } = message;
  const attachments = (await attachedTo(db, message.id)).map(({ bytes, ...each }) => ({
    ...each,
    base64: bytes.toString('base64'),
  }));
  const written: Written = { text, html, attachments };
  return encryptToMe(Buffer.from(JSON.stringify(written)), certificate);
}

/** From here on the message itself says nothing. To be run where what is written over is gone (`writeOver`). */
export function hideWords(tx: Tx, message: Message, kept: Buffer, now: number): void {
  keepSealedWords(tx, message.id, kept);
  purgeAttachments(tx, message.id);
  if (!swapMessage(tx, message, { text: '', html: null })) throw new Stale('message');
  record(tx, { at: now, messageId: message.id, what: 'sealed' });
  noteChange(tx, 'message', message.id);
}

/**
 * What a message that is sealed says; it stays sealed.
 * @throws (rejects) Locked
 */
export async function readWords(desk: Desk, messageId: string): Promise<Words | undefined> {
  const sealed = sealedWordsOf(desk.store.db, messageId);
  if (!sealed) return undefined;
  const keys = openKeys(desk);
  if (keys.length === 0) throw new Locked(SEALED);
  try {
    const { text, html, attachments } = JSON.parse((await decryptMine(sealed, keys)).toString()) as Written;
    return {
      text,
      html,
      attachments: attachments.map(({ base64, ...each }) => ({
        ...each,
        bytes: Buffer.from(base64, 'base64'),
      })),
    };
  } catch (error) {
    if (error instanceof NotForMe) throw new Locked(error.message, { cause: error });
    throw error;
  }
}

/**
 * Opens a message, so that it can be changed: it says again what it said, and is sealed anew once it is on its way again; what was
 * sealed of it still leaves as long as it fits. One that is not sealed stays as it is.
 * @throws (rejects) NotFound, Locked
 */
export async function openWords(desk: Desk, messageId: string): Promise<Message> {
  const words = await readWords(desk, messageId);
  return desk.store.write((tx) => {
    const message = outgoingMessage(tx, messageId);
    // Somebody was faster.
    if (!words || !isSealed(tx, messageId)) return message;
    dropSealedWords(tx, messageId);
    const { text, html, attachments } = words;
    const open = swapMessage(tx, message, { text, html });
    if (!open) throw new Stale('message');
    for (const each of attachments) attachWhole(tx, messageId, each);
    // Whoever has it open to be changed has changed nothing yet.
    followRevision(tx, messageId, message.revision, open.revision);
    record(tx, { at: desk.now(tx), messageId, what: 'opened' });
    noteChange(tx, 'message', messageId);
    return findMessage(tx, messageId)!;
  });
}
