/** The addresses past mail went to or came from. */
import { desc, sql } from 'drizzle-orm';
import { metAddresses } from './schema';
import { built, placeholders } from './built';
import type { Reading, Tx } from './store';
import { likePattern, mentions } from './mentions';

export type MetAddress = typeof metAddresses.$inferSelect;

const meeting = built((db) =>
  db
    .insert(metAddresses)
    .values({ ...placeholders<typeof metAddresses.$inferInsert>('address spelled name lastAt'), times: 1 })
    .onConflictDoUpdate({
      target: metAddresses.address,
      set: {
        spelled: sql`excluded.spelled`,
        // A name once known is not forgotten because a later message had none.
        name: sql`coalesce(nullif(excluded.name, ''), ${metAddresses.name})`,
        times: sql`${metAddresses.times} + 1`,
        lastAt: sql`max(${metAddresses.lastAt}, excluded.last_at)`,
      },
    })
    .prepare(),
);

/** Notes that a message at `at` (epoch ms) went to them, or came from them. */
export function noteMet(tx: Tx, people: readonly { name: string; address: string }[], at: number): void {
  for (const { name, address } of people) {
    if (address) meeting(tx).run({ address: address.toLowerCase(), spelled: address, name, lastAt: at });
  }
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
