/** Attachments and their bytes. */
import { and, asc, eq, isNotNull, isNull, max, sql } from 'drizzle-orm';
import { attachmentPieces, attachments, pieces } from './schema';
import { among, built } from './built';
import { insertMany } from './many';
import { inPieces, keepPiece } from './pieces';
import type { Reading, Tx } from './store';

export type Attachment = typeof attachments.$inferSelect;

export function findAttachment(db: Reading, id: string): Attachment | undefined {
  return db.select().from(attachments).where(eq(attachments.id, id)).get();
}

const ofOne = built((db) =>
  db
    .select()
    .from(attachments)
    .where(and(eq(attachments.messageId, sql.placeholder('id')), isNull(attachments.removedAt)))
    .orderBy(asc(attachments.position))
    .prepare(),
);

/** What is attached to a message, in order; what was taken out is left out. */
export function attachmentsOf(db: Reading, messageId: string): Attachment[] {
  return ofOne(db).all({ id: messageId });
}

const attachedTo = built((db) =>
  db
    .selectDistinct({ id: attachments.messageId })
    .from(attachments)
    .where(and(among(attachments.messageId), isNull(attachments.removedAt), isNull(attachments.contentId)))
    .prepare(),
);

/** Which of these messages have something attached that does not stand in their text. */
export function withAttachments(db: Reading, messageIds: readonly string[]): Set<string> {
  const rows = attachedTo(db).all({ ids: JSON.stringify(messageIds) });
  return new Set(rows.map(({ id }) => id));
}

/** Comes after those that are there. */
export function insertAttachment(
  tx: Tx,
  attachment: Omit<typeof attachments.$inferInsert, 'position'>,
): Attachment {
  const { messageId } = attachment;
  const last = tx
    .select({ at: max(attachments.position) })
    .from(attachments)
    .where(eq(attachments.messageId, messageId))
    .get()!.at;
  return tx
    .insert(attachments)
    .values({ ...attachment, position: (last ?? -1) + 1 })
    .returning()
    .get();
}

/** All those of a message that came in, in order. @param part which of the attachments in its source each is */
export function insertReceived(
  tx: Tx,
  messageId: string,
  list: readonly (Pick<Attachment, 'id' | 'name' | 'type' | 'size'> & {
    contentId?: string | null;
    part?: number | null;
  })[],
): void {
  insertMany(
    tx,
    'INTO attachments (id, message_id, position, name, type, size, received, content_id, part)',
    list.map(({ id, name, type, size, contentId, part }, position) => [
      ...[id, messageId, position, name, type, size, size, contentId ?? null, part ?? null],
    ]),
  );
}

export function changeAttachment(tx: Tx, id: string, patch: Partial<Attachment>): Attachment {
  return tx.update(attachments).set(patch).where(eq(attachments.id, id)).returning().get();
}

/** Adds bytes at the end of what is there. */
export function appendBytes(tx: Tx, { id, received }: Attachment, bytes: Buffer): Attachment {
  for (const piece of inPieces(bytes, received))
    tx.insert(attachmentPieces)
      .values({ attachmentId: id, offset: piece.offset, ...keepPiece(tx, piece.bytes) })
      .run();
  return changeAttachment(tx, id, { received: received + bytes.length });
}

/** The bytes that are here of an attachment added here. */
export function bytesOf(db: Reading, id: string): Buffer {
  const all = db
    .select({ bytes: pieces.bytes })
    .from(attachmentPieces)
    .innerJoin(pieces, eq(pieces.hash, attachmentPieces.hash))
    .where(eq(attachmentPieces.attachmentId, id))
    .orderBy(asc(attachmentPieces.offset))
    .all();
  return Buffer.concat(all.map(({ bytes }) => bytes));
}

/** Attaches the same to another message, as far as it is here. @param newId makes ids @returns those of the copies */
export function copyAttachments(tx: Tx, from: string, to: string, newId: () => string): string[] {
  // What was read from a linked file is read anew for the other.
  const copied = attachmentsOf(tx, from).filter(({ linkId }) => linkId === null);
  return copied.map((attachment) => {
    const id = newId();
    tx.insert(attachments)
      .values({ ...attachment, id, messageId: to })
      .run();
    tx.run(sql`INSERT INTO attachment_pieces (attachment_id, "offset", hash, size)
      SELECT ${id}, "offset", hash, size FROM attachment_pieces WHERE attachment_id = ${attachment.id}`);
    return id;
  });
}

const removed = built((db) =>
  db
    .delete(attachments)
    .where(and(eq(attachments.messageId, sql.placeholder('id')), isNotNull(attachments.removedAt)))
    .prepare(),
);

/** What was read from linked files for an attempt before, and goes with none of its departures now. */
export function purgeUnread(tx: Tx, messageId: string): void {
  tx.run(sql`DELETE FROM attachments WHERE message_id = ${messageId} AND link_id IS NOT NULL
    AND id NOT IN (SELECT attachment_id FROM linked_reads WHERE message_id = ${messageId})`);
}

/** What was taken out is gone for good once the message leaves. */
export function purgeRemoved(tx: Tx, messageId: string): void {
  removed(tx).run({ id: messageId });
}

/** Forgets everything attached to a message. */
export function purgeAttachments(tx: Tx, messageId: string): void {
  tx.delete(attachments).where(eq(attachments.messageId, messageId)).run();
}
