/** The keys that what is secret is sealed with: one that is said by `OAK_SECRET`, or one that lies in the data folder. */
import { chmodSync, existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { KEY_BYTES, keyFromWords, keyMark, seal, sealedWith, unseal } from './seal';

/** In the data folder; whoever has it and the database can read what is sealed. */
const KEY_FILE = 'secret.key';
const SHORTEST_SECRET = 16;
/** The words alone make the key, so that they are enough elsewhere; they are many. */
const SALT = Buffer.from('oak-lantern secret, version 1');

/** What is sealed cannot be read by the keys there are. `message` says so. */
export class SealedForGood extends Error {}

/** OAK_SECRET or the key file cannot be used. `message` says why. */
export class UnusableKey extends Error {}

let said: { words: string; key: Buffer } | undefined;

function saidKey(): Buffer | undefined {
  const words = process.env.OAK_SECRET;
  if (!words) return undefined;
  if (words.length < SHORTEST_SECRET)
    throw new UnusableKey(`OAK_SECRET is too short: use at least ${SHORTEST_SECRET} characters.`);
  if (said?.words !== words) said = { words, key: keyFromWords(words, SALT) };
  return said.key;
}

const keyPath = (dataDir: string) => join(dataDir, KEY_FILE);

function fileKey(dataDir: string): Buffer | undefined {
  const path = keyPath(dataDir);
  if (!existsSync(path)) return undefined;
  if ((statSync(path).mode & 0o077) !== 0) chmodSync(path, 0o600);
  const key = Buffer.from(readFileSync(path, 'utf8').trim(), 'base64');
  if (key.length !== KEY_BYTES)
    throw new UnusableKey(
      `${path} is no key. Bring it back from where it was kept, or move it away to begin with a new one.`,
    );
  return key;
}

function newFileKey(dataDir: string): Buffer {
  const key = randomBytes(KEY_BYTES);
  try {
    writeFileSync(keyPath(dataDir), `${key.toString('base64')}\n`, { flag: 'wx', mode: 0o600 });
    return key;
  } catch (error) {
    // Another process of ours was faster.
    if ((error as { code?: string }).code === 'EEXIST') return fileKey(dataDir)!;
    throw error;
  }
}

/** All there are, that which seals first. */
const keysOf = (dataDir: string): Buffer[] =>
  [saidKey(), fileKey(dataDir)].filter((key) => key !== undefined);

const sealingKey = (dataDir: string): Buffer => keysOf(dataDir)[0] ?? newFileKey(dataDir);

/** @param about what it belongs to, as `calendar:<id>` @throws UnusableKey */
export const sealSecret = (dataDir: string, text: string, about: string): string =>
  text === '' ? '' : seal(text, sealingKey(dataDir), about);

/** @throws SealedForGood, UnusableKey */
export function openSecret(dataDir: string, sealed: string, about: string): string {
  if (sealed === '') return '';
  for (const key of keysOf(dataDir)) {
    const text = unseal(sealed, key, about);
    if (text !== undefined) return text;
  }
  throw new SealedForGood('The password that is kept cannot be read with the key there is. Type it again.');
}

/**
 * As it is to be kept by now: what lies open is sealed, and what is sealed with another key that is there is sealed
 * with that which seals. What no key opens stays as it is.
 * @param more keys that are known besides
 */
export function sealedAnew(
  dataDir: string,
  kept: string,
  about: string,
  more: readonly Buffer[] = [],
): string {
  if (kept === '') return kept;
  const mark = sealedWith(kept);
  if (mark === undefined) return sealSecret(dataDir, kept, about);
  const key = sealingKey(dataDir);
  if (mark === keyMark(key)) return kept;
  for (const other of [...keysOf(dataDir), ...more]) {
    const text = unseal(kept, other, about);
    if (text !== undefined) return seal(text, key, about);
  }
  return kept;
}

/** Every key there is, to be given along with a backup. */
export const keysToGive = (dataDir: string): string =>
  keysOf(dataDir)
    .map((key) => key.toString('base64'))
    .join(' ');

export const keysGiven = (text: string): Buffer[] =>
  text
    .split(' ')
    .filter(Boolean)
    .map((key) => Buffer.from(key, 'base64'));
