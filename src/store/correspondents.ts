/** The people one writes with. */
import { eq, inArray } from 'drizzle-orm';
import { addressKey } from '../core/message/address';
import { correspondentAddresses, correspondents } from './schema';
import type { Reading, Tx } from './store';

export interface Correspondent {
  id: string;
  name: string;
  zone: string | null;
  place: string | null;
  addresses: string[];
}

export function allCorrespondents(db: Reading): Correspondent[] {
  const people = db.select().from(correspondents).orderBy(correspondents.name).all();
  const addresses = db.select().from(correspondentAddresses).all();
  const byOwner = new Map<string, string[]>();
  for (const { correspondentId, address } of addresses) {
    byOwner.set(correspondentId, [...(byOwner.get(correspondentId) ?? []), address]);
  }
  return people.map((person) => ({ ...person, addresses: byOwner.get(person.id) ?? [] }));
}

/** Who writes from these addresses: by lower-case address; strangers are missing. */
export function correspondentsAt(
  db: Reading,
  addresses: string[],
): Map<string, typeof correspondents.$inferSelect> {
  if (addresses.length === 0) return new Map();
  const rows = db
    .select()
    .from(correspondentAddresses)
    .innerJoin(correspondents, eq(correspondents.id, correspondentAddresses.correspondentId))
    .where(inArray(correspondentAddresses.address, addresses.map(addressKey)))
    .all();
  return new Map(rows.map((row) => [row.correspondent_addresses.address, row.correspondents]));
}

export function insertCorrespondent(tx: Tx, person: Correspondent): void {
  const { addresses, ...row } = person;
  tx.insert(correspondents).values(row).run();
  for (const address of addresses) {
    tx.insert(correspondentAddresses)
      .values({ address: addressKey(address), correspondentId: person.id })
      .run();
  }
}
