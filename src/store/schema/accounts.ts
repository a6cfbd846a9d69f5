/** The tables of accounts: what mail is sent through, and where it comes to. */
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { ServerPlace } from '#core/message/account';

export const accounts = sqliteTable('accounts', {
  id: text().primaryKey(),
  name: text().notNull(),
  address: text().notNull(),
  smtp: text({ mode: 'json' }).$type<ServerPlace>().notNull(),
  /** Sealed, as is the other. */
  smtpPassword: text().notNull().default(''),
  /** Messages a minute at most; null: as fast as it takes them. */
  perMinute: integer(),
  createdAt: integer().notNull(),
});

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
