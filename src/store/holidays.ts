/** Public holidays read from calendar files. */
import { eq } from 'drizzle-orm';
import { holidays } from './schema';
import type { Reading, Tx } from './store';

/** Names by date; undefined where no file was added for the country. */
export function holidaysAdded(db: Reading, country: string): Record<string, string> | undefined {
  const rows = db.select().from(holidays).where(eq(holidays.country, country)).all();
  return rows.length ? Object.fromEntries(rows.map(({ date, name }) => [date, name])) : undefined;
}

/** Replaces what was added for a country. */
export function replaceHolidays(tx: Tx, country: string, days: Readonly<Record<string, string>>): void {
  tx.delete(holidays).where(eq(holidays.country, country)).run();
  for (const [date, name] of Object.entries(days)) tx.insert(holidays).values({ country, date, name }).run();
}
