/** The bytes of OpenPGP keys (RFC 9580 §10.1): read, made, locked, opened and written. */
import type { Key, PrivateKey } from 'openpgp';
import type { KeyFacts } from '#core/openpgp/key';
import { openpgp } from './library';

/** A key that has been read. */
export interface ReadKey {
  facts: KeyFacts;
  /** Without what is secret; binary. */
  certificate: Uint8Array;
  /** Binary, as it was given: locked by its passphrase, or open; undefined where it holds nothing secret. */
  secret: Uint8Array | undefined;
  /** What is secret in it is locked by a passphrase. */
  locked: boolean;
}

/** A file holds no more of them. */
const MOST = 200;
/** Bytes; a longer one carries what nobody needs to write to its owner. */
const LONGEST = 1024 * 1024;

const CURVES: Partial<Record<string, string>> = {
  ed25519Legacy: 'Curve 25519',
  curve25519Legacy: 'Curve 25519',
  ed25519: 'Curve 25519',
  x25519: 'Curve 25519',
  ed448: 'Curve 448',
  x448: 'Curve 448',
};

function algorithmWords(key: Key): string {
  const { algorithm, bits, curve } = key.getAlgorithmInfo() as {
    algorithm: string;
    bits?: number;
    curve?: string;
  };
  if (algorithm.startsWith('rsa')) return `RSA ${bits}`;
  return CURVES[curve ?? algorithm] ?? curve ?? `${algorithm.toUpperCase()}${bits ? ` ${bits}` : ''}`;
}

const fulfilled = (work: Promise<unknown>) =>
  work.then(
    () => true,
    () => false,
  );

/** Its user ids that hold, now or when it was still valid. */
async function peopleOf(key: Key): Promise<KeyFacts['people']> {
  const people: KeyFacts['people'] = [];
  for (const user of key.users) {
    const id = user.userID;
    if (!id?.email || people.some(({ address }) => address === id.email)) continue;
    // As of when it was made: one that has expired is still whose it was.
    const [latest] = [...user.selfCertifications].sort((a, b) => +b.created! - +a.created!);
    if (latest && (await fulfilled(user.verify(latest.created!))) && !(await user.isRevoked(latest)))
      people.push({ name: id.name, address: id.email });
  }
  return people;
}

/** When nothing can be encrypted to it any more, or it has expired as a whole, epoch ms; null: never. */
async function endOf(key: Key): Promise<number | null> {
  const whole = await key.getExpirationTime().catch(() => null);
  const part = await key
    .getEncryptionKey(undefined, null)
    .then((each) => each.getExpirationTime())
    .catch(() => null);
  const ends = [whole, part].flatMap((end) => (end instanceof Date ? [+end] : []));
  return ends.length > 0 ? Math.min(...ends) : null;
}

async function factsOf(key: Key): Promise<KeyFacts> {
  return {
    fingerprint: key.getFingerprint().toUpperCase(),
    people: await peopleOf(key),
    createdAt: +key.getCreationTime(),
    expiresAt: await endOf(key),
    algorithm: algorithmWords(key),
    revoked: await key.isRevoked().catch(() => true),
    // Without regard to the time: whether it has expired is asked when it is used.
    canSign: await fulfilled(key.getSigningKey(undefined, null)),
    canEncrypt: await fulfilled(key.getEncryptionKey(undefined, null)),
  };
}

async function read(key: Key): Promise<ReadKey> {
  const secret = key.isPrivate() ? key : undefined;
  return {
    facts: await factsOf(key),
    certificate: key.toPublic().write(),
    secret: secret?.write(),
    locked: secret !== undefined && !secret.isDecrypted(),
  };
}

const BEGIN = '-----BEGIN PGP ';
const END = 'KEY BLOCK-----';

/** The armored blocks of a text (RFC 9580 §6.2), whatever stands between them. */
function blocksOf(text: string): string[] {
  const blocks: string[] = [];
  for (let at = text.indexOf(BEGIN); at >= 0 && blocks.length < MOST; at = text.indexOf(BEGIN, at + 1)) {
    const end = text.indexOf('-----END PGP ', at);
    if (end < 0) break;
    const last = text.indexOf(END, end);
    if (last < 0) break;
    const block = text.slice(at, last + END.length);
    if (/^-----BEGIN PGP (?:PUBLIC|PRIVATE) KEY BLOCK-----/.test(block)) blocks.push(block);
  }
  return blocks;
}

/**
 * The keys of a file: one or several, in armor or binary.
 * @throws (rejects) in words where there is none
 */
export async function readKeyFile(bytes: Uint8Array): Promise<ReadKey[]> {
  if (bytes.length > LONGEST) throw new Error('It is too large for keys: a megabyte at most.');
  const text = Buffer.from(bytes).toString('latin1');
  const { readKeys } = await openpgp();
  const found: Key[] = [];
  try {
    if (text.includes(BEGIN))
      for (const block of blocksOf(text)) found.push(...(await readKeys({ armoredKeys: block })));
    else found.push(...(await readKeys({ binaryKeys: new Uint8Array(bytes) })));
  } catch (error) {
    throw new Error('It cannot be read as a key: it is damaged, or of a kind that is not known here.', {
      cause: error,
    });
  }
  if (found.length === 0) throw new Error('There is no OpenPGP key in it.');
  return Promise.all(found.slice(0, MOST).map(read));
}

/**
 * What is known of a key by two copies of it: newer dates, more people, that it was taken back.
 * @throws (rejects) where they are two keys
 */
export async function merged(kept: Uint8Array, come: Uint8Array): Promise<ReadKey> {
  const { readKey } = await openpgp();
  const [before, after] = await Promise.all(
    [kept, come].map((each) => readKey({ binaryKey: new Uint8Array(each) })),
  );
  return read(await before!.update(after!));
}

/** The passphrase is another. */
export class WrongPassphrase extends Error {}

/** A key that is open: it signs and decrypts. Only ever in memory. */
export type OpenKey = PrivateKey;

/** @throws (rejects) WrongPassphrase */
export async function openKey(secret: Uint8Array, passphrase: string): Promise<OpenKey> {
  const { readPrivateKey, decryptKey } = await openpgp();
  const privateKey = await readPrivateKey({ binaryKey: new Uint8Array(secret) });
  if (privateKey.isDecrypted()) return privateKey;
  try {
    return await decryptKey({ privateKey, passphrase });
  } catch (error) {
    throw new WrongPassphrase('This is not its passphrase.', { cause: error });
  }
}

/** A key under a passphrase, binary. */
export async function lockKey(open: OpenKey, passphrase: string): Promise<Uint8Array> {
  const { encryptKey } = await openpgp();
  return (await encryptKey({ privateKey: open, passphrase })).write();
}

/** A new key of mine, Curve 25519 of version 4, which other programs can read; locked. */
export async function makeKey(
  person: { name: string; address: string },
  passphrase: string,
): Promise<ReadKey & { secret: Uint8Array }> {
  const { generateKey } = await openpgp();
  const { privateKey } = await generateKey({
    type: 'ecc',
    userIDs: [{ name: person.name, email: person.address }],
    passphrase,
    format: 'object',
  });
  const made = await read(privateKey);
  return { ...made, secret: made.secret! };
}

/** In armor, as it is given to others. @param key binary */
export const armored = async (key: Uint8Array): Promise<string> =>
  (await (await openpgp()).readKey({ binaryKey: new Uint8Array(key) })).armor();
