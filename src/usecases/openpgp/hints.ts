/** Keys that come with somebody’s mail in a header (Autocrypt, §2.3): hints, not used until somebody says so. */
import { onlyFor } from '#core/openpgp/key';
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
  // Whomever else the key names, their mail does not say that it is theirs.
  const facts = onlyFor(hint.facts, [fromAddress]);
  if (facts.people.length === 0 || findKey(tx, facts.fingerprint)) return;
  const earlier = keysOf(tx, [fromAddress]).filter(({ source, used }) => source === 'header' && !used);
  if (earlier.some((key) => key.at > written)) return;
  for (const { fingerprint } of earlier) removeKeyRow(tx, fingerprint);
  keepKey(tx, {
    certificate: Buffer.from(hint.certificate),
    secret: null,
    facts,
    source: 'header',
    used: false,
    at: written,
  });
}
