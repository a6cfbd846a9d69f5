/** Links that lead through here. */
import { eq, sql } from 'drizzle-orm';
import { visitLinks } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type VisitLink = typeof visitLinks.$inferSelect;

export function insertVisitLinks(tx: Tx, links: readonly VisitLink[]): void {
  for (const link of links) tx.insert(visitLinks).values(link).run();
}

const byToken = built((db) =>
  db
    .select()
    .from(visitLinks)
    .where(eq(visitLinks.token, sql.placeholder('token')))
    .prepare(),
);

export const findVisitLink = (db: Reading, token: string): VisitLink | undefined =>
  byToken(db).get({ token });
