/** Files of past mail that are taken in, and what of them was kept aside. */
import { and, desc, eq, sql } from 'drizzle-orm';
import { imports, setAside } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type Import = typeof imports.$inferSelect;
export type SetAside = typeof setAside.$inferSelect;

export const findImport = (db: Reading, id: string): Import | undefined =>
  db.select().from(imports).where(eq(imports.id, id)).get();

export const findImportOf = (db: Reading, name: string, size: number): Import | undefined =>
  db
    .select()
    .from(imports)
    .where(and(eq(imports.name, name), eq(imports.size, size)))
    .get();

export const insertImport = (tx: Tx, row: typeof imports.$inferInsert): Import =>
  tx.insert(imports).values(row).returning().get();

export const updateImport = (tx: Tx, id: string, patch: Partial<Import>): Import =>
  tx.update(imports).set(patch).where(eq(imports.id, id)).returning().get();

export const listImports = (db: Reading, limit: number): Import[] =>
  db.select().from(imports).orderBy(desc(imports.createdAt)).limit(limit).all();

export const keepAside = (tx: Tx, row: typeof setAside.$inferInsert): void =>
  void tx.insert(setAside).values(row).run();

const aside = built((db) =>
  db
    .select({ one: sql`1` })
    .from(setAside)
    .where(and(eq(setAside.name, sql.placeholder('name')), eq(setAside.bytes, sql.placeholder('bytes'))))
    .prepare(),
);

/** True where exactly this of that file is kept aside already. */
export const isAside = (db: Reading, name: string, bytes: Buffer): boolean =>
  aside(db).get({ name, bytes }) !== undefined;

export const listSetAside = (db: Reading, limit: number): Omit<SetAside, 'bytes'>[] =>
  db
    .select({ id: setAside.id, name: setAside.name, reason: setAside.reason, at: setAside.at })
    .from(setAside)
    .orderBy(desc(setAside.at))
    .limit(limit)
    .all();

export const findSetAside = (db: Reading, id: string): SetAside | undefined =>
  db.select().from(setAside).where(eq(setAside.id, id)).get();
