/** Queries built once for each connection: what the engine asks many times a second is not put together anew. */
import type { Database } from 'better-sqlite3';
import { getTableColumns, is, Param, Placeholder, sql, type SQL } from 'drizzle-orm';
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db, Reading, Tx } from './store';

/** The connection itself, for what Drizzle has no words for. */
export const clientOf = (db: Reading): Database => (db as unknown as { $client: Database }).$client;

/** @param make builds and prepares the query, `sql.placeholder` in place of its values */
export function built<Query extends object>(make: (db: Db) => Query): (db: Reading) => Query {
  const known = new WeakMap<object, Query>();
  return (db) => {
    let query = known.get(db);
    if (!query) known.set(db, (query = make(db)));
    return query;
  };
}

/** The same, for queries that differ by a key, such as the columns an update sets. */
export function builtBy<Query extends object>(
  make: (db: Db, key: string) => Query,
): (db: Reading, key: string) => Query {
  const known = built(() => new Map<string, Query>());
  return (db, key) => {
    const queries = known(db);
    let query = queries.get(key);
    if (!query) queries.set(key, (query = make(db, key)));
    return query;
  };
}

/** Where a value of a statement comes from: one that is given, encoded for its column, or always the same. */
function slotOf(param: unknown): (values: Record<string, unknown>) => unknown {
  if (is(param, Placeholder)) return (values) => values[param.name];
  if (is(param, Param) && is(param.value, Placeholder)) {
    const { name } = param.value;
    return (values) => param.encoder.mapToDriverValue(values[name]);
  }
  return () => param;
}

/**
 * The same, for what is written at every release: what Drizzle finds out about its values at each call is found out once.
 * @param make builds the statement, `sql.placeholder` in place of its values; it returns no rows
 * @returns runs it with the values of its placeholders by their names, and tells how many rows it changed
 */
export function writtenBy(
  make: (db: Db, key: string) => { toSQL(): { sql: string; params: unknown[] } },
): (tx: Tx, key: string, values: Record<string, unknown>) => number {
  const known = builtBy((db, key) => {
    const { sql: text, params } = make(db, key).toSQL();
    return { statement: clientOf(db).prepare(text), slots: params.map(slotOf) };
  });
  return (tx, key, values) => {
    const { statement, slots } = known(tx, key);
    return statement.run(...slots.map((slot) => slot(values))).changes;
  };
}

/** {@link writtenBy}, for one that is always the same. */
export function written(
  make: (db: Db) => { toSQL(): { sql: string; params: unknown[] } },
): (tx: Tx, values: Record<string, unknown>) => number {
  const run = writtenBy(make);
  return (tx, values) => run(tx, '', values);
}

/** What SQLite gives is what is meant. */
const AS_IT_IS = new Set(['string', 'number']);

/**
 * The same, for whole rows that every release reads: which column is called what, and which are to be decoded, is found out once.
 * @param where told in `sql.placeholder`s
 * @returns the rows of a table, by the values of those placeholders
 */
export function rowsBy<Table extends SQLiteTable>(
  table: Table,
  where: () => SQL | undefined,
): (db: Reading, values: Record<string, unknown>) => Table['$inferSelect'][] {
  const columns = Object.entries(getTableColumns(table) as Record<string, SQLiteColumn>).map(
    ([name, column]) => ({ name, column, asItIs: AS_IT_IS.has(column.dataType) }),
  );
  const known = built((db) => {
    const { sql: text, params } = db.select().from(table).where(where()).toSQL();
    return { statement: clientOf(db).prepare<unknown[], unknown[]>(text).raw(), slots: params.map(slotOf) };
  });
  const named = (values: readonly unknown[]) => {
    const row: Record<string, unknown> = {};
    for (let index = 0; index < columns.length; index++) {
      const { name, column, asItIs } = columns[index]!;
      const value = values[index];
      row[name] = asItIs || value === null ? value : column.mapFromDriverValue(value);
    }
    return row as Table['$inferSelect'];
  };
  return (db, values) => {
    const { statement, slots } = known(db);
    return statement.all(...slots.map((slot) => slot(values))).map(named);
  };
}

/** Tells of a row that has a revision whether it is still the one that was read. */
export function asSeenIn(table: 'departures' | 'messages') {
  const revisionOf = built((db) =>
    clientOf(db).prepare<[string], number>(`SELECT revision FROM ${table} WHERE id = ?`).pluck(),
  );
  return (db: Reading, { id, revision }: { id: string; revision: number }): boolean =>
    revisionOf(db).get(id) === revision;
}

/**
 * A limit given with the other values. SQLite looks at a bare placeholder there as it plans, and so plans the query anew each time it
 * is given a value, which takes longer than most queries do.
 */
export const givenLimit = (name = 'limit'): Placeholder =>
  sql`0 + ${sql.placeholder(name)}` as unknown as Placeholder;

/** True for a column that is one of those in a JSON list, given as `ids`: however many, the query stays the same. */
export const among = (column: SQLiteColumn): SQL =>
  sql`${column} IN (SELECT value FROM json_each(${sql.placeholder('ids')}))`;

/** The columns a change sets, as a key; those set to nothing are marked, since nothing is no value to a column. */
export function columnsOf(values: object): string {
  let columns = '';
  for (const [name, value] of Object.entries(values))
    if (value !== undefined) columns += `${columns && ' '}${name}${value === null ? '=' : ''}`;
  return columns;
}

/** Columns, by name or as {@link columnsOf} gives them, set to placeholders of their names. */
export function placeholders<Row extends object = Record<string, SQL>>(columns: string): Row {
  return Object.fromEntries(
    columns
      .split(' ')
      .map((name) => (name.endsWith('=') ? [name.slice(0, -1), sql`NULL`] : [name, sql.placeholder(name)])),
  ) as Row;
}
