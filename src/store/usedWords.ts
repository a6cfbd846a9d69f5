/** Words I use: those of subjects, and of what I have sent more than once. */
import { sql } from 'drizzle-orm';
import { spaced } from '#core/text/spaced';
import { wasSaid } from './left';
import type { Reading } from './store';

/** So many messages with a word are looked at. */
const LOOKED_AT = 300;
/** Sent once it may be the same slip. */
const TIMES = 2;

export function isUsed(db: Reading, word: string): boolean {
  const quoted = `"${spaced(word).trim().replaceAll('"', '""')}"`;
  const matching = (column: string) =>
    sql`(SELECT rowid AS row FROM message_words WHERE message_words MATCH ${`${column} : ${quoted}`} LIMIT ${LOOKED_AT})`;
  // The index knows no accents: a word without its own is another.
  const has = (column: 'subject' | 'text') =>
    sql`(instr(m.${sql.raw(column)}, ${word}) > 0 OR instr(m.${sql.raw(column)}, ${word.toLowerCase()}) > 0)`;
  const messages = sql`JOIN word_rows r ON r.row = w.row JOIN messages m ON m.id = r.message_id`;
  // A draft is not looked up in itself.
  const inSubject = db.get(
    sql`SELECT 1 FROM ${matching('subject')} w ${messages} WHERE ${wasSaid('m')} AND ${has('subject')} LIMIT 1`,
  );
  if (inSubject !== undefined) return true;
  const sent = db.all(
    sql`SELECT 1 FROM ${matching('body')} w ${messages}
      WHERE m.direction = 'out' AND ${wasSaid('m')} AND ${has('text')} LIMIT ${TIMES}`,
  );
  return sent.length >= TIMES;
}
