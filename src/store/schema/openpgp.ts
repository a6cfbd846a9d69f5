/** The tables of OpenPGP: keys, and what is sealed until it leaves. */
import { blob, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { KEY_SOURCES, type KeyFacts } from '#core/openpgp/key';
import { departures } from './departures';
import { messages } from './messages';

export const keys = sqliteTable('keys', {
  /** Hexadecimal, upper case. */
  fingerprint: text().primaryKey(),
  /** Binary, without what is secret. */
  certificate: blob({ mode: 'buffer' }).notNull(),
  /** Binary, locked by its passphrase; null where it is somebody else’s. */
  secret: blob({ mode: 'buffer' }),
  facts: text({ mode: 'json' }).$type<KeyFacts>().notNull(),
  source: text({ enum: [...KEY_SOURCES] }).notNull(),
  used: integer({ mode: 'boolean' }).notNull(),
  /** When it was taken in, epoch ms; of a hint, when the message was written that it came with. */
  at: integer().notNull(),
});

/** Whom each key is for. */
export const keyAddresses = sqliteTable(
  'key_addresses',
  {
    /** Lower case. */
    address: text().notNull(),
    fingerprint: text()
      .notNull()
      .references(() => keys.fingerprint, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.address, table.fingerprint] })],
);

/** What a departure leaves with, signed or encrypted before its moment; its header is that of the release. */
export const sealedBodies = sqliteTable('sealed_bodies', {
  departureId: text()
    .primaryKey()
    .references(() => departures.id, { onDelete: 'cascade' }),
  /** The fields that say what the body is. */
  fields: text().notNull(),
  body: blob({ mode: 'buffer' }).notNull(),
  encrypted: integer({ mode: 'boolean' }).notNull(),
  /** Its header does not tell the subject. */
  hideSubject: integer({ mode: 'boolean' }).notNull(),
  /** Whom it names and what it says, as a digest: where that is another by now, it is sealed anew. */
  digest: text().notNull(),
});

/** What a message says that is kept encrypted to me until it is opened; it says nothing itself meanwhile. */
export const sealedWords = sqliteTable('sealed_words', {
  messageId: text()
    .primaryKey()
    .references(() => messages.id, { onDelete: 'cascade' }),
  /** OpenPGP, binary. */
  bytes: blob({ mode: 'buffer' }).notNull(),
});

/** Messages of which something pending is to be sealed; kept by a trigger on departures. */
export const sealingDue = sqliteTable('sealing_due', {
  messageId: text()
    .primaryKey()
    .references(() => messages.id, { onDelete: 'cascade' }),
});
