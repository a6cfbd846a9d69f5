/** Whether somebody is me. */
import { addressKey } from '#core/message/address';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';

/** One of my own addresses. */
export function isMine(desk: Desk, db: Reading, address: string): boolean {
  const { me, identities } = desk.settings(db);
  return [me, ...identities].some((own) => addressKey(own.address) === addressKey(address));
}
