/** Messages, their recipients, sources and threads. */
import { and, count, desc, eq, inArray, isNotNull, isNull, notExists, or, sql } from 'drizzle-orm';
import { departures, frozen, messageReferences, messages, recipients, sources, threads } from './schema';
import { built, builtBy, columnsOf, placeholders } from './built';
import type { Reading, Tx } from './store';

export type Message = typeof messages.$inferSelect;
export type Recipient = typeof recipients.$inferSelect;
export type RecipientField = Recipient['field'];
export type Place = NonNullable<Message['place']>;

const byId = built((db) =>
  db
    .select()
    .from(messages)
    .where(eq(messages.id, sql.placeholder('id')))
    .prepare(),
);

export function findMessage(db: Reading, id: string): Message | undefined {
  return byId(db).get({ id });
}

export function findMessages(db: Reading, ids: string[]): Message[] {
  return ids.length ? db.select().from(messages).where(inArray(messages.id, ids)).all() : [];
}

export function insertMessage(tx: Tx, message: typeof messages.$inferInsert): Message {
  return tx.insert(messages).values(message).returning().get();
}

const swap = builtBy((db, columns) =>
  db
    .update(messages)
    .set(placeholders(columns))
    .where(
      and(eq(messages.id, sql.placeholder('seenId')), eq(messages.revision, sql.placeholder('seenRevision'))),
    )
    .returning()
    .prepare(),
);

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export function swapMessage(tx: Tx, seen: Message, patch: Partial<Message>): Message | undefined {
  const values = { ...patch, revision: seen.revision + 1 };
  return swap(tx, columnsOf(values)).get({ ...values, seenId: seen.id, seenRevision: seen.revision });
}

/** As the header fields come (RFC 5322 §3.6.3). */
const FIELD_ORDER: Record<RecipientField, number> = { to: 0, cc: 1, bcc: 2, replyTo: 3 };

const recipientsOfOne = built((db) =>
  db
    .select()
    .from(recipients)
    .where(eq(recipients.messageId, sql.placeholder('id')))
    .prepare(),
);

/** The recipients of messages: To before Cc before Bcc, each as written. */
export function recipientsOf(db: Reading, messageIds: string[]): Recipient[] {
  if (messageIds.length === 0) return [];
  const rows =
    messageIds.length === 1
      ? recipientsOfOne(db).all({ id: messageIds[0] })
      : db.select().from(recipients).where(inArray(recipients.messageId, messageIds)).all();
  return rows.sort((a, b) => FIELD_ORDER[a.field] - FIELD_ORDER[b.field] || a.position - b.position);
}

export function setRecipients(
  tx: Tx,
  messageId: string,
  field: RecipientField,
  list: readonly { name: string; address: string; group?: string }[],
): void {
  tx.delete(recipients)
    .where(and(eq(recipients.messageId, messageId), eq(recipients.field, field)))
    .run();
  list.forEach(({ name, address, group }, position) => {
    tx.insert(recipients).values({ messageId, field, position, name, address, groupId: group }).run();
  });
}

export function insertSource(tx: Tx, messageId: string, bytes: Buffer): void {
  tx.insert(sources).values({ messageId, bytes }).run();
}

export function sourceOf(db: Reading, messageId: string): Buffer | undefined {
  return db.select().from(sources).where(eq(sources.messageId, messageId)).get()?.bytes;
}

/** The incoming messages in one place, newest first; those that came back stand above by when they did. */
export function messagesIn(db: Reading, place: Place, limit: number): Message[] {
  return db
    .select()
    .from(messages)
    .where(and(eq(messages.place, place), isNull(messages.deletedAt)))
    .orderBy(desc(sql`coalesce(${messages.returnedAt}, ${messages.at})`))
    .limit(limit)
    .all();
}

export function countIn(db: Reading, place: Place): number {
  const there = and(eq(messages.place, place), isNull(messages.deletedAt));
  return db.select({ n: count() }).from(messages).where(there).get()!.n;
}

/** Outgoing messages that are not on their way: never planned, or taken back. Last changed first. */
export function draftMessages(db: Reading, limit: number): Message[] {
  const planned = db
    .select({ one: sql`1` })
    .from(departures)
    .where(and(eq(departures.messageId, messages.id), sql`${departures.state} not in ('draft', 'ended')`));
  return db
    .select()
    .from(messages)
    .where(and(eq(messages.direction, 'out'), isNull(messages.deletedAt), notExists(planned)))
    .orderBy(desc(messages.at))
    .limit(limit)
    .all();
}

/** The messages of a thread, oldest first. */
export function messagesOfThread(db: Reading, threadId: string): Message[] {
  return db
    .select()
    .from(messages)
    .where(and(eq(messages.threadId, threadId), isNull(messages.deletedAt)))
    .orderBy(messages.at)
    .all();
}

export function findByHeaderId(db: Reading, headerId: string): Message | undefined {
  return db.select().from(messages).where(eq(messages.headerId, headerId)).get();
}

export function insertThread(tx: Tx, id: string, subject: string): void {
  tx.insert(threads).values({ id, subject }).run();
}

export function setReferences(tx: Tx, messageId: string, headerIds: string[]): void {
  for (const headerId of headerIds) {
    tx.insert(messageReferences).values({ headerId, messageId }).onConflictDoNothing().run();
  }
}

/**
 * The threads a message touches: those holding a message it names, or one that names it. Oldest thread first by
 * its first message.
 */
export function relatedThreads(db: Reading, headerId: string | undefined, named: string[]): string[] {
  const naming = db
    .select({ id: messageReferences.messageId })
    .from(messageReferences)
    .where(eq(messageReferences.headerId, headerId ?? ''));
  const ids = named.length ? named : [''];
  // Each copy of a message left under an id of its own.
  const copies = db
    .select({ id: departures.messageId })
    .from(frozen)
    .innerJoin(departures, eq(departures.id, frozen.departureId))
    .where(inArray(frozen.headerId, ids));
  const rows = db
    .select({ threadId: messages.threadId })
    .from(messages)
    .where(
      or(
        and(isNotNull(messages.headerId), inArray(messages.headerId, ids)),
        inArray(messages.id, naming),
        inArray(messages.id, copies),
      ),
    )
    .groupBy(messages.threadId)
    .orderBy(sql`min(${messages.at})`)
    .all();
  return rows.map((row) => row.threadId);
}

/** Moves all messages of the other threads into the first and drops them. */
export function mergeThreads(tx: Tx, keep: string, others: string[]): void {
  if (others.length === 0) return;
  tx.update(messages).set({ threadId: keep }).where(inArray(messages.threadId, others)).run();
  tx.delete(threads).where(inArray(threads.id, others)).run();
}

/** When messages from addresses (in lower case) were written, by their own Date headers, the newest first. */
export function writtenBy(
  db: Reading,
  addresses: readonly string[],
  limit: number,
): { at: number; offset: number }[] {
  return addresses.flatMap((address) =>
    db
      .select({ at: messages.writtenAt, offset: messages.writtenOffset })
      .from(messages)
      .where(and(eq(sql`lower(${messages.fromAddress})`, address), isNotNull(messages.writtenOffset)))
      .orderBy(desc(messages.at))
      .limit(limit)
      .all()
      .map(({ at, offset }) => ({ at: at!, offset: offset! })),
  );
}

/**
 * How long answers took: from a message of mine that left to the answer by a person, with who wrote it.
 * @param of lower case; only answers from these, where it is given
 */
export function answerDelays(db: Reading, of?: readonly string[]): { address: string; delay: number }[] {
  const written =
    of && sql`AND lower(answer.from_address) IN (SELECT value FROM json_each(${JSON.stringify(of)}))`;
  return db.all(sql`
    SELECT answer.from_address AS address, answer.at - departures.left_at AS delay
    FROM messages AS answer
    JOIN frozen ON frozen.header_id = answer.in_reply_to
    JOIN departures ON departures.id = frozen.departure_id
    WHERE answer.direction = 'in' AND answer.automatic = 0 AND departures.left_at IS NOT NULL ${written}`);
}
