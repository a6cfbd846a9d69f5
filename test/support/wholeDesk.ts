/** All that is in a desk, to be compared with another. */
import { databasePath } from '#store/store';
import { openTables } from '#store/tables';
import type { Desk } from '#usecases/desk';

/** Who is signed in, and what was told of changes, is of one machine. */
const OF_THE_MACHINE = /^(sessions|changes)$/;

/** Every table as lines of JSON. */
export function wholeDesk({ dataDir }: Desk): Record<string, string[]> {
  const tables = openTables(databasePath(dataDir));
  try {
    return Object.fromEntries(
      tables.names
        .filter((name) => !OF_THE_MACHINE.test(name))
        .map((name) => [name, [...tables.rows(name)].map((row) => JSON.stringify(row))]),
    );
  } finally {
    tables.close();
  }
}
