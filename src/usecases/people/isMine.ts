/** Whether somebody is me. */
import { addressKey } from '#core/message/address';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';

/** Tells one of my own addresses; to be asked many times. */
export function mineIn(desk: Desk, db: Reading): (address: string) => boolean {
  const { me, identities } = desk.settings(db);
  const own = new Set([me, ...identities].map(({ address }) => addressKey(address)));
  return (address) => own.has(addressKey(address));
}

/** One of my own addresses. */
export const isMine = (desk: Desk, db: Reading, address: string): boolean => mineIn(desk, db)(address);
