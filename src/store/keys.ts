/** OpenPGP keys: mine and those of others. */
import { asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { addressKey } from '#core/message/address';
import type { KnownKey } from '#core/openpgp/key';
import { keyAddresses, keys } from './schema';
import { among, built } from './built';
import { noteChange } from './journal';
import type { Reading, Tx } from './store';

export type KeyRow = typeof keys.$inferSelect;

/** A key as it is chosen by. */
export type StoredKey = KnownKey & Pick<KeyRow, 'certificate'>;

const columns = {
  fingerprint: keys.fingerprint,
  certificate: keys.certificate,
  facts: keys.facts,
  source: keys.source,
  used: keys.used,
  at: keys.at,
  mine: sql<number>`${keys.secret} IS NOT NULL`.as('mine'),
};

type Listed = Pick<KeyRow, 'certificate' | 'facts' | 'source' | 'used' | 'at'> & { mine: number };

const known = ({ facts, certificate, source, used, at, mine }: Listed): StoredKey => ({
  ...facts,
  certificate,
  source,
  used,
  at,
  mine: mine === 1,
});

/** Mine first. */
export const allKeys = (db: Reading): StoredKey[] =>
  db
    .select(columns)
    .from(keys)
    .orderBy(sql`secret IS NULL`, asc(keys.at), asc(keys.fingerprint))
    .all()
    .map(known);

export const findKey = (db: Reading, fingerprint: string): KeyRow | undefined =>
  db.select().from(keys).where(eq(keys.fingerprint, fingerprint)).get();

/** Asked at every release. */
const everyOwn = built((db) =>
  db.select().from(keys).where(isNotNull(keys.secret)).orderBy(asc(keys.at)).prepare(),
);

/** Those that hold what is secret. */
export const ownKeys = (db: Reading): (KeyRow & { secret: Buffer })[] =>
  everyOwn(db)
    .all()
    .map((key) => ({ ...key, secret: key.secret! }));

const byAddresses = built((db) =>
  db
    .select(columns)
    .from(keys)
    .where(
      inArray(
        keys.fingerprint,
        db.select({ of: keyAddresses.fingerprint }).from(keyAddresses).where(among(keyAddresses.address)),
      ),
    )
    .prepare(),
);

/** The keys that are for any of these addresses. */
export const keysOf = (db: Reading, addresses: readonly string[]): StoredKey[] =>
  byAddresses(db)
    .all({ ids: JSON.stringify(addresses.map(addressKey)) })
    .map(known);

/** Keeps a key, or what is new of one that is there. */
export function keepKey(tx: Tx, key: Omit<KeyRow, 'fingerprint'>): void {
  const { fingerprint, people } = key.facts;
  tx.insert(keys)
    .values({ ...key, fingerprint })
    .onConflictDoUpdate({ target: keys.fingerprint, set: key })
    .run();
  tx.delete(keyAddresses).where(eq(keyAddresses.fingerprint, fingerprint)).run();
  for (const address of new Set(people.map((each) => addressKey(each.address))))
    tx.insert(keyAddresses).values({ address, fingerprint }).run();
  noteChange(tx, 'key', fingerprint);
}

export function setUsed(tx: Tx, fingerprint: string, used: boolean): void {
  tx.update(keys).set({ used }).where(eq(keys.fingerprint, fingerprint)).run();
  noteChange(tx, 'key', fingerprint);
}

export function removeKeyRow(tx: Tx, fingerprint: string): void {
  tx.delete(keys).where(eq(keys.fingerprint, fingerprint)).run();
  noteChange(tx, 'key', fingerprint);
}
