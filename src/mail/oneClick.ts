/** Leaving a mailing list by one request (RFC 8058). */
import ipaddr from 'ipaddr.js';
import { dkimVerify } from 'mailauth/lib/dkim/verify';
import { lookup, type LookupAddress, type LookupOptions } from 'node:dns';
import { resolve } from 'node:dns/promises';
import { request, type RequestOptions } from 'node:https';
import { ONE_CLICK } from '#core/message/mailingList';

/** Looks up a record of the domain name system. */
export type Resolver = (name: string, type: string) => Promise<string[][]>;

const FIELDS = ['list-unsubscribe', 'list-unsubscribe-post'];
const PATIENCE_MS = 30_000;

/**
 * Whether somebody answers for what a message says of leaving its list: a valid signature (RFC 6376) covers both
 * fields, and neither stands there twice (RFC 8058 §4). Else anybody could have requests sent from here.
 * @throws (rejects) where the key could not be looked up at the moment
 */
export async function isAnsweredFor(
  source: Buffer,
  resolver: Resolver = (name, type) => resolve(name, type) as Promise<string[][]>,
): Promise<boolean> {
  const { headers, results } = await dkimVerify(source, { resolver });
  const own = headers?.parsed ?? [];
  if (FIELDS.some((field) => own.filter(({ key }) => key === field).length !== 1)) return false;
  const covering = results.filter(({ signingHeaders }) => {
    const keys = (signingHeaders?.keys ?? '').toLowerCase().split(/[:\s]+/);
    return FIELDS.every((field) => keys.includes(field));
  });
  if (covering.some(({ status }) => status.result === 'pass')) return true;
  const unsure = covering.find(({ status }) => status.result === 'temperror');
  if (unsure) throw new Error(String(unsure.status.comment));
  return false;
}

/** Addresses that everybody can reach; nothing within this machine or its network is asked on behalf of a message. */
const isPublic = (address: string): boolean => ipaddr.process(address).range() === 'unicast';

/** Looks a host up and gives only addresses `may` allows. */
const lookupOf =
  (may: (address: string) => boolean) =>
  (
    host: string,
    options: LookupOptions,
    done: (error: Error | null, address: string | LookupAddress[], family?: number) => void,
  ): void =>
    lookup(host, { ...options, all: true }, (error, all) => {
      const allowed = error ? [] : all.filter(({ address }) => may(address));
      if (error || !allowed[0]) return done(error ?? new Error(`${host} is not on the public network`), []);
      if (options.all) done(null, allowed);
      else done(null, allowed[0].address, allowed[0].family);
    });

/**
 * Asks the page of a list to end a subscription: no cookies, nothing of who asks, no redirect is followed (RFC 8058 §3.1).
 * @returns the status of its answer
 * @throws (rejects) where it cannot be reached, or is none of the public network
 */
export function postOneClick(
  page: string,
  may: (address: string) => boolean = isPublic,
  more: Pick<RequestOptions, 'rejectUnauthorized'> = {},
): Promise<number> {
  return new Promise((resolve, reject) => {
    const url = new URL(page);
    // Addresses written as such are not looked up.
    const host = url.hostname.replace(/^\[|\]$/g, '');
    if (ipaddr.isValid(host) && !may(host)) return reject(new Error(`${host} is not on the public network`));
    const asked = request(
      url,
      {
        method: 'POST',
        headers: {
          'content-type': 'application/x-www-form-urlencoded',
          'content-length': ONE_CLICK.length,
        },
        signal: AbortSignal.timeout(PATIENCE_MS),
        lookup: lookupOf(may),
        ...more,
      },
      (response) => {
        // What it says besides is nobody's.
        response.resume();
        resolve(response.statusCode ?? 0);
        response.destroy();
      },
    );
    asked.on('error', reject);
    asked.end(ONE_CLICK);
  });
}
