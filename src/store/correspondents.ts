/** The people one writes with. */
import { eq, inArray, sql } from 'drizzle-orm';
import { addressKey } from '#core/message/address';
import { correspondentAddresses, correspondents } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type CorrespondentRow = typeof correspondents.$inferSelect;

export interface Correspondent extends CorrespondentRow {
  /** Lower case, in the order they were given. */
  addresses: string[];
}

function withAddresses(db: Reading, people: CorrespondentRow[], all: boolean): Correspondent[] {
  const rows = db.select().from(correspondentAddresses);
  const ids = people.map(({ id }) => id);
  const addresses = all ? rows.all() : rows.where(inArray(correspondentAddresses.correspondentId, ids)).all();
  const byOwner = new Map<string, string[]>();
  for (const { correspondentId, address } of addresses) {
    const own = byOwner.get(correspondentId);
    if (own) own.push(address);
    else byOwner.set(correspondentId, [address]);
  }
  return people.map((person) => ({ ...person, addresses: byOwner.get(person.id) ?? [] }));
}

/** Everyone, by name. */
export function allCorrespondents(db: Reading): Correspondent[] {
  const people = db
    .select()
    .from(correspondents)
    .orderBy(sql`folded(${correspondents.name})`)
    .all();
  return withAddresses(db, people, true);
}

export function findCorrespondent(db: Reading, id: string): Correspondent | undefined {
  const people = db.select().from(correspondents).where(eq(correspondents.id, id)).all();
  return withAddresses(db, people, false)[0];
}

/** Those there are of some ids, by name. */
export function findCorrespondents(db: Reading, ids: readonly string[]): Correspondent[] {
  if (ids.length === 0) return [];
  const people = db
    .select()
    .from(correspondents)
    .where(inArray(correspondents.id, [...ids]))
    .orderBy(sql`folded(${correspondents.name})`)
    .all();
  return withAddresses(db, people, false);
}

const personAt = built((db) =>
  db
    .select()
    .from(correspondentAddresses)
    .innerJoin(correspondents, eq(correspondents.id, correspondentAddresses.correspondentId))
    .where(eq(correspondentAddresses.address, sql.placeholder('address')))
    .prepare(),
);

/** Who writes from this address. */
export const correspondentAt = (db: Reading, address: string): CorrespondentRow | undefined =>
  personAt(db).get({ address: addressKey(address) })?.correspondents;

const allAddressesOf = built((db) =>
  db
    .select({ address: correspondentAddresses.address })
    .from(correspondentAddresses)
    .where(eq(correspondentAddresses.correspondentId, sql.placeholder('id')))
    .prepare(),
);

/** All addresses of who writes from this one, lower case, this one first; of a stranger it alone. */
export function addressesBeside(db: Reading, address: string): string[] {
  const person = correspondentAt(db, address);
  const all = person ? allAddressesOf(db).all({ id: person.id }) : [];
  return [...new Set([addressKey(address), ...all.map((each) => each.address)])];
}

/** Who writes from these addresses: by lower-case address; strangers are missing. */
export function correspondentsAt(db: Reading, addresses: string[]): Map<string, CorrespondentRow> {
  const found = new Map<string, CorrespondentRow>();
  for (const address of new Set(addresses.map(addressKey))) {
    const person = correspondentAt(db, address);
    if (person) found.set(address, person);
  }
  return found;
}

function setAddresses(tx: Tx, correspondentId: string, addresses: readonly string[]): void {
  tx.delete(correspondentAddresses).where(eq(correspondentAddresses.correspondentId, correspondentId)).run();
  for (const address of new Set(addresses.map(addressKey)))
    tx.insert(correspondentAddresses).values({ address, correspondentId }).run();
}

/** @throws the database's error where an address belongs to somebody else */
export function insertCorrespondent(
  tx: Tx,
  { addresses, ...row }: typeof correspondents.$inferInsert & { addresses: readonly string[] },
): void {
  tx.insert(correspondents).values(row).run();
  setAddresses(tx, row.id, addresses);
}

/** Changes what is given. @throws the database's error where an address belongs to somebody else */
export function updateCorrespondent(tx: Tx, id: string, patch: Partial<Correspondent>): void {
  const { addresses, ...row } = patch;
  if (Object.keys(row).length) tx.update(correspondents).set(row).where(eq(correspondents.id, id)).run();
  if (addresses) setAddresses(tx, id, addresses);
}

export function deleteCorrespondent(tx: Tx, id: string): void {
  tx.delete(correspondents).where(eq(correspondents.id, id)).run();
}
