/** What was read from linked files is kept with the message, and goes from there. */
import { appendBytes, findAttachment, insertAttachment, type Attachment } from '#store/attachments';
import { sameKept, setReads, type LinkedRead } from '#store/linkedFiles';
import type { Departure } from '#store/departures';
import type { Tx } from '#store/store';
import { newId } from '../newId';
import type { LinkedContent } from './readLinks';

/** One file that was read, and the attachment that holds its bytes. */
export interface KeptRead {
  content: LinkedContent;
  attachment: Attachment;
}

/** The bytes, once for all departures of a message. */
export function keepBytes(tx: Tx, messageId: string, files: readonly LinkedContent[]): KeptRead[] {
  return files.map((content) => {
    const { link, name, type, bytes, hash } = content;
    const same = sameKept(tx, messageId, link.id, hash);
    const there = same === undefined ? undefined : findAttachment(tx, same);
    if (there) return { content, attachment: there };
    const size = bytes.length;
    const made = insertAttachment(tx, {
      id: newId(),
      messageId,
      name,
      type,
      size,
      received: 0,
      linkId: link.id,
    });
    return { content, attachment: appendBytes(tx, made, bytes) };
  });
}

/** These went with it. Part of the claim. */
export function noteReads(tx: Tx, departure: Departure, reads: readonly KeptRead[], now: number): void {
  const rows = reads.map(({ content, attachment }): LinkedRead => {
    const { link, path, hash, modifiedAt, inode, bytes } = content;
    return {
      id: newId(),
      origin: link.origin,
      messageId: departure.messageId,
      departureId: departure.id,
      attachmentId: attachment.id,
      path,
      size: bytes.length,
      hash,
      modifiedAt,
      inode,
      readAt: now,
      clearing: link.after === 'keep' ? null : 'waiting',
      moveTo: link.moveTo,
      movedTo: null,
    };
  });
  setReads(tx, departure.id, rows);
}
