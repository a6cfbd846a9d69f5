/** The full-text index: keeping it, and finding in it. */
import { sql, type SQL } from 'drizzle-orm';
import type { SearchField, SearchQuery, SearchState, SearchTerm } from '#core/search/query';
import { PENDING_STATES } from '#core/departure/states';
import { READING } from '#core/limits';
import { folded } from '#core/text/folded';
import { spaced } from '#core/text/spaced';
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

/** What parts of words are looked for in, by column; of long ones the beginning. */
const PARTS = {
  subject: 'm.subject',
  sender: "(m.from_name || ' ' || m.from_address)",
  readers: `substr((SELECT group_concat(name || ' ' || address, ' ') FROM recipients
    WHERE message_id = m.id AND field <> 'replyTo'), 1, ${READING.searchedParts})`,
  body: `substr(m.text, 1, ${READING.searchedParts})`,
  files: `(SELECT group_concat(name, ' ') FROM attachments WHERE message_id = m.id AND removed_at IS NULL)`,
} as const;
type Column = keyof typeof PARTS;

/** What keeping the index takes, built once. */
const keeping = built((db) => {
  const client = (db as unknown as { $client: Database }).$client;
  return {
    due: client.prepare<[number], DueRow>(`
      SELECT words_due.message_id AS id, word_rows.row AS row, m.at AS at
      FROM words_due LEFT JOIN word_rows ON word_rows.message_id = words_due.message_id
      LEFT JOIN messages m ON m.id = words_due.message_id AND m.deleted_at IS NULL AND m.text_id IS NULL AND m.batch_id IS NULL
      ORDER BY words_due.rowid DESC LIMIT 0 + ?`),
    drop: client.prepare('DELETE FROM message_words WHERE rowid = ?'),
    dropParts: client.prepare('DELETE FROM message_parts WHERE rowid = ?'),
    dropRow: client.prepare('DELETE FROM word_rows WHERE row = ?'),
    top: client.prepare<[number, number], { top: number | null }>(
      'SELECT max(row) AS top FROM word_rows WHERE row >= ? AND row < ?',
    ),
    taken: client.prepare('SELECT 1 FROM word_rows WHERE row = ?'),
    insertRow: client.prepare('INSERT INTO word_rows (row, message_id) VALUES (?, ?)'),
    insert: client.prepare(`
      INSERT INTO message_words (rowid, subject, sender, readers, body, files)
      SELECT @row, spaced(m.subject), spaced(m.from_name || ' ' || m.from_address),
        substr(spaced((SELECT group_concat(name || ' ' || address, ' ') FROM recipients
          WHERE message_id = m.id AND field <> 'replyTo')), 1, ${READING.searched}),
        spaced(substr(m.text, 1, ${READING.searched})),
        spaced((SELECT group_concat(name || CASE WHEN content_id IS NULL THEN ' ${HAS_FILE}' ELSE '' END, ' ')
          FROM attachments WHERE message_id = m.id AND removed_at IS NULL))
      FROM messages m WHERE m.id = @id`),
    insertParts: client.prepare(`
      INSERT INTO message_parts (rowid, subject, sender, readers, body, files)
      SELECT @row, ${PARTS.subject}, ${PARTS.sender}, ${PARTS.readers}, ${PARTS.body}, ${PARTS.files}
      FROM messages m WHERE m.id = @id`),
    done: client.prepare('DELETE FROM words_due WHERE message_id = ?'),
  };
});

/** So many messages are indexed in one transaction, and no more begun after so long, ms: others wait to write. */
const MOST_AT_ONCE = 50;
const LONG_MS = 15;

/**
 * Indexes anew what has changed, the latest first: one message at least, and as many as are done quickly. Rows are
 * numbered by a message's moment, so the index itself has them in order of time.
 */
export function indexWords(tx: Tx): void {
  const keep = keeping(tx);
  const end = performance.now() + LONG_MS;
  for (const { id, row, at } of keep.due.all(MOST_AT_ONCE)) {
    if (row !== null) {
      keep.drop.run(row);
      keep.dropParts.run(row);
      keep.dropRow.run(row);
    }
    keep.done.run(id);
    if (at === null) continue;
    const low = Math.max(0, at) * ROOM;
    let next = (keep.top.get(low, low + ROOM)?.top ?? low - 1) + 1;
    // More than a thousand of one millisecond: wherever there is room after it.
    while (next >= low + ROOM && keep.taken.get(next)) next++;
    keep.insertRow.run(next, id);
    keep.insert.run({ row: next, id });
    keep.insertParts.run({ row: next, id });
    if (performance.now() > end) return;
  }
}

/** True where something waits to be indexed. */
export const wordsWait = (db: Reading): boolean => db.get(sql`SELECT 1 FROM words_due LIMIT 1`) !== undefined;

const COLUMNS: Record<SearchField, readonly Column[]> = {
  anywhere: ['subject', 'sender', 'readers', 'body', 'files'],
  from: ['sender'],
  to: ['readers'],
  cc: ['readers'],
  bcc: ['readers'],
  subject: ['subject'],
  body: ['body'],
  file: ['files'],
};
const columnsOf = (field: SearchField) => `{${COLUMNS[field].join(' ')}}`;
const quoted = (words: string) => `"${words.replaceAll('"', '""')}"`;

/** A term in the language of the index of words; undefined where it holds nothing to look for. */
function phraseOf({ field, words, exact }: SearchTerm): string | undefined {
  if (!/[\p{L}\p{N}]/u.test(words)) return undefined;
  return `${columnsOf(field)} : ${quoted(spaced(words).trim())}${exact ? '' : ' *'}`;
}

/** Parts of words have so many letters at least. */
const PART = 3;

/** A term in the language of the index of parts; undefined where it is too short for it, or meant as it is typed. */
function partsOf({ field, words, exact }: SearchTerm): string | undefined {
  const letters = [...folded(words)];
  if (exact || letters.length < PART || !/[\p{L}\p{N}]/u.test(words)) return undefined;
  const threes = letters.slice(0, 1 - PART).map((_, index) => letters.slice(index, index + PART).join(''));
  return `${columnsOf(field)} : (${[...new Set(threes)].map(quoted).join(' AND ')})`;
}

/** The rows a term is in: as a word or the beginning of one, or with `inside` also as a part of one. */
function rowsOf(term: SearchTerm, phrase: string, inside: boolean): SQL {
  const words = sql`SELECT w.rowid AS row FROM message_words w WHERE message_words MATCH ${phrase}`;
  const parts = inside ? partsOf(term) : undefined;
  const needle = folded(term.words);
  // The index says only which letters there are; whether they stand together is looked up.
  const there = sql.join(
    COLUMNS[term.field].map((column) => sql`instr(folded(${sql.raw(PARTS[column])}), ${needle}) > 0`),
    sql` OR `,
  );
  const all = parts
    ? sql`${words} UNION SELECT p.rowid FROM message_parts p CROSS JOIN word_rows r ON r.row = p.rowid
        CROSS JOIN messages m ON m.id = r.message_id WHERE message_parts MATCH ${parts} AND (${there})`
    : words;
  if (term.field !== 'cc' && term.field !== 'bcc') return all;
  return sql`SELECT found.row FROM (${all}) found JOIN word_rows r ON r.row = found.row
    WHERE EXISTS (SELECT 1 FROM recipients WHERE message_id = r.message_id AND field = ${term.field}
      AND instr(folded(name || ' ' || address), ${needle}) > 0)`;
}

/** Terms that hold something to look for, with their phrases. */
const phrased = (terms: readonly SearchTerm[]) =>
  terms.flatMap((term): { term: SearchTerm; phrase: string }[] => {
    const phrase = phraseOf(term);
    return phrase === undefined ? [] : [{ term, phrase }];
  });

const isExpressible = ({ field }: SearchTerm) => field !== 'cc' && field !== 'bcc';

/** All groups in the language of the index, where that can say it; undefined where it cannot, or nothing is asked. */
function matchOf(groups: readonly (readonly SearchTerm[])[], extra: readonly string[]): string | undefined {
  if (!groups.flat().every(isExpressible)) return undefined;
  const wanted = groups.flatMap((group) => {
    const all = group[0]?.not ? [] : phrased(group).map(({ phrase }) => phrase);
    return all.length > 0 ? [`(${all.join(' OR ')})`] : [];
  });
  const without = phrased(groups.flat().filter(({ not }) => not)).map(({ phrase }) => phrase);
  const positive = [...wanted, ...extra].join(' AND ');
  if (positive === '') return undefined;
  return without.length > 0 ? `(${positive}) NOT (${without.join(' OR ')})` : positive;
}

/** Conditions on a row, one to a group. */
function conditionsOf(row: SQL, groups: readonly (readonly SearchTerm[])[], inside: boolean): SQL[] {
  return groups.flatMap((group) => {
    const all = phrased(group);
    if (all.length === 0) return [];
    const rows = sql.join(
      all.map(({ term, phrase }) => sql`SELECT row FROM (${rowsOf(term, phrase, inside && !term.not)})`),
      sql` UNION `,
    );
    return [group[0]!.not ? sql`${row} NOT IN (${rows})` : sql`${row} IN (${rows})`];
  });
}

const hasFile = (row: SQL): SQL =>
  sql`${row} IN (SELECT rowid FROM message_words WHERE message_words MATCH ${`files : ${HAS_FILE}`})`;

/** True for a message in which all of this is. @param id an expression; undefined where nothing is asked */
export function messageFits(
  id: SQL,
  { groups, withFile }: Pick<SearchQuery, 'groups' | 'withFile'>,
): SQL | undefined {
  const conditions = conditionsOf(sql`r.row`, groups, true);
  if (withFile) conditions.push(hasFile(sql`r.row`));
  if (conditions.length === 0) return undefined;
  return sql`${id} IN (SELECT r.message_id FROM word_rows r WHERE ${sql.join(conditions, sql` AND `)})`;
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
  groups: readonly (readonly SearchTerm[])[];
  state: SearchState | null;
  withFile: boolean;
  /** Epoch ms: from the first on, and before the second. */
  since?: number;
  before?: number;
  /** Only what stands below this row, from an earlier page. */
  below?: number;
  limit: number;
  /** false: by words and their beginnings; true: what is found only by parts of words. */
  inside: boolean;
}

/** A message that was found, and its row. */
export interface Found {
  id: string;
  row: number;
}

/** The messages that fit, the newest first. */
export function searchMessages(db: Reading, asked: SearchAsked): Found[] {
  const { groups, state, withFile, since, before, below, limit, inside } = asked;
  const match = matchOf(groups, withFile ? [`files : ${HAS_FILE}`] : []);
  // By words the index is gone through in its order, and left where the page is full.
  const byIndex = !inside && match !== undefined;
  const row = byIndex ? sql`w.rowid` : sql`r.row`;
  const conditions: SQL[] = [sql`m.deleted_at IS NULL`];
  if (byIndex) conditions.push(sql`message_words MATCH ${match}`);
  else {
    conditions.push(...conditionsOf(row, groups, inside));
    if (withFile) conditions.push(hasFile(row));
    if (inside) {
      // These have been found already.
      const already = match
        ? [sql`${row} IN (SELECT rowid FROM message_words WHERE message_words MATCH ${match})`]
        : conditionsOf(row, groups, false);
      conditions.push(sql`NOT (${sql.join(already, sql` AND `)})`);
    }
  }
  const few = state && FEW[state];
  const many = state && MANY[state];
  if (since !== undefined) conditions.push(sql`${row} >= ${Math.max(0, since) * ROOM}`);
  if (before !== undefined) conditions.push(sql`${row} < ${Math.max(0, before) * ROOM}`);
  if (below !== undefined) conditions.push(sql`${row} < ${below}`);
  if (few) conditions.push(sql`${row} IN (SELECT row FROM word_rows WHERE message_id IN (${few}))`);
  if (many) conditions.push(many);
  const from = byIndex
    ? sql`message_words w CROSS JOIN word_rows r ON r.row = w.rowid CROSS JOIN messages m ON m.id = r.message_id`
    : sql`word_rows r CROSS JOIN messages m ON m.id = r.message_id`;
  return db.all<Found>(sql`
    SELECT m.id AS id, r.row AS "row" FROM ${from}
    WHERE ${sql.join(conditions, sql` AND `)} ORDER BY ${row} DESC LIMIT ${limit}`);
}

/** True where a part of a word could be found that is no beginning of one. */
export const hasParts = (groups: readonly (readonly SearchTerm[])[]): boolean =>
  groups.flat().some((term) => !term.not && partsOf(term) !== undefined);

/** Words of the mail that begin like this, those in most messages first. @param beginning lower case */
export function wordsLike(db: Reading, beginning: string, limit: number): string[] {
  const rows = db.all<{ term: string }>(sql`
    SELECT term FROM (
      SELECT term, doc FROM message_vocabulary WHERE term >= ${beginning} AND term < ${`${beginning}\u{10ffff}`} LIMIT 500)
    WHERE term <> ${HAS_FILE} ORDER BY doc DESC LIMIT ${limit}`);
  return rows.map(({ term }) => term);
}
