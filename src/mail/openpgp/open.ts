/**
 * What in a message is signed or encrypted (RFC 3156, and armor in its text, RFC 9580 §6.2 and §7), opened and checked. What opens
 * it is the key of the one message, never mine: reading what strangers have written is done apart from where my keys are.
 */
import type { Key, Message, VerifyMessageResult } from 'openpgp';
import { INTAKE } from '#core/limits';
import { openpgp } from './library';
import { ENCRYPTED_TEXT, find, SIGNED_TEXT, type Found } from './protection';
import { decodedBody, readPart, type RawPart } from './rawParts';
import type { OpenKey } from './keys';

/** The one key a message is encrypted with; it opens nothing else. */
export interface SessionKey {
  data: Uint8Array;
  algorithm: string | undefined;
}

/** What a signature comes to. */
export interface SignatureCheck {
  /** Hexadecimal, upper case, of the key that is said to have signed. */
  keyId: string;
  /** Of the key it was checked with, upper case; null where that is not known. */
  fingerprint: string | null;
  /** `unknown`: there is no key to check it with; `bad`: what is signed was changed, or it is no signature. */
  verdict: 'good' | 'bad' | 'unknown';
  /** When it says it was made, epoch ms. */
  at: number | null;
}

/** What lay within. */
export interface Opened {
  /** A message, its protected header with it where it has one. */
  payload: Buffer;
  encrypted: boolean;
  signatures: SignatureCheck[];
  /** More stands around it, which is neither signed nor encrypted. */
  partly: boolean;
}

/** It is not for my keys. */
export class NotForMe extends Error {}

const END_MESSAGE = '-----END PGP MESSAGE-----';
const END_SIGNATURE = '-----END PGP SIGNATURE-----';

/** From one line to another, both with it. */
function between(text: string, begin: string, end: string): string {
  const from = text.indexOf(begin);
  const to = text.indexOf(end, from);
  if (from < 0 || to < 0) throw new Error('What is in it is cut off.');
  return text.slice(from, to + end.length);
}

const LIMITS = { maxDecompressedMessageSize: 2 * INTAKE.messageBytes };

async function encryptedIn(found: Found): Promise<Message<Uint8Array | string>> {
  const { readMessage } = await openpgp();
  const bytes = decodedBody(found.kind === 'encrypted' ? found.children[1]! : found.part);
  const text = bytes.toString('latin1');
  if (text.includes(ENCRYPTED_TEXT))
    return readMessage({ armoredMessage: between(text, ENCRYPTED_TEXT, END_MESSAGE), config: LIMITS });
  return readMessage({ binaryMessage: new Uint8Array(bytes), config: LIMITS });
}

/**
 * For whom it is encrypted: the packets that hold its key, binary (RFC 9580 §5.1).
 * @throws (rejects) where nothing in it is encrypted, or it cannot be read
 */
export async function lockOf(source: Buffer): Promise<Uint8Array> {
  const found = find(readPart(source));
  if (!found) throw new Error('Nothing in it is encrypted.');
  const { enums } = await openpgp();
  const message = await encryptedIn(found);
  return message.packets.filterByTag(enums.packet.publicKeyEncryptedSessionKey).write();
}

/**
 * The keys of a message, by mine; several where it cannot be told which is the right one.
 * @param lock of {@link lockOf}
 * @throws (rejects) NotForMe
 */
export async function sessionKeysOf(lock: Uint8Array, keys: readonly OpenKey[]): Promise<SessionKey[]> {
  const { config, decryptSessionKeys, readMessage } = await openpgp();
  const none = 'It is encrypted for other keys than yours.';
  if (lock.length === 0) throw new NotForMe('It is encrypted with a password, not for a key.');
  try {
    const message = await readMessage({
      binaryMessage: new Uint8Array(lock),
      // The packets that hold its key are all that is here.
      config: { ...config, enforceGrammar: false },
    });
    const found = await decryptSessionKeys({ message, decryptionKeys: [...keys] });
    return found.map(({ data, algorithm }) => ({ data, algorithm: algorithm ?? undefined }));
  } catch (error) {
    throw new NotForMe(none, { cause: error });
  }
}

type VerificationResult = Awaited<VerifyMessageResult>['signatures'][number];

async function checked(
  results: readonly VerificationResult[],
  keys: readonly Key[],
): Promise<SignatureCheck[]> {
  return Promise.all(
    results.map(async ({ keyID, verified, signature }): Promise<SignatureCheck> => {
      const key = keys.find((each) => each.getKeys(keyID).length > 0);
      const good = await verified.then(
        () => true,
        () => false,
      );
      const [packet] = await signature.then(
        (read) => [...read.packets],
        () => [],
      );
      return {
        keyId: keyID.toHex().toUpperCase(),
        fingerprint: key ? key.getFingerprint().toUpperCase() : null,
        verdict: good ? 'good' : key ? 'bad' : 'unknown',
        at: packet?.created ? +packet.created : null,
      };
    }),
  );
}

/** What cannot even be read as a signature. */
const UNREADABLE: SignatureCheck = { keyId: '', fingerprint: null, verdict: 'bad', at: null };

const TEXT = Buffer.from(
  'Content-Type: text/plain; charset=utf-8\r\nContent-Transfer-Encoding: 8bit\r\n\r\n',
);
const asPart = (text: string | Uint8Array) => Buffer.concat([TEXT, Buffer.from(text)]);

async function openSigned(found: Found, verificationKeys: Key[]): Promise<Opened> {
  const { createMessage, readCleartextMessage, readSignature, verify } = await openpgp();
  const { partly } = found;
  if (found.kind === 'signed-text') {
    const text = between(decodedBody(found.part).toString(), SIGNED_TEXT, END_SIGNATURE);
    const message = await readCleartextMessage({ cleartextMessage: text });
    const { signatures, data } = await verify({ message, verificationKeys });
    const payload = asPart(data);
    return {
      payload,
      encrypted: false,
      signatures: await checked(signatures, verificationKeys),
      partly: true,
    };
  }
  const [signed, by] = found.children as [RawPart, RawPart];
  try {
    const armor = decodedBody(by);
    const signature = await (armor.includes('-----BEGIN')
      ? readSignature({ armoredSignature: armor.toString('latin1') })
      : readSignature({ binarySignature: new Uint8Array(armor) }));
    const message = await createMessage({ binary: new Uint8Array(signed.raw) });
    const { signatures } = await verify({ message, signature, verificationKeys });
    const all = await checked(signatures, verificationKeys);
    return { payload: signed.raw, encrypted: false, signatures: all.length > 0 ? all : [UNREADABLE], partly };
  } catch {
    return { payload: signed.raw, encrypted: false, signatures: [UNREADABLE], partly };
  }
}

/**
 * Opens and checks a message.
 * @param certificates binary, of those who may have signed it
 * @param sessionKeys of {@link sessionKeysOf}, where it is encrypted
 * @throws (rejects) in words where it cannot be opened
 */
export async function openProtected(
  source: Buffer,
  certificates: readonly Uint8Array[],
  sessionKeys: readonly SessionKey[] = [],
): Promise<Opened> {
  const found = find(readPart(source));
  if (!found) throw new Error('Nothing in it is signed or encrypted.');
  const { decrypt, readKey } = await openpgp();
  const keys = await Promise.all(certificates.map((each) => readKey({ binaryKey: new Uint8Array(each) })));
  if (found.kind === 'signed' || found.kind === 'signed-text') return openSigned(found, keys);
  const { data, signatures } = await decrypt({
    message: await encryptedIn(found),
    sessionKeys: sessionKeys.map(({ data: key, algorithm }) => ({
      data: new Uint8Array(key),
      algorithm: algorithm as 'aes256',
    })),
    verificationKeys: keys,
    format: 'binary',
    config: LIMITS,
  });
  const payload = found.kind === 'encrypted' ? Buffer.from(data) : asPart(data);
  const partly = found.partly || found.kind === 'encrypted-text';
  const own = await checked(signatures, keys);
  // Signed first, and then encrypted (RFC 3156 §6.1).
  const within = find(readPart(payload));
  if (own.length === 0 && found.kind === 'encrypted' && within?.kind === 'signed') {
    const inner = await openSigned(within, keys);
    return { ...inner, encrypted: true, partly: partly || inner.partly };
  }
  return { payload, encrypted: true, signatures: own, partly };
}
