/** The full-text index: keeping it, and finding in it. */
import { sql, type SQL } from 'drizzle-orm';
import type { SearchField, SearchState, SearchTerm } from '../core/search/query';
import { PENDING_STATES } from '../core/departure/states';
import { READING } from '../core/limits';
import type { Database } from 'better-sqlite3';
import { built } from './built';
import type { Reading, Tx } from './store';

/** Stands in `files` of every message with something attached. */
const HAS_FILE = 'somethingattached';
/** Rows of the same millisecond, at most. */
const ROOM = 1024;

interface DueRow {
  id: string;
  row: number | null;
  at: number | null;
}

/** What keeping the index takes, built once. */
const keeping = built((db) => {
  const client = (db as unknown as { $client: Database }).$client;
  return {
    due: client.prepare<[], DueRow>(`
      SELECT words_due.message_id AS id, word_rows.row AS row, m.at AS at
      FROM words_due LEFT JOIN word_rows ON word_rows.message_id = words_due.message_id
      LEFT JOIN messages m ON m.id = words_due.message_id AND m.deleted_at IS NULL`),
    drop: client.prepare('DELETE FROM message_words WHERE rowid = ?'),
    dropRow: client.prepare('DELETE FROM word_rows WHERE row = ?'),
    top: client.prepare<[number, number], { top: number | null }>(
      'SELECT max(row) AS top FROM word_rows WHERE row >= ? AND row < ?',
    ),
    taken: client.prepare('SELECT 1 FROM word_rows WHERE row = ?'),
    insertRow: client.prepare('INSERT INTO word_rows (row, message_id) VALUES (?, ?)'),
    insert: client.prepare(`
      INSERT INTO message_words (rowid, subject, sender, readers, body, files)
      SELECT @row, m.subject, m.from_name || ' ' || m.from_address,
        substr((SELECT group_concat(name || ' ' || address, ' ') FROM recipients
          WHERE message_id = m.id AND field <> 'replyTo'), 1, ${READING.searched}),
        substr(m.text, 1, ${READING.searched}),
        (SELECT group_concat(name || CASE WHEN content_id IS NULL THEN ' ${HAS_FILE}' ELSE '' END, ' ')
          FROM attachments WHERE message_id = m.id AND removed_at IS NULL)
      FROM messages m WHERE m.id = @id`),
    done: client.prepare('DELETE FROM words_due'),
  };
});

/**
 * Indexes anew whatever has changed since. Rows are numbered by a message's moment, so the index itself has them in
 * order of time.
 */
export function indexWords(tx: Tx): void {
  const keep = keeping(tx);
  const due = keep.due.all();
  if (due.length === 0) return;
  for (const { id, row, at } of due) {
    if (row !== null) {
      keep.drop.run(row);
      keep.dropRow.run(row);
    }
    if (at === null) continue;
    const low = Math.max(0, at) * ROOM;
    let next = (keep.top.get(low, low + ROOM)?.top ?? low - 1) + 1;
    // More than a thousand of one millisecond: wherever there is room after it.
    while (next >= low + ROOM && keep.taken.get(next)) next++;
    keep.insertRow.run(next, id);
    keep.insert.run({ row: next, id });
  }
  keep.done.run();
}

/** True where something waits to be indexed. */
export const wordsWait = (db: Reading): boolean => db.get(sql`SELECT 1 FROM words_due LIMIT 1`) !== undefined;

const COLUMNS: Record<SearchField, string> = {
  anywhere: '{subject sender readers body files}',
  from: 'sender',
  to: 'readers',
  subject: 'subject',
  body: 'body',
  file: 'files',
};

/** A term in the language of the index; undefined where it holds nothing to look for. */
function phraseOf({ field, words, exact }: SearchTerm): string | undefined {
  if (!/[\p{L}\p{N}]/u.test(words)) return undefined;
  return `${COLUMNS[field]} : "${words.replaceAll('"', '""')}"${exact ? '' : ' *'}`;
}

/** Few enough to be looked up one by one. */
const FEW: Partial<Record<SearchState, SQL>> = {
  returned: sql`SELECT id FROM messages WHERE place = 'inbox' AND returned_at IS NOT NULL`,
  snoozed: sql`SELECT id FROM messages WHERE place = 'snoozed'`,
  'to-do': sql`SELECT message_id FROM todos WHERE state = 'open' AND message_id IS NOT NULL`,
  pending: sql`SELECT message_id FROM departures WHERE state IN (SELECT value FROM json_each(${JSON.stringify(PENDING_STATES)}))`,
};

const MANY: Partial<Record<SearchState, SQL>> = {
  inbox: sql`m.place = 'inbox'`,
  archived: sql`m.place = 'archive'`,
  draft: sql`m.direction = 'out' AND NOT EXISTS (SELECT 1 FROM departures d WHERE d.message_id = m.id AND d.state NOT IN ('draft', 'ended'))`,
  left: sql`EXISTS (SELECT 1 FROM departures d WHERE d.message_id = m.id AND d.state = 'sent')`,
};

export interface SearchAsked {
  terms: readonly SearchTerm[];
  state: SearchState | null;
  withFile: boolean;
  /** Epoch ms: from the first on, and before the second. */
  since?: number;
  before?: number;
  /** Only what stands below this row, from an earlier page. */
  below?: number;
  limit: number;
}

/** A message that was found, and its row. */
export interface Found {
  id: string;
  row: number;
}

/** The messages that fit, the newest first. */
export function searchMessages(db: Reading, asked: SearchAsked): Found[] {
  const { terms, state, withFile, since, before, below, limit } = asked;
  const positive = terms
    .filter((term) => !term.not)
    .map(phraseOf)
    .filter(Boolean);
  const negative = terms
    .filter((term) => term.not)
    .map(phraseOf)
    .filter(Boolean);
  if (withFile) positive.push(`files : ${HAS_FILE}`);
  const wanted = positive.join(' AND ');
  const without = negative.join(' OR ');
  const match = wanted && without ? `(${wanted}) NOT (${without})` : wanted;
  const few = state && FEW[state];
  const many = state && MANY[state];
  const conditions: SQL[] = [sql`m.deleted_at IS NULL`];
  const row = match ? sql`w.rowid` : sql`r.row`;
  if (match) conditions.push(sql`message_words MATCH ${match}`);
  else if (without)
    conditions.push(sql`r.row NOT IN (SELECT rowid FROM message_words WHERE message_words MATCH ${without})`);
  if (since !== undefined) conditions.push(sql`${row} >= ${Math.max(0, since) * ROOM}`);
  if (before !== undefined) conditions.push(sql`${row} < ${Math.max(0, before) * ROOM}`);
  if (below !== undefined) conditions.push(sql`${row} < ${below}`);
  if (few) conditions.push(sql`${row} IN (SELECT row FROM word_rows WHERE message_id IN (${few}))`);
  if (many) conditions.push(many);
  const from = match
    ? sql`message_words w CROSS JOIN word_rows r ON r.row = w.rowid CROSS JOIN messages m ON m.id = r.message_id`
    : sql`word_rows r CROSS JOIN messages m ON m.id = r.message_id`;
  return db.all<Found>(sql`
    SELECT m.id AS id, r.row AS "row" FROM ${from}
    WHERE ${sql.join(conditions, sql` AND `)} ORDER BY ${row} DESC LIMIT ${limit}`);
}

/** Words of the mail that begin like this, those in most messages first. @param beginning lower case */
export function wordsLike(db: Reading, beginning: string, limit: number): string[] {
  const rows = db.all<{ term: string }>(sql`
    SELECT term FROM (
      SELECT term, doc FROM message_vocabulary WHERE term >= ${beginning} AND term < ${`${beginning}\u{10ffff}`} LIMIT 500)
    WHERE term <> ${HAS_FILE} ORDER BY doc DESC LIMIT ${limit}`);
  return rows.map(({ term }) => term);
}
