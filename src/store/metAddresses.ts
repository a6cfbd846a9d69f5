/** The addresses past mail went to or came from. */
import { desc, sql } from 'drizzle-orm';
import { metAddresses } from './schema';
import { insertMany } from './many';
import type { Reading, Tx } from './store';
import { likePattern, mentions } from './mentions';

export type MetAddress = typeof metAddresses.$inferSelect;

/** Notes that a message at `at` (epoch ms) went to them, or came from them. */
export function noteMet(tx: Tx, people: readonly { name: string; address: string }[], at: number): void {
  insertMany(
    tx,
    'INTO met_addresses (address, spelled, name, times, last_at)',
    people
      .filter(({ address }) => address)
      .map(({ name, address }) => [address.toLowerCase(), address, name, 1, at]),
    // A name once known is not forgotten because a later message had none.
    `ON CONFLICT (address) DO UPDATE SET spelled = excluded.spelled, times = times + 1,
      name = coalesce(nullif(excluded.name, ''), name), last_at = max(last_at, excluded.last_at)`,
  );
}

/** Those with `words` in name or address, whom I wrote with most first. */
export function searchMet(db: Reading, words: string, limit: number): MetAddress[] {
  const pattern = likePattern(words);
  return db
    .select()
    .from(metAddresses)
    .where(
      sql`${mentions(sql`${metAddresses.address}`, pattern)} OR ${mentions(sql`${metAddresses.name}`, pattern)}`,
    )
    .orderBy(desc(metAddresses.times), desc(metAddresses.lastAt))
    .limit(limit)
    .all();
}
