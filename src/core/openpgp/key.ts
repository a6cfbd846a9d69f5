/** OpenPGP keys (RFC 9580) as they are chosen and spoken of; reading and using their bytes is elsewhere. */
import { addressKey } from '../message/address';

/** What a key says of itself. */
export interface KeyFacts {
  /** Hexadecimal, upper case: 40 digits of version 4, 64 of version 6 (RFC 9580 §5.5.4). */
  fingerprint: string;
  /** Whom it is for, by its valid user ids. */
  people: { name: string; address: string }[];
  /** Epoch ms. */
  createdAt: number;
  /** Epoch ms; null: never. */
  expiresAt: number | null;
  /** `RSA 4096`, `Curve 25519` */
  algorithm: string;
  revoked: boolean;
  canSign: boolean;
  canEncrypt: boolean;
}

/** Where a key came from. A header (Autocrypt) is only a hint: it is used once somebody has said so. */
export const KEY_SOURCES = ['made', 'file', 'card', 'mail', 'header'] as const;
export type KeySource = (typeof KEY_SOURCES)[number];

/** A key that is kept. */
export interface KnownKey extends KeyFacts {
  source: KeySource;
  /** Mail is encrypted to it, and what it has signed is taken as signed by them. */
  used: boolean;
  /** Mine: what it opens and signs needs its passphrase. */
  mine: boolean;
  /** When it was taken in, epoch ms. */
  at: number;
}

/** In groups of four, as people compare them. */
export const fingerprintWords = (fingerprint: string): string => fingerprint.replace(/(.{4})(?=.)/g, '$1 ');

/** Why a key cannot be used now, in words; undefined where it can. @param now epoch ms */
export function whyUnusable(key: KeyFacts, now: number): string | undefined {
  if (key.revoked) return 'Its owner has taken it back (revoked).';
  if (key.expiresAt !== null && key.expiresAt <= now) return 'It has expired.';
  if (!key.canEncrypt && !key.canSign) return 'It can neither encrypt nor sign.';
  return undefined;
}

/** True for a key of this address. */
export const isFor = (key: KeyFacts, address: string): boolean => {
  const wanted = addressKey(address);
  return key.people.some((each) => addressKey(each.address) === wanted);
};

/** A key as far as somebody who has these addresses can say whose it is: it may name anybody. */
export function onlyFor(key: KeyFacts, addresses: readonly string[]): KeyFacts {
  const own = new Set(addresses.map(addressKey));
  return { ...key, people: key.people.filter(({ address }) => own.has(addressKey(address))) };
}

/**
 * The key mail to an address is encrypted to: of those that are used the newest that can.
 * @param now epoch ms
 */
export function keyFor<K extends KnownKey>(keys: readonly K[], address: string, now: number): K | undefined {
  return keys
    .filter((key) => key.used && key.canEncrypt && isFor(key, address) && !whyUnusable(key, now))
    .sort((a, b) => b.createdAt - a.createdAt)[0];
}

/** Whether a message is encrypted: never; if everyone it goes to has a key; or always, so that it does not leave else. */
export const ENCRYPTS = ['no', 'if-all', 'yes'] as const;
export type Encrypt = (typeof ENCRYPTS)[number];

/** What is to be done with a message as it is sealed. */
export interface Sealing {
  sign: boolean;
  encrypt: boolean;
}

/**
 * What is asked for, decided by who has a key.
 * @param without addresses without a key
 * @returns `why` says in words what keeps it from being sealed as asked
 */
export function decideSealing(
  asked: { sign: boolean; encrypt: Encrypt },
  without: readonly string[],
): Sealing & { why?: string } {
  const encrypt = asked.encrypt === 'yes' || (asked.encrypt === 'if-all' && without.length === 0);
  const missing = asked.encrypt === 'yes' && without.length > 0;
  return {
    sign: asked.sign,
    encrypt,
    ...(missing && { why: `There is no key for ${listed(without)}: add one, or do not encrypt.` }),
  };
}

const SHOWN = 3;

/** The first of several addresses, and how many more there are. */
export function listed(addresses: readonly string[]): string {
  const shown = addresses.slice(0, SHOWN);
  const more = addresses.length - shown.length;
  return more > 0 ? `${shown.join(', ')} and ${more} more` : shown.join(', ');
}
