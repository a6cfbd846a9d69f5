/** Messages and their recipients. */
import { and, desc, eq, gt, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Protected } from '#core/openpgp/protected';
import type { Plan } from '#core/plan/plan';
import { messages, recipients, sealedWords } from './schema';
import { among, asSeenIn, built, builtBy, columnsOf, placeholders, rowsBy } from './built';
import { insertMany } from './many';
import type { Reading, Tx } from './store';

export type Message = typeof messages.$inferSelect;
export type Recipient = typeof recipients.$inferSelect;
export type RecipientField = Recipient['field'];

const byId = rowsBy(messages, () => eq(messages.id, sql.placeholder('id')));

/** Drafts that are to leave before or after an event, or each time of it; few have plans at all. */
export const draftsOfEvent = (db: Reading, eventId: string): Pick<Message, 'id' | 'plan'>[] =>
  db
    .select({ id: messages.id, plan: messages.plan })
    .from(messages)
    .where(
      and(
        isNotNull(messages.plan),
        sql`${eventId} IN (json_extract(${messages.plan}, '$.event'), json_extract(${messages.plan}, '$.around.event'))`,
      ),
    )
    .all();

/** How a draft is to leave, where what that belongs to goes by another name: nothing in it is another. */
export const setPlan = (tx: Tx, id: string, plan: Plan): void =>
  void tx.update(messages).set({ plan }).where(eq(messages.id, id)).run();

export function findMessage(db: Reading, id: string): Message | undefined {
  return byId(db, { id })[0];
}

export function findMessages(db: Reading, ids: string[]): Message[] {
  return ids.length ? db.select().from(messages).where(inArray(messages.id, ids)).all() : [];
}

/** What a list shows of a message is in the first part of its text. */
const LIST_TEXT = 2000;
const summaryColumns = {
  id: messages.id,
  threadId: messages.threadId,
  direction: messages.direction,
  fromName: messages.fromName,
  fromAddress: messages.fromAddress,
  subject: messages.subject,
  text: sql<string>`substr(${messages.text}, 1, ${sql.raw(String(LIST_TEXT))})`.as('text'),
  at: messages.at,
  automatic: messages.automatic,
  place: messages.place,
  returnedAt: messages.returnedAt,
  returnedWhy: messages.returnedWhy,
  unseen: messages.unseen,
  protection: sql<Protected | null>`CASE WHEN ${messages.direction} = 'out'
    THEN (SELECT 'encrypted' FROM ${sealedWords} WHERE ${sealedWords.messageId} = ${messages.id}) ELSE ${messages.protection} END`.as(
    'protection',
  ),
  writtenAt: messages.writtenAt,
  writtenOffset: messages.writtenOffset,
};

/** A message as far as a list shows it. */
export type SummaryRow = Pick<Message, keyof typeof summaryColumns>;

const summaryRows = built((db) =>
  db
    .select(summaryColumns)
    .from(messages)
    .where(and(among(messages.id), isNull(messages.deletedAt)))
    .prepare(),
);

export const findSummaryRows = (db: Reading, ids: readonly string[]): SummaryRow[] =>
  summaryRows(db).all({ ids: JSON.stringify(ids) });

/** The newest messages of a thread, oldest first. */
export function summaryRowsOfThread(db: Reading, threadId: string, limit: number): SummaryRow[] {
  return db
    .select(summaryColumns)
    .from(messages)
    .where(and(eq(messages.threadId, threadId), isNull(messages.deletedAt)))
    .orderBy(desc(messages.at))
    .limit(limit)
    .all()
    .reverse();
}

const insert = builtBy((db, columns) =>
  db.insert(messages).values(placeholders<typeof messages.$inferInsert>(columns)).returning().prepare(),
);

export function insertMessage(tx: Tx, message: typeof messages.$inferInsert): Message {
  return insert(tx, columnsOf(message)).get(message);
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

/** True as long as nobody has changed it since it was read. */
export const isAsSeen = asSeenIn('messages');

const seenOrNot = built((db) =>
  db
    .update(messages)
    .set(placeholders<Pick<Message, 'unseen'>>('unseen'))
    .where(eq(messages.id, sql.placeholder('seenId')))
    .prepare(),
);

/** Whether a message is new is no change of it: its revision stays. */
export const setUnseen = (tx: Tx, id: string, unseen: boolean): void =>
  void seenOrNot(tx).run({ unseen: unseen ? 1 : 0, seenId: id });

export const setList = (tx: Tx, id: string, list: Message['list']): void =>
  void tx.update(messages).set({ list }).where(eq(messages.id, id)).run();

/** As the header fields come (RFC 5322 §3.6.3). */
const FIELD_ORDER: Record<RecipientField, number> = { to: 0, cc: 1, bcc: 2, replyTo: 3 };

const recipientsOfOne = rowsBy(recipients, () => eq(recipients.messageId, sql.placeholder('id')));

/** The recipients of messages: To before Cc before Bcc, each as written. */
export function recipientsOf(db: Reading, messageIds: string[]): Recipient[] {
  if (messageIds.length === 0) return [];
  const rows =
    messageIds.length === 1
      ? recipientsOfOne(db, { id: messageIds[0] })
      : db.select().from(recipients).where(inArray(recipients.messageId, messageIds)).all();
  return rows.sort((a, b) => FIELD_ORDER[a.field] - FIELD_ORDER[b.field] || a.position - b.position);
}

/** A list shows so many readers of a message at most. */
const LIST_READERS = 20;

const firstOfTo = built((db) =>
  db
    .select()
    .from(recipients)
    .where(
      and(
        among(recipients.messageId),
        eq(recipients.field, 'to'),
        sql`${recipients.position} < ${sql.raw(String(LIST_READERS))}`,
      ),
    )
    .orderBy(recipients.messageId, recipients.position)
    .prepare(),
);
/** The last position is found without a look at those before. */
const countsOfTo = built((db) => {
  const last = sql`(SELECT max(position) FROM recipients WHERE message_id = value AND field = 'to')`;
  return db
    .select({ id: sql<string>`value`, count: sql<number | null>`${last} + 1` })
    .from(sql`json_each(${sql.placeholder('ids')})`)
    .prepare();
});

/** The first readers in To of messages as they stand in a list, and how many there are. */
export function firstReaders(
  db: Reading,
  messageIds: readonly string[],
): Map<string, { first: Recipient[]; count: number }> {
  const ids = JSON.stringify(messageIds);
  const readers = new Map(
    countsOfTo(db)
      .all({ ids })
      .map(({ id, count }) => [id, { first: [] as Recipient[], count: count ?? 0 }]),
  );
  for (const each of firstOfTo(db).all({ ids })) readers.get(each.messageId)!.first.push(each);
  return readers;
}

const dropRecipients = built((db) =>
  db
    .delete(recipients)
    .where(
      and(
        eq(recipients.messageId, sql.placeholder('messageId')),
        eq(recipients.field, sql.placeholder('field')),
      ),
    )
    .prepare(),
);

export function setRecipients(
  tx: Tx,
  messageId: string,
  field: RecipientField,
  list: readonly { name: string; address: string; group?: string }[],
): void {
  dropRecipients(tx).run({ messageId, field });
  insertMany(
    tx,
    'INTO recipients (message_id, field, position, name, address, group_id)',
    list.map(({ name, address, group }, position) => [
      ...[messageId, field, position, name, address, group ?? null],
    ]),
  );
}

/** Outgoing messages that are not on their way: never planned, or taken back. Last changed first. */
export function draftMessages(db: Reading, limit: number): Message[] {
  return db
    .select()
    .from(messages)
    .where(sql`${messages.draft} = 1 AND ${messages.deletedAt} IS NULL`)
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

/** The ids of messages in an order of their own, so that all can be gone through. */
export function messageIdsAfter(db: Reading, id: string, limit: number): string[] {
  return db
    .select({ id: messages.id })
    .from(messages)
    .where(gt(messages.id, id))
    .orderBy(messages.id)
    .limit(limit)
    .all()
    .map((row) => row.id);
}

const byHeaderId = built((db) =>
  db
    .select()
    .from(messages)
    .where(eq(messages.headerId, sql.placeholder('headerId')))
    .prepare(),
);

/** All that came in under it: ids are given by those who write. */
export const allByHeaderId = (db: Reading, headerId: string): Message[] => byHeaderId(db).all({ headerId });

export function setReferences(tx: Tx, messageId: string, headerIds: string[]): void {
  const rows = headerIds.map((headerId) => [headerId, messageId]);
  insertMany(tx, 'INTO message_references (header_id, message_id)', rows, 'ON CONFLICT DO NOTHING');
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
      .where(
        and(
          // In so many words: the index of who wrote is of these only.
          sql`direction = 'in'`,
          eq(sql`lower(${messages.fromAddress})`, address),
          isNotNull(messages.writtenOffset),
        ),
      )
      .orderBy(desc(messages.at))
      .limit(limit)
      .all()
      .map(({ at, offset }) => ({ at: at!, offset: offset! })),
  );
}

/**
 * How long answers took: from a message of mine that left, here or, in past mail, anywhere, to the answer by a person;
 * with who wrote it, and when it came.
 * @param of lower case: only answers from these, found by who wrote them, however much there is of others
 */
export function answerDelays(
  db: Reading,
  of: readonly string[],
): { address: string; at: number; delay: number }[] {
  const answers = sql`lower(answer.from_address) IN (SELECT value FROM json_each(${JSON.stringify(of)}))
    AND answer.direction = 'in' AND answer.automatic = 0`;
  return db.all(sql`
    SELECT answer.from_address AS address, answer.at AS at, answer.at - departures.left_at AS delay
    FROM messages AS answer
    JOIN departures ON departures.header_id = answer.in_reply_to
    WHERE ${answers} AND departures.left_at IS NOT NULL
    UNION ALL
    SELECT answer.from_address, answer.at, answer.at - mine.at
    FROM messages AS answer
    JOIN messages AS mine ON mine.header_id = answer.in_reply_to
    WHERE ${answers} AND mine.direction = 'in' AND mine.classified ->> '$.is' = 'own'
      AND NOT EXISTS (SELECT 1 FROM departures WHERE header_id = answer.in_reply_to)`);
}

/** What an older version of the reader found too strange. */
export const readByOlder = (db: Reading, version: number): string[] =>
  db
    .select({ id: messages.id })
    .from(messages)
    .where(sql`strange IS NOT NULL AND read_by < ${version} AND ${messages.deletedAt} IS NULL`)
    .all()
    .map(({ id }) => id);
