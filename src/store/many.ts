/** Rows by the thousand in one statement: what a message names by the thousand must not hold the file for long. */
import { builtBy, clientOf } from './built';
import type { Tx } from './store';

/** @param key `INTO table (columns)`, then, after `;`, what follows the rows, such as a conflict clause */
const statement = builtBy((db, key) => {
  const [into = '', after = ''] = key.split(';');
  const count = into.split(',').length;
  const columns = Array.from({ length: count }, (_, index) => `value ->> ${index}`).join(', ');
  // Without a condition the parser would take a conflict clause for that of a join.
  const text = `INSERT ${into} SELECT ${columns} FROM json_each(?) WHERE true ${after}`;
  return clientOf(db).prepare<[string]>(text);
});

/** A single one, which needs no list. */
const one = builtBy((db, key) => {
  const [into = '', after = ''] = key.split(';');
  const values = into.replace(/^[^(]*\(/, '(').replace(/[^(),]+/g, '?');
  return clientOf(db).prepare(`INSERT ${into} VALUES ${values} ${after}`);
});

/**
 * @param into `INTO table (columns)`, with the file's own names
 * @param rows the values of each in that order: texts, whole numbers and null
 * @param after what follows, such as `ON CONFLICT DO NOTHING`
 */
export function insertMany(
  tx: Tx,
  into: `INTO ${string}`,
  rows: readonly (readonly (string | number | null)[])[],
  after = '',
): void {
  const key = `${into};${after}`;
  if (rows.length === 1) one(tx, key).run(...rows[0]!);
  else if (rows.length > 0) statement(tx, key).run(JSON.stringify(rows));
}
