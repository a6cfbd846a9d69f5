/** Keys that come with somebody’s mail in a header (Autocrypt, §2.3): hints, not used until somebody says so. */
import { addressKey } from '#core/message/address';
import type { ReadKey } from '#mail/openpgp/keys';
import { findKey, keepKey, keysOf, removeKeyRow } from '#store/keys';
import type { Message } from '#store/messages';
import type { Tx } from '#store/store';

/**
 * Of one sender the newest hint is kept; what is known of a key already is left to those who add to it by hand.
 * @param now epoch ms: what says it was written later is of no use
 */
export function noteHint(tx: Tx, hint: ReadKey | null, message: Message, now: number): void {
  if (!hint) return;
  const { fromAddress, writtenAt, at } = message;
  const written = Math.min(writtenAt ?? at, now);
  const { facts, certificate } = hint;
  if (!facts.people.some(({ address }) => addressKey(address) === addressKey(fromAddress))) return;
  if (findKey(tx, facts.fingerprint)) return;
  const earlier = keysOf(tx, [fromAddress]).filter(({ source, used }) => source === 'header' && !used);
  if (earlier.some((key) => key.at > written)) return;
  for (const { fingerprint } of earlier) removeKeyRow(tx, fingerprint);
  keepKey(tx, {
    certificate: Buffer.from(certificate),
    secret: null,
    facts,
    source: 'header',
    used: false,
    at: written,
  });
}
