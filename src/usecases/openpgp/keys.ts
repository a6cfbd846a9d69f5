/** OpenPGP keys: those of others as they come, mine made or brought along. */
import { addressKey } from '#core/message/address';
import { identityOf } from '#core/message/details';
import { fingerprintWords, onlyFor, whyUnusable, type KeySource, type KnownKey } from '#core/openpgp/key';
import {
  armored,
  lockKey,
  makeKey,
  merged,
  openKey,
  WrongPassphrase,
  type ReadKey,
} from '#mail/openpgp/keys';
import {
  allKeys,
  findKey,
  keepKey,
  keysOf,
  removeKeyRow,
  setUsed,
  type KeyRow,
  type StoredKey,
} from '#store/keys';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused } from '../errors';
import { readFileApart } from '../readApart';
import { readAttachment } from '../messages/attachments';
import { askedReaders } from '../moments/previewPlan';
import { forgetOpen, isOpen, lockKeys, putOpen, signingKey } from './keyring';
import { readerKeys } from './sealBody';

/** A key as it is shown. */
export interface KeyView extends KnownKey {
  /** In groups of four. */
  words: string;
  /** Why it cannot be used; null where it can. */
  unusable: string | null;
  /** It is mine, and its passphrase has been typed. */
  open: boolean;
}

/** Fewer letters are guessed by whoever has the file. */
const SHORTEST_PASSPHRASE = 8;

const view = (desk: Desk, key: KnownKey): KeyView => ({
  ...key,
  words: fingerprintWords(key.fingerprint),
  // Keys live by the machine’s clock, as those who read with them do.
  unusable: whyUnusable(key, Date.now()) ?? null,
  open: key.mine && isOpen(desk, key.fingerprint),
});

const viewOf = (desk: Desk, { certificate: _, ...key }: StoredKey): KeyView => view(desk, key);

/** Mine first. @param addresses only those for any of these; undefined: all */
export const listKeys = (desk: Desk, addresses?: readonly string[]): KeyView[] =>
  (addresses ? keysOf(desk.store.db, addresses) : allKeys(desk.store.db)).map((key) => viewOf(desk, key));

function keyRow(db: Reading, fingerprint: string): KeyRow {
  const key = findKey(db, fingerprint);
  if (!key) throw new NotFound('There is no such key.');
  return key;
}

/** @throws NotFound */
export function readKeyOf(desk: Desk, fingerprint: string): KeyView {
  const { facts, source, used, at, secret } = keyRow(desk.store.db, fingerprint);
  return view(desk, { ...facts, source, used, at, mine: secret !== null });
}

/**
 * Keeps a key. What is new of one that is known is added to it; whether it is used stays as it was, unless somebody says so.
 * Another one for somebody whose key is used waits until somebody says that this is the one.
 */
export async function keepRead(
  desk: Desk,
  read: ReadKey,
  source: Exclude<KeySource, 'header'>,
  secret?: Buffer,
): Promise<string> {
  const { db } = desk.store;
  const before = findKey(db, read.facts.fingerprint);
  const both = before ? await together(before, read) : read;
  desk.store.write((tx) => {
    const { facts } = both;
    const mine = secret ?? before?.secret ?? null;
    const used = before?.used === true || mine !== null || !othersUsed(tx, both);
    keepKey(tx, {
      certificate: Buffer.from(both.certificate),
      secret: mine,
      facts,
      source,
      used,
      at: before?.at ?? desk.now(tx),
    });
  });
  return read.facts.fingerprint;
}

/** Two copies of one key, for whom either of them is kept. */
async function together(before: KeyRow, come: ReadKey): Promise<ReadKey> {
  const both = await merged(before.certificate, come.certificate);
  const people = [...before.facts.people, ...come.facts.people].map(({ address }) => address);
  return { ...both, facts: onlyFor(both.facts, people) };
}

/** True where somebody it is for is written to with another key, which still can be used. */
const othersUsed = (tx: Tx, { facts }: ReadKey): boolean =>
  keysOf(
    tx,
    facts.people.map(({ address }) => address),
  ).some((key) => key.used && key.fingerprint !== facts.fingerprint && !whyUnusable(key, Date.now()));

/**
 * Takes the keys of a file in.
 * @param bytes armored or binary
 * @param passphrase of what is secret in it: mine
 * @throws (rejects) Invalid where there is none in it, or it is not its passphrase
 */
export async function takeKeys(
  desk: Desk,
  bytes: Buffer,
  source: 'file' | 'card' | 'mail',
  passphrase?: string,
): Promise<KeyView[]> {
  const read = await readFileApart('keys', [bytes], bytes.length);
  // All of them, or none.
  if (passphrase === undefined && read.some(({ secret }) => secret))
    throw new Invalid('It holds a secret key: type its passphrase as well.', 'passphrase');
  const taken: string[] = [];
  for (const key of read) {
    if (key.secret) taken.push(await bringKey(desk, key, passphrase!));
    else if (key.facts.people.length > 0) taken.push(await keepRead(desk, key, source));
  }
  if (taken.length === 0) throw new Invalid('None of its keys names an address.', 'text');
  return taken.map((fingerprint) => readKeyOf(desk, fingerprint));
}

/** A key of mine that was made elsewhere. One that is not locked is locked with the passphrase given. */
async function bringKey(desk: Desk, key: ReadKey, passphrase: string): Promise<string> {
  if (!key.locked) checkPassphrase(passphrase);
  try {
    const open = await openKey(key.secret!, passphrase);
    const secret = key.locked ? key.secret! : await lockKey(open, passphrase);
    const fingerprint = await keepRead(desk, key, 'file', Buffer.from(secret));
    putOpen(desk, [[fingerprint, open]]);
    return fingerprint;
  } catch (error) {
    if (error instanceof WrongPassphrase) throw new Invalid(error.message, 'passphrase');
    throw error;
  }
}

function checkPassphrase(passphrase: string): void {
  if (passphrase.length < SHORTEST_PASSPHRASE)
    throw new Invalid(
      `Use at least ${SHORTEST_PASSPHRASE} letters: several words are easy to keep.`,
      'passphrase',
    );
}

/**
 * A new key for one of my identities.
 * @param identity null: the main one
 * @throws (rejects) Invalid
 */
export async function makeOwnKey(desk: Desk, identity: string | null, passphrase: string): Promise<KeyView> {
  checkPassphrase(passphrase);
  const { name, address } = identityOf(desk.settings(), identity);
  if (!address) throw new Invalid('Tell Oak Lantern your own address first, in Settings.', 'identity');
  const made = await makeKey({ name, address }, passphrase);
  const fingerprint = await keepRead(desk, made, 'made', Buffer.from(made.secret));
  putOpen(desk, [[fingerprint, await openKey(made.secret, passphrase)]]);
  return readKeyOf(desk, fingerprint);
}

/**
 * Whether it is used from now on; of one that is, the others of the same people are not.
 * @throws NotFound; Refused of mine
 */
export function useKey(desk: Desk, fingerprint: string, used: boolean): KeyView {
  desk.store.write((tx) => {
    const key = keyRow(tx, fingerprint);
    if (key.secret) throw new Refused('It is yours: it is used as long as it is here.');
    if (used) {
      const people = new Set(key.facts.people.map(({ address }) => addressKey(address)));
      for (const other of keysOf(tx, [...people]))
        if (other.used && !other.mine && other.fingerprint !== fingerprint)
          setUsed(tx, other.fingerprint, false);
    }
    setUsed(tx, fingerprint, used);
  });
  return readKeyOf(desk, fingerprint);
}

/** @throws NotFound */
export function removeKey(desk: Desk, fingerprint: string): void {
  desk.store.writeOver((tx) => {
    keyRow(tx, fingerprint);
    removeKeyRow(tx, fingerprint);
  });
  forgetOpen(desk, fingerprint);
}

/**
 * Another passphrase for a key of mine; all of them are locked then.
 * @throws (rejects) NotFound, Invalid; Refused of somebody else’s
 */
export async function changePassphrase(
  desk: Desk,
  fingerprint: string,
  before: string,
  after: string,
): Promise<void> {
  checkPassphrase(after);
  const key = keyRow(desk.store.db, fingerprint);
  if (!key.secret) throw new Refused('It is not yours.');
  try {
    const secret = Buffer.from(await lockKey(await openKey(key.secret, before), after));
    desk.store.writeOver((tx) => keepKey(tx, { ...keyRow(tx, fingerprint), secret }));
  } catch (error) {
    if (error instanceof WrongPassphrase) throw new Invalid(error.message, 'before');
    throw error;
  }
  lockKeys(desk);
}

/**
 * In armor, to be given to others, or kept.
 * @param secret with what is secret, locked by its passphrase
 * @throws (rejects) NotFound
 */
export async function exportKey(desk: Desk, fingerprint: string, secret: boolean): Promise<string> {
  const key = keyRow(desk.store.db, fingerprint);
  if (secret && !key.secret) throw new NotFound('There is nothing secret of this key here.');
  return armored(secret ? key.secret! : key.certificate);
}

/**
 * Who of these can be written to encrypted, and with which key it is signed.
 * @param from as whom it is written
 * @param recipients addresses, and groups by their names, as they are typed
 * @throws Invalid
 */
export function readerKeysOf(
  desk: Desk,
  from: string,
  recipients: readonly string[],
): { own: KeyView | null; readers: { address: string; key: KeyView | null }[] } {
  const addresses = askedReaders(
    desk,
    recipients.map((address) => ({ address })),
  ).map(({ address }) => address);
  const { keys } = readerKeys(desk.store.db, addresses);
  const own = signingKey(desk, from, Date.now());
  return {
    own: own ? readKeyOf(desk, own.key.fingerprint) : null,
    readers: addresses.map((address) => {
      const key = keys.get(addressKey(address));
      return { address, key: key ? viewOf(desk, key) : null };
    }),
  };
}

/** The bytes of keys as they are given, and where they come from. @throws (rejects) NotFound */
export async function keyBytes(
  desk: Desk,
  given: { text?: string; base64?: string; attachment?: string },
): Promise<{ bytes: Buffer; source: 'file' | 'mail' }> {
  if (given.attachment !== undefined)
    return { bytes: (await readAttachment(desk, given.attachment)).bytes, source: 'mail' };
  const bytes =
    given.base64 === undefined ? Buffer.from(given.text ?? '') : Buffer.from(given.base64, 'base64');
  return { bytes, source: 'file' };
}
