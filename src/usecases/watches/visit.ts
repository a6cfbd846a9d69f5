/** A link in a message was opened. */
import { findVisitLink } from '#store/visitLinks';
import { watchesOf } from '#store/watches';
import type { Desk } from '../desk';
import { settle } from './endWatch';

/**
 * Settles what waits for it. @returns where the link leads; undefined where there is no such link
 * @param counts false where only a program looks what is there
 */
export function visit(desk: Desk, token: string, counts: boolean): string | undefined {
  const link = findVisitLink(desk.store.db, token);
  if (!link) return undefined;
  const waiting = () =>
    watchesOf(desk.store.db, link.messageId === null ? [] : [link.messageId]).filter(
      ({ state, settledBy, since, copy }) =>
        state === 'waiting' && settledBy === 'visit' && since !== null && (copy === '' || copy === link.copy),
    );
  if (counts && waiting().length > 0)
    desk.store.write((tx) => {
      const now = desk.now(tx);
      for (const watch of waiting()) settle(desk, tx, watch, now, null, `${link.url} was opened`);
    });
  return link.url;
}
