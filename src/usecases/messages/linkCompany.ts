/** With whom the links of a message were shared before. */
import { addressKey } from '#core/message/address';
import { domainOf } from '#core/hold/rule';
import { linkCompany as companyOf } from '#store/links';
import type { Desk } from '../desk';

/**
 * The links known from messages with other organisations only: none of the recipients', and more than my own.
 * @param message the one they stand in, which does not count
 */
export function linkCompany(
  desk: Desk,
  urls: readonly string[],
  recipients: readonly string[],
  message?: string,
): { url: string; organisations: string[] }[] {
  const { me, identities } = desk.settings();
  const mine = new Set([me, ...identities].map(({ address }) => domainOf(addressKey(address))));
  const here = new Set(recipients.map((address) => domainOf(addressKey(address))));
  const byUrl = new Map<string, Set<string>>();
  for (const { url, address } of companyOf(desk.store.db, urls, message)) {
    const organisation = domainOf(addressKey(address));
    if (mine.has(organisation)) continue;
    byUrl.set(url, (byUrl.get(url) ?? new Set()).add(organisation));
  }
  return [...byUrl].flatMap(([url, organisations]) =>
    [...organisations].some((each) => here.has(each)) || [...here].every((each) => mine.has(each))
      ? []
      : [{ url, organisations: [...organisations].sort() }],
  );
}
