/** The tables of messages, what is attached to them, and their threads. */
import { sql } from 'drizzle-orm';
import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { SetAside } from '#core/checks/setAside';
import type { FieldValues } from '#core/fields/values';
import type { Importance, Sensitivity } from '#core/message/details';
import type { MailingList } from '#core/message/mailingList';
import type { Classified } from '#core/reply/classify';
import { STRANGE } from '#core/message/strange';
import { ENCRYPTS } from '#core/openpgp/key';
import { PROTECTED } from '#core/openpgp/protected';
import type { Choices, Plan } from '#core/plan/plan';
import type { ReturnedWhy } from '#core/returns/why';

/** What a thread comes to (`place` to `count`) is kept up by triggers on its messages. */
export const threads = sqliteTable(
  'threads',
  {
    id: text().primaryKey(),
    /** Without “Re:”. */
    subject: text().notNull(),
    /** That as it is compared: without case and marks, in whatever letters. */
    subjectKey: text().notNull().default(''),
    /** Where it is: in the inbox as long as one of its messages is. */
    place: text({ enum: ['inbox', 'snoozed', 'archive'] }),
    /** The newest message there, when it came or came back, and who wrote it, in lower case. */
    latestId: text(),
    sortAt: integer(),
    writer: text(),
    /** The message of it that came back last and is still in the inbox. */
    returnedId: text(),
    /** When the first of what is new of it in the inbox came; null where all has been seen. */
    unseenAt: integer(),
    /** Messages in it. */
    count: integer().notNull().default(0),
  },
  (table) => [
    index('threads_subject_key').on(table.subjectKey),
    index('threads_by_time').on(table.place, table.sortAt, table.id),
    index('threads_unseen')
      .on(table.place, table.unseenAt)
      .where(sql`unseen_at IS NOT NULL`),
    index('threads_by_writer').on(
      table.place,
      sql`returned_id IS NOT NULL`,
      table.sortAt,
      table.writer,
      table.id,
    ),
  ],
);

export const messages = sqliteTable(
  'messages',
  {
    id: text().primaryKey(),
    threadId: text()
      .notNull()
      .references(() => threads.id),
    direction: text({ enum: ['in', 'out'] }).notNull(),
    /** Message-ID with angle brackets of one that came in; each departure of what I write leaves under its own. */
    headerId: text(),
    /** The message of mine that it was made from. */
    derivedFrom: text(),
    /** The series whose occurrences are made from it; it does not leave itself. */
    seriesId: text(),
    /** It is sent each time a file changes; it does not leave itself. */
    fileWatchId: text(),
    /** A text that is kept to be used again; it does not leave itself. */
    textId: text(),
    /** The batch whose rows are made from it; it does not leave itself. */
    batchId: text(),
    /** Values of its own fields: by name, then by reader in lower case; under nothing for all. */
    fields: text({ mode: 'json' }).$type<FieldValues>().notNull().default({}),
    /** When the first of its departures left; kept by a trigger on them, as `at` is then. */
    leftAt: integer(),
    inReplyTo: text(),
    references: text({ mode: 'json' }).$type<string[]>().notNull(),
    fromName: text().notNull(),
    fromAddress: text().notNull(),
    subject: text().notNull(),
    text: text().notNull(),
    html: text(),
    /** Which of my identities it is from; null: the main one. */
    identity: text(),
    importance: text().$type<Importance>().notNull().default('normal'),
    sensitivity: text().$type<Sensitivity>().notNull().default('none'),
    /** Asks the mail servers to say that it was delivered (RFC 3461). */
    deliveryReceipt: integer({ mode: 'boolean' }).notNull().default(false),
    /** Asks the reader to say that it was seen (RFC 8098). */
    readReceipt: integer({ mode: 'boolean' }).notNull().default(false),
    /** What is usual is waited for, where nothing else was said about it. */
    usualWatch: integer({ mode: 'boolean' }).notNull().default(true),
    /** It is signed and encrypted with OpenPGP as it leaves, or is sealed before. */
    sign: integer({ mode: 'boolean' }).notNull().default(false),
    encrypt: text({ enum: [...ENCRYPTS] })
      .notNull()
      .default('no'),
    /** What one that came in is, by its structure; null where nothing of it is signed or encrypted. */
    protection: text({ enum: [...PROTECTED] }),
    /** The folder that keeps the sent copy; null where none is kept. */
    keptIn: text().default('Sent'),
    /** What its checks found and is meant so. */
    setAside: text({ mode: 'json' }).$type<readonly SetAside[]>().notNull().default([]),
    /** How a draft is to leave, and what is chosen beside; null: now, and as usual. */
    plan: text({ mode: 'json' }).$type<Plan>(),
    choices: text({ mode: 'json' }).$type<Choices>(),
    /** Mine, and not under way nor gone; kept by triggers, as the departures say. */
    draft: integer({ mode: 'boolean' }).notNull().default(false),
    /** Written by no person (RFC 3834). */
    automatic: integer({ mode: 'boolean' }).notNull().default(false),
    /** What it is, and what tells it; null for what I write. */
    classified: text({ mode: 'json' }).$type<Classified>(),
    /** The mailing list it came by; null for any other. */
    list: text({ mode: 'json' }).$type<MailingList>(),
    /** The message it passes on. */
    forwards: text(),
    /** It came in and has not been looked at. */
    unseen: integer({ mode: 'boolean' }).notNull().default(false),
    /** Why not all of one that came in could be read, and which version of the reader tried; null where all was. */
    strange: text({ enum: [...STRANGE] }),
    readBy: integer(),
    /** When it arrived or left; until it left, when it was last changed. */
    at: integer().notNull(),
    /** What its own Date header says, epoch ms, and the offset it carries, minutes; null where there is none. */
    writtenAt: integer(),
    writtenOffset: integer(),
    /** Where an incoming message is. */
    place: text({ enum: ['inbox', 'snoozed', 'archive'] }),
    /** When it last came back into the inbox, and why. */
    returnedAt: integer(),
    returnedWhy: text({ mode: 'json' }).$type<ReturnedWhy>(),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
    deletedAt: integer(),
  },
  (table) => [
    index('messages_header_id').on(table.headerId),
    index('messages_thread').on(table.threadId, table.at),
    // Of what came in only: what leaves moves in fewer lists.
    index('messages_place')
      .on(table.place, table.at)
      .where(sql`place IS NOT NULL`),
    index('messages_from')
      .on(sql`lower(${table.fromAddress})`, table.at)
      .where(sql`direction = 'in'`),
    index('messages_in_reply_to').on(table.inReplyTo),
    index('messages_forwards')
      .on(table.forwards)
      .where(sql`forwards IS NOT NULL`),
    index('messages_strange')
      .on(table.readBy)
      .where(sql`strange IS NOT NULL`),
    index('messages_deleted')
      .on(table.deletedAt)
      .where(sql`deleted_at IS NOT NULL`),
    index('messages_drafts')
      .on(table.at)
      .where(sql`draft = 1 AND deleted_at IS NULL`),
  ],
);

/** The ids a message names in References and In-Reply-To, so that parents arriving late find their children. */
export const messageReferences = sqliteTable(
  'message_references',
  {
    headerId: text().notNull(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.headerId, table.messageId] })],
);

export const recipients = sqliteTable(
  'recipients',
  {
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    field: text({ enum: ['to', 'cc', 'bcc', 'replyTo'] }).notNull(),
    position: integer().notNull(),
    name: text().notNull(),
    /** Empty where a group is named. */
    address: text().notNull(),
    groupId: text(),
  },
  (table) => [
    primaryKey({ columns: [table.messageId, table.field, table.position] }),
    index('recipients_group')
      .on(table.groupId)
      .where(sql`group_id IS NOT NULL`),
  ],
);

/** What is attached to a message; of an incoming one the bytes are in its source. */
export const attachments = sqliteTable(
  'attachments',
  {
    id: text().primaryKey(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    name: text().notNull(),
    /** Media type, lower case, without parameters. */
    type: text().notNull(),
    /** Bytes in all, and how many of them are here. */
    size: integer().notNull(),
    received: integer().notNull(),
    /** Content-ID without angle brackets, of a picture that stands in the text. */
    contentId: text(),
    /** Which of the attachments in the source it is; null for one added here. */
    part: integer(),
    /** The linked file it was read from as the message left; null for any other. */
    linkId: text(),
    /** When it was taken out; kept until the message leaves, so that this can be undone. */
    removedAt: integer(),
  },
  (table) => [index('attachments_message').on(table.messageId, table.position)],
);

/** Links that messages carried, so that one copied from a message to somebody else is noticed. */
export const messageLinks = sqliteTable(
  'message_links',
  {
    url: text().notNull(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.url, table.messageId] })],
);

/** The bytes of an incoming message, as they arrived; of a long one the beginning. */
export const sources = sqliteTable(
  'sources',
  {
    messageId: text()
      .primaryKey()
      .references(() => messages.id, { onDelete: 'cascade' }),
    bytes: blob({ mode: 'buffer' }).notNull(),
    /** What a message without a Message-ID is known by: a digest of what it says. */
    digest: text(),
  },
  (table) => [
    index('sources_digest')
      .on(table.digest)
      .where(sql`digest IS NOT NULL`),
  ],
);

/** What has come in by LMTP and has not been read; it becomes a message under the same id. */
export const arrivals = sqliteTable(
  'arrivals',
  {
    id: text().primaryKey(),
    at: integer().notNull(),
    /** Bytes in all. */
    size: integer().notNull(),
    /** The beginning. */
    bytes: blob({ mode: 'buffer' }).notNull(),
    /** How often it was too much to read. */
    tries: integer().notNull().default(0),
  },
  (table) => [index('arrivals_in_order').on(table.tries, table.at)],
);
