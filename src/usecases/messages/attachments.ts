/** Attaching files to a message that has not left. They may come in pieces, with breaks of any length between them. */
import { addressKey } from '#core/message/address';
import { MAX_ATTACHED, mediaType, PICTURE_TYPES, safeFileName, sizeWords } from '#core/message/attachment';
import type { OutgoingAttachment } from '#mail/compose';
import { LEAST_ENCLOSED } from '#mail/enclosures';
import { longMs } from '#reading/pool';
import {
  appendBytes,
  attachmentsOf,
  bytesOf,
  changeAttachment,
  findAttachment,
  insertAttachment,
  type Attachment,
} from '#store/attachments';
import { sourceOf } from '#store/sources';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid, NotFound, Refused } from '../errors';
import { readApart } from '../readApart';
import { openMessage } from './outgoingMessage';
import { touch } from './touch';

export type { Attachment };

export interface NewAttachment {
  name: string;
  type: string;
  /** Bytes. */
  size: number;
  /** A picture that stands in the text. */
  inline?: boolean;
}

function roomFor(tx: Tx, messageId: string, size: number): void {
  // What was read from linked files is read anew.
  const own = attachmentsOf(tx, messageId).filter(({ linkId }) => linkId === null);
  const there = own.reduce((sum, each) => sum + each.size, 0);
  if (there + size <= MAX_ATTACHED) return;
  const most = sizeWords(MAX_ATTACHED);
  throw new Invalid(
    there > 0
      ? `With this there would be ${sizeWords(there + size)} attached; mail takes ${most} in all. Take something out, or send it on its own.`
      : `This is ${sizeWords(size)}; mail takes ${most}. Make it smaller, or put it where it can be fetched.`,
    'size',
  );
}

/**
 * Announces an attachment; its bytes follow with {@link receivePiece}.
 * @throws NotFound, Refused, or Invalid where it is too large
 */
export function announceAttachment(desk: Desk, messageId: string, input: NewAttachment): Attachment {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const message = openMessage(tx, messageId);
    const type = mediaType(input.type);
    if (input.inline && !PICTURE_TYPES.includes(type))
      throw new Invalid('Only PNG, JPEG, GIF and WebP pictures can stand in the text.', 'type');
    roomFor(tx, messageId, input.size);
    const id = newId();
    const domain = addressKey(message.fromAddress).split('@')[1] || 'inline';
    const attachment = insertAttachment(tx, {
      id,
      messageId,
      type,
      size: input.size,
      received: 0,
      name: safeFileName(input.name),
      // Unique in the world, as RFC 2045 §7 asks.
      contentId: input.inline ? `${id}@${domain}` : null,
    });
    touch(desk, tx, messageId, now);
    return attachment;
  });
}

/** @throws NotFound where it is not there, was taken out, or came in from outside */
function ownAttachment(db: Reading, id: string, removed = false): Attachment {
  const found = findAttachment(db, id);
  if (!found || (found.removedAt !== null) !== removed) throw new NotFound('There is no such attachment.');
  openMessage(db, found.messageId);
  return found;
}

/**
 * Takes the next piece. A piece that is here already changes nothing: it was sent again because the answer to it got
 * lost.
 * @param offset of its first byte in the file
 * @throws Refused where something before it is missing, or it goes beyond the end
 */
export function receivePiece(desk: Desk, id: string, offset: number, bytes: Buffer): Attachment {
  return desk.store.write((tx) => {
    const seen = ownAttachment(tx, id);
    if (offset + bytes.length > seen.size) throw new Refused('This is more than the file was said to hold.');
    if (offset > seen.received)
      throw new Refused(`The bytes from ${seen.received} on are missing; go on from there.`);
    const fresh = bytes.subarray(seen.received - offset);
    if (fresh.length === 0) return seen;
    const next = appendBytes(tx, seen, fresh);
    // Whoever looks on is told when it is whole, not at every piece.
    if (next.received === next.size) touch(desk, tx, seen.messageId, desk.now(tx));
    return next;
  });
}

/** Takes it out of the message. @throws NotFound, Refused */
export function removeAttachment(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    const now = desk.now(tx);
    const seen = ownAttachment(tx, id);
    changeAttachment(tx, id, { removedAt: now });
    touch(desk, tx, seen.messageId, now);
  });
}

/** Undoes that. @throws NotFound, Refused, Invalid */
export function restoreAttachment(desk: Desk, id: string): Attachment {
  return desk.store.write((tx) => {
    const seen = ownAttachment(tx, id, true);
    roomFor(tx, seen.messageId, seen.size);
    const next = changeAttachment(tx, id, { removedAt: null });
    touch(desk, tx, seen.messageId, desk.now(tx));
    return next;
  });
}

/**
 * The bytes of what is attached to one message, in order, wherever they are kept; the source of one that came in is
 * read once for all of them. @throws (rejects) Refused where it is too strange
 */
async function contentsOf(db: Reading, list: readonly Attachment[]): Promise<Buffer[]> {
  const parts = list.flatMap(({ part }) => part ?? []);
  const source = parts.length > 0 ? sourceOf(db, list[0]!.messageId) : undefined;
  const read = source ? await readApart('parts', [source, parts], { ms: longMs(source.length) }) : [];
  const byPart = new Map(parts.map((part, index) => [part, read[index]]));
  return list.map(({ id, part }) =>
    part === null ? bytesOf(db, id) : (byPart.get(part) ?? Buffer.alloc(0)),
  );
}

/** @throws NotFound where it is not there, or not wholly */
export async function readAttachment(
  desk: Desk,
  id: string,
): Promise<{ attachment: Attachment; bytes: Buffer }> {
  const attachment = findAttachment(desk.store.db, id);
  if (!attachment || attachment.removedAt !== null || attachment.received < attachment.size)
    throw new NotFound('There is no such attachment, or it is not wholly here yet.');
  const [bytes] = await contentsOf(desk.store.db, [attachment]);
  return { attachment, bytes: bytes! };
}

/** An attachment with all its bytes. */
export interface WholeAttachment {
  name: string;
  type: string;
  contentId: string | null;
  bytes: Buffer;
}

/** What is attached to a message, as far as it is wholly here. */
export async function attachedTo(db: Reading, messageId: string): Promise<WholeAttachment[]> {
  const list = attachmentsOf(db, messageId).filter(({ received, size }) => received === size);
  const contents = await contentsOf(db, list);
  return list.map(({ name, type, contentId }, index) => ({ name, type, contentId, bytes: contents[index]! }));
}

/** What goes along with a message that leaves: long ones as they are kept, without their bytes. */
export async function attachedToLeave(
  db: Reading,
  attached: readonly Attachment[],
): Promise<OutgoingAttachment[]> {
  const list = attached.filter(({ received, size }) => received === size);
  // A message in a message may have to stand as it is, so it is looked at.
  const isKept = ({ part, size, type }: Attachment) =>
    part === null && size >= LEAST_ENCLOSED && type !== 'message/rfc822';
  const read = list.filter((each) => !isKept(each));
  const contents = await contentsOf(db, read);
  const byId = new Map(read.map(({ id }, index) => [id, contents[index]!]));
  return list.map(({ id, name, type, contentId }) => {
    const bytes = byId.get(id);
    return { name, type, contentId, ...(bytes ? { bytes } : { keptAs: id }) };
  });
}

/** Attaches what is here as a whole. @throws Invalid where it is too much */
export function attachWhole(
  tx: Tx,
  messageId: string,
  { name, type, contentId, bytes }: WholeAttachment,
): void {
  roomFor(tx, messageId, bytes.length);
  const attachment = insertAttachment(tx, {
    id: newId(),
    messageId,
    name,
    type,
    contentId,
    size: bytes.length,
    received: 0,
  });
  if (bytes.length > 0) appendBytes(tx, attachment, bytes);
}
