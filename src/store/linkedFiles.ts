/** Linked files, and what was read from them. */
import { and, asc, desc, eq, inArray, isNull, max, sql } from 'drizzle-orm';
import { attachments, departures, linkedFiles, linkedReads, messages } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type LinkedFile = typeof linkedFiles.$inferSelect;
export type LinkedRead = typeof linkedReads.$inferSelect;

export const findLink = (db: Reading, id: string): LinkedFile | undefined =>
  db.select().from(linkedFiles).where(eq(linkedFiles.id, id)).get();

const ofOne = built((db) =>
  db
    .select()
    .from(linkedFiles)
    .where(and(eq(linkedFiles.messageId, sql.placeholder('id')), isNull(linkedFiles.removedAt)))
    .orderBy(asc(linkedFiles.position))
    .prepare(),
);

/** What is linked to a message, in order; what was taken out is left out. */
export const linksOf = (db: Reading, messageId: string): LinkedFile[] => ofOne(db).all({ id: messageId });

/** Of messages that are not deleted and may still leave; of a series that it is made from, and what was made its own. */
export const allLinks = (db: Reading): (LinkedFile & { subject: string })[] =>
  db
    .select({ link: linkedFiles, subject: messages.subject })
    .from(linkedFiles)
    .innerJoin(messages, eq(messages.id, linkedFiles.messageId))
    .where(
      and(
        isNull(linkedFiles.removedAt),
        isNull(messages.deletedAt),
        isNull(messages.leftAt),
        isNull(messages.textId),
        isNull(messages.batchId),
        sql`NOT EXISTS (SELECT 1 FROM departures d WHERE d.message_id = ${messages.id}
          AND d.series_id IS NOT NULL AND NOT d.differs)`,
      ),
    )
    .orderBy(asc(linkedFiles.path), asc(linkedFiles.id))
    .all()
    .map(({ link, subject }) => ({ ...link, subject }));

/** Comes after those that are there. */
export function insertLink(tx: Tx, link: Omit<typeof linkedFiles.$inferInsert, 'position'>): LinkedFile {
  const last = tx
    .select({ at: max(linkedFiles.position) })
    .from(linkedFiles)
    .where(eq(linkedFiles.messageId, link.messageId))
    .get()!.at;
  return tx
    .insert(linkedFiles)
    .values({ ...link, position: (last ?? -1) + 1 })
    .returning()
    .get();
}

export const changeLink = (tx: Tx, id: string, patch: Partial<LinkedFile>): LinkedFile =>
  tx.update(linkedFiles).set(patch).where(eq(linkedFiles.id, id)).returning().get();

/** Links the same to another message. @param newId makes ids @returns those of the copies */
export function copyLinks(tx: Tx, from: string, to: string, newId: () => string): string[] {
  return linksOf(tx, from).map((link) => {
    const id = newId();
    tx.insert(linkedFiles)
      .values({ ...link, id, messageId: to })
      .run();
    return id;
  });
}

/** What of a departure's own was read before goes, and this stands for it. */
export function setReads(
  tx: Tx,
  departureId: string,
  reads: readonly (typeof linkedReads.$inferInsert)[],
): void {
  tx.delete(linkedReads).where(eq(linkedReads.departureId, departureId)).run();
  for (const read of reads) tx.insert(linkedReads).values(read).run();
}

const readsOfOne = built((db) =>
  db
    .select()
    .from(linkedReads)
    .where(eq(linkedReads.departureId, sql.placeholder('id')))
    .prepare(),
);

export const readsOf = (db: Reading, departureId: string): LinkedRead[] =>
  readsOfOne(db).all({ id: departureId });

export const findRead = (db: Reading, id: string): LinkedRead | undefined =>
  db.select().from(linkedReads).where(eq(linkedReads.id, id)).get();

/** Those with messages that have left, the newest first. */
export const lastReads = (
  db: Reading,
  limit: number,
): (LinkedRead & { subject: string; leftAt: number | null; kept: string | null })[] =>
  db
    .select({
      read: linkedReads,
      subject: messages.subject,
      leftAt: departures.leftAt,
      kept: attachments.id,
    })
    .from(linkedReads)
    .innerJoin(messages, eq(messages.id, linkedReads.messageId))
    .innerJoin(departures, eq(departures.id, linkedReads.departureId))
    .leftJoin(attachments, eq(attachments.id, linkedReads.attachmentId))
    .orderBy(desc(linkedReads.readAt), asc(linkedReads.path))
    .limit(limit)
    .all()
    .map(({ read, ...rest }) => ({ ...read, ...rest }));

/** Hashes of what last went by a link, or one it was copied from; none where nothing did. */
export function lastSent(db: Reading, origin: string): Set<string> {
  const last = db
    .select({ departureId: linkedReads.departureId })
    .from(linkedReads)
    .innerJoin(departures, eq(departures.id, linkedReads.departureId))
    .where(and(eq(linkedReads.origin, origin), eq(departures.state, 'sent')))
    .orderBy(desc(linkedReads.readAt))
    .limit(1)
    .get();
  if (!last) return new Set();
  return new Set(
    readsOf(db, last.departureId)
      .filter((each) => each.origin === origin)
      .map(({ hash }) => hash),
  );
}

export const changeRead = (tx: Tx, id: string, patch: Partial<LinkedRead>): void =>
  void tx.update(linkedReads).set(patch).where(eq(linkedReads.id, id)).run();

const toBeCleared = built((db) =>
  db
    .select()
    .from(linkedReads)
    .where(inArray(linkedReads.clearing, ['due', 'begun']))
    .orderBy(asc(linkedReads.readAt))
    .prepare(),
);

/** What is to be cleared away now, or had begun to be. */
export const clearingDue = (db: Reading): LinkedRead[] => toBeCleared(db).all();

/** The bytes of an earlier reading, where a message has the same from the same link. */
export const sameKept = (db: Reading, messageId: string, linkId: string, hash: string): string | undefined =>
  db
    .select({ id: attachments.id })
    .from(linkedReads)
    .innerJoin(attachments, eq(attachments.id, linkedReads.attachmentId))
    .where(
      and(eq(linkedReads.messageId, messageId), eq(attachments.linkId, linkId), eq(linkedReads.hash, hash)),
    )
    .get()?.id;

/** Takes all of them out for good; what was read for a departure stays known. */
export const purgeLinks = (tx: Tx, messageId: string): void =>
  void tx.delete(linkedFiles).where(eq(linkedFiles.messageId, messageId)).run();
