/** Queries built once for each connection: what the engine asks many times a second is not put together anew. */
import { sql, type SQL } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import type { Db, Reading } from './store';

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
