/** Finding words in a column, without case and marks, in whatever letters. */
import { sql, type SQL } from 'drizzle-orm';
import { folded } from '#core/text/folded';

/** For {@link mentions}. */
export const likePattern = (words: string) =>
  `%${folded(words).replace(/[\\%_]/g, (letter) => `\\${letter}`)}%`;

/**
 * True where the text of a column has the words in it. What SQLite compares by itself, ASCII, is compared there; the
 * function is asked only for the few texts with other letters.
 */
export const mentions = (column: SQL, pattern: string): SQL =>
  sql`(${column} LIKE ${pattern} ESCAPE '\\' OR (${column} GLOB '*[^ -~]*' AND folded(${column}) LIKE ${pattern} ESCAPE '\\'))`;
