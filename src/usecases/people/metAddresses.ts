/** Whom past mail went to or came from, for completing addresses. */
import { searchMet, type MetAddress } from '#store/metAddresses';
import type { Desk } from '../desk';

/** Those with `words` in name or address, the most written with first; my own addresses are left out. */
export function metAddresses(desk: Desk, words: string, limit: number): MetAddress[] {
  const { me, identities } = desk.settings();
  const mine = new Set([me, ...identities].map(({ address }) => address.toLowerCase()));
  return searchMet(desk.store.db, words.trim(), limit + mine.size)
    .filter(({ address }) => !mine.has(address))
    .slice(0, limit);
}
