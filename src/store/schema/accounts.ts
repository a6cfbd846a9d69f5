/** The tables of accounts: what mail is sent through, and where it comes to. */
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { MailboxFolders } from '#core/mailbox/folders';
import type { ServerPlace } from '#core/message/account';
import { departures } from './departures';

export const accounts = sqliteTable('accounts', {
  id: text().primaryKey(),
  name: text().notNull(),
  address: text().notNull(),
  smtp: text({ mode: 'json' }).$type<ServerPlace>().notNull(),
  /** Sealed, as is the other. */
  smtpPassword: text().notNull().default(''),
  /** Messages a minute at most; null: as fast as it takes them. */
  perMinute: integer(),
  /** Its mailbox; null where none is looked into. */
  imap: text({ mode: 'json' }).$type<ServerPlace>(),
  imapPassword: text().notNull().default(''),
  folders: text({ mode: 'json' }).$type<MailboxFolders>(),
  /** When it was first looked into, real epoch ms: what came since is new. */
  imapSince: integer(),
  /** Why its mailbox cannot be looked into, in words; since when, and when it is tried next, real epoch ms. */
  imapTrouble: text(),
  imapTroubleSince: integer(),
  createdAt: integer().notNull(),
});

/** How far each folder of a mailbox has been taken in. */
export const mailboxFolders = sqliteTable(
  'mailbox_folders',
  {
    accountId: text()
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    path: text().notNull(),
    /** UIDs count from one again when it changes (RFC 9051 §2.3.1.1). */
    uidValidity: text().notNull(),
    /** The highest UID that has been looked at, and the lowest: what is between has been taken in, or is gone. */
    top: integer().notNull(),
    bottom: integer().notNull(),
    /** The state its marks were last read in (RFC 7162); null where the server does not tell. */
    modseq: text(),
    /** How many are below `bottom`, as last counted. */
    rest: integer().notNull(),
    /** The rest is not to be taken in. */
    stopped: integer({ mode: 'boolean' }).notNull().default(false),
  },
  (table) => [primaryKey({ columns: [table.accountId, table.path] })],
);

/** What is where in a mailbox, as it was last seen there. */
export const mailboxItems = sqliteTable(
  'mailbox_items',
  {
    accountId: text()
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    folder: text().notNull(),
    uid: integer().notNull(),
    /** What it is here: a message, or what has arrived and becomes one under this id. */
    messageId: text().notNull(),
    seen: integer({ mode: 'boolean' }).notNull(),
    /** The folder it came in by. */
    home: text().notNull(),
    /**
     * Where it is being moved to; noted before, since a move may break off half-way. Its own folder: it was moved there just
     * now. Empty: it is one too many, and is to be deleted.
     */
    moving: text(),
  },
  (table) => [
    primaryKey({ columns: [table.accountId, table.folder, table.uid] }),
    index('mailbox_items_message').on(table.messageId),
  ],
);

/** What was changed here of what lies in a mailbox and has not been done there; kept by a trigger. */
export const mailboxDue = sqliteTable(
  'mailbox_due',
  {
    /** Another one with each change. */
    seq: integer().primaryKey({ autoIncrement: true }),
    messageId: text().notNull(),
    what: text({ enum: ['place', 'seen'] }).notNull(),
  },
  (table) => [uniqueIndex('mailbox_due_message').on(table.messageId, table.what)],
);

/** Copies of what has left that are to be put into a mailbox. */
export const sentCopies = sqliteTable('sent_copies', {
  departureId: text()
    .primaryKey()
    .references(() => departures.id, { onDelete: 'cascade' }),
  accountId: text()
    .notNull()
    .references(() => accounts.id, { onDelete: 'cascade' }),
  folder: text().notNull(),
  /** It was begun: whether it is there has to be looked up. */
  begun: integer({ mode: 'boolean' }).notNull().default(false),
});

/** Copies of drafts that lie in the folder for them of a mailbox. */
export const draftCopies = sqliteTable(
  'draft_copies',
  {
    seq: integer().primaryKey({ autoIncrement: true }),
    accountId: text()
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    /** The draft here; empty: it could not be read, and is left alone. */
    messageId: text().notNull(),
    /** null: it is being put there, or has to be found again. */
    uid: integer(),
    /** The draft as it was then. */
    revision: integer().notNull(),
    /** A digest of its bytes, by which it is found again. */
    print: text().notNull(),
  },
  (table) => [
    uniqueIndex('draft_copies_uid').on(table.accountId, table.uid),
    index('draft_copies_message').on(table.messageId),
  ],
);

/** Sending servers in trouble, a row for each; no row while nothing is wrong. */
export const serverTroubles = sqliteTable('server_troubles', {
  /** Empty for the one the environment names. */
  account: text().primaryKey(),
  /** What is wrong, in words for the person. */
  trouble: text().notNull(),
  since: integer().notNull(),
  /** Attempts made since then. */
  tries: integer().notNull(),
  nextTry: integer().notNull(),
  /** When one began to try that has not come to an end, real epoch ms; null while none does. */
  tryingSince: integer(),
});
