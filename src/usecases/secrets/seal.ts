/** Sealing what must not be read by whoever gets the file it lies in: AES-256-GCM (NIST SP 800-38D). */
import { createCipheriv, createDecipheriv, createHash, randomBytes, scryptSync } from 'node:crypto';

export const KEY_BYTES = 32;
const IV_BYTES = 12;
const TAG_BYTES = 16;
const SALT_BYTES = 16;
/** About a tenth of a second, and 64 MB (RFC 7914 §2). */
const COST = { N: 2 ** 16, r: 8, p: 1, maxmem: 256 * 1024 * 1024 };

const SEALED = /^sealed:([\w-]{11}):([\w-]+)$/;

/** Tells keys apart without telling anything of them. */
export const keyMark = (key: Buffer): string =>
  createHash('sha256')
    .update('oak-lantern key mark')
    .update(key)
    .digest()
    .subarray(0, 8)
    .toString('base64url');

/**
 * @param key of 32 bytes
 * @param about what it belongs to: sealed for one thing it does not open for another
 */
export function seal(text: string, key: Buffer, about: string): string {
  const iv = randomBytes(IV_BYTES);
  const cipher = createCipheriv('aes-256-gcm', key, iv).setAAD(Buffer.from(about));
  const sealed = Buffer.concat([iv, cipher.update(text, 'utf8'), cipher.final(), cipher.getAuthTag()]);
  return `sealed:${keyMark(key)}:${sealed.toString('base64url')}`;
}

/** The mark of the key something is sealed with; undefined where it is not sealed. */
export const sealedWith = (text: string): string | undefined => SEALED.exec(text)?.[1];

/** @returns undefined where it is not sealed with this key for this thing, or was altered */
export function unseal(sealed: string, key: Buffer, about: string): string | undefined {
  const [, mark, body] = SEALED.exec(sealed) ?? [];
  if (mark !== keyMark(key)) return undefined;
  const bytes = Buffer.from(body!, 'base64url');
  if (bytes.length < IV_BYTES + TAG_BYTES) return undefined;
  const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, IV_BYTES), {
    authTagLength: TAG_BYTES,
  })
    .setAAD(Buffer.from(about))
    .setAuthTag(bytes.subarray(-TAG_BYTES));
  try {
    return decipher.update(bytes.subarray(IV_BYTES, -TAG_BYTES), undefined, 'utf8') + decipher.final('utf8');
  } catch {
    return undefined;
  }
}

/** A key from words somebody knows. @param salt at least 16 bytes; the same words and salt make the same key */
export const keyFromWords = (words: string, salt: Buffer): Buffer =>
  scryptSync(words.normalize('NFKC'), salt, KEY_BYTES, COST);

/** Sealed by a passphrase, its salt in front. */
export function sealByPassphrase(text: string, passphrase: string, about: string): string {
  const salt = randomBytes(SALT_BYTES);
  return `${salt.toString('base64url')}.${seal(text, keyFromWords(passphrase, salt), about)}`;
}

/** @returns undefined where the passphrase is another */
export function openByPassphrase(sealed: string, passphrase: string, about: string): string | undefined {
  const [salt, body] = sealed.split('.');
  if (!salt || !body) return undefined;
  return unseal(body, keyFromWords(passphrase, Buffer.from(salt, 'base64url')), about);
}
