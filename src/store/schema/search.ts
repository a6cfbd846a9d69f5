/**
 * The tables beside the full-text index `message_words` (FTS5, made by hand in a migration, kept up by triggers that
 * note what is due to be indexed anew).
 */
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** The row of each message in the index: by its moment, so that the newest are found first. */
export const wordRows = sqliteTable('word_rows', {
  row: integer().primaryKey(),
  messageId: text().notNull().unique(),
});

/** Messages whose words have changed since they were indexed. */
export const wordsDue = sqliteTable('words_due', { messageId: text().primaryKey() });
