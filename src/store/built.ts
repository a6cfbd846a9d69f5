/** Queries built once for each connection: what the engine asks many times a second is not put together anew. */
import type { Database } from 'better-sqlite3';
import { is, Param, Placeholder, sql, type SQL } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
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
