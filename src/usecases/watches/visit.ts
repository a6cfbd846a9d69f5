/** A link in a message was opened. */
import { findVisitLink } from '#store/visitLinks';
import { watchesOf } from '#store/watches';
import type { Desk } from '../desk';
import { settle } from './endWatch';

/**
 * Settles what waits for it, or has waited in vain.
 * @returns where the link leads, fit for a header; undefined where there is no such link
 * @param counts false where only a program looks what is there
 */
export function visit(desk: Desk, token: string, counts: boolean): string | undefined {
  const link = findVisitLink(desk.store.db, token);
  if (!link) return undefined;
  const unsettled = () =>
    watchesOf(desk.store.db, link.messageId === null ? [] : [link.messageId]).filter(
      ({ state, settledBy, since, copy }) =>
        (state === 'waiting' || state === 'ran-out') &&
        settledBy === 'visit' &&
        since !== null &&
        (copy === '' || copy === link.copy),
    );
  if (counts && unsettled().length > 0)
    desk.store.write((tx) => {
      const now = desk.now(tx);
      for (const watch of unsettled()) settle(desk, tx, watch, now, null, `${link.url} was opened`);
    });
  // Letters of all scripts stand in links, and none but ASCII in a header (RFC 9110 §5.5).
  return new URL(link.url).href;
}
