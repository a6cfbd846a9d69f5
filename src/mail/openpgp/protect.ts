/** A composed message signed and encrypted: PGP/MIME (RFC 3156), its header protected (RFC 9788). */
import { randomUUID } from 'node:crypto';
import type { PrivateKey } from 'openpgp';
import { openpgp } from './library';
import { headAndBody, withCrLf } from './rawParts';

/** What takes the place of a message's content: the fields that say what it is, and its body. */
export interface SealedBody {
  /** `Content-Type` and what belongs to it, folded, with CRLF after each. */
  fields: string;
  body: Buffer;
}

export interface Protection {
  /** An open key of mine; undefined: it is not signed. */
  signWith: PrivateKey | undefined;
  /** Certificates, binary, mine among them; undefined: it is not encrypted. */
  encryptTo: readonly Uint8Array[] | undefined;
  /** The header outside does not tell the subject. */
  hideSubject: boolean;
  /** Which keys it is encrypted to is not told, since some of its readers must not know of others. */
  hideReaders: boolean;
}

/** In place of a subject (RFC 9788 §3.2.1). */
export const HIDDEN_SUBJECT = '[...]';

/** Fields that belong to the content. */
const isOfContent = (name: string) => name.startsWith('content-') || name === 'mime-version';

/**
 * Of these the reader can tell that nobody has changed them. Date and Message-ID are those of the release: they are not known
 * as it is sealed, and stand outside only.
 */
const PROTECTED = ['from', 'to', 'cc', 'reply-to', 'subject'];

const subjectLine = `Subject: ${HIDDEN_SUBJECT}`;

/** The content as a part of its own that carries the protected header, and what is said of it outside. */
function payloadOf(composed: Buffer, { encryptTo, hideSubject }: Protection): Buffer {
  const { fields, body } = headAndBody(composed);
  const header: string[] = [];
  const outside: string[] = [];
  for (const { name, text } of fields) {
    if (name === 'content-type')
      header.push(`${text};\r\n hp="${encryptTo ? 'cipher' : 'clear'}"; protected-headers="v1"`);
    else if (PROTECTED.includes(name) || (isOfContent(name) && name !== 'mime-version')) header.push(text);
    // What stands outside as well is told, else it would be taken as meant for the reader alone (RFC 9788 §2.2.1).
    if (encryptTo && PROTECTED.includes(name))
      outside.push(`HP-Outer: ${name === 'subject' && hideSubject ? subjectLine : text}`);
  }
  return withCrLf(
    Buffer.concat([Buffer.from(`${[...header, ...outside].join('\r\n')}\r\n\r\n`, 'latin1'), body]),
  );
}

const multipart = (subtype: string, parameters: string, boundary: string) =>
  `Content-Type: multipart/${subtype}; ${parameters};\r\n boundary="${boundary}"\r\n`;

const crlf = (armor: string) => `${armor.trim().replace(/\r?\n/g, '\r\n')}\r\n`;

async function signedBody(payload: Buffer, signingKeys: PrivateKey): Promise<SealedBody> {
  const boundary = `=_signed_${randomUUID()}`;
  const { createMessage, enums, sign } = await openpgp();
  const signature = await sign({
    message: await createMessage({ binary: new Uint8Array(payload) }),
    signingKeys,
    detached: true,
    config: { preferredHashAlgorithm: enums.hash.sha512 },
  });
  const end =
    `\r\n--${boundary}\r\nContent-Type: application/pgp-signature; name="signature.asc"\r\n` +
    `Content-Description: OpenPGP digital signature\r\n\r\n${crlf(signature)}\r\n--${boundary}--\r\n`;
  return {
    fields: multipart('signed', 'micalg=pgp-sha512;\r\n protocol="application/pgp-signature"', boundary),
    body: Buffer.concat([Buffer.from(`--${boundary}\r\n`), payload, Buffer.from(end)]),
  };
}

async function encryptedBody(payload: Buffer, protection: Protection): Promise<SealedBody> {
  const boundary = `=_encrypted_${randomUUID()}`;
  const { createMessage, encrypt, enums, readKey } = await openpgp();
  const encryptionKeys = await Promise.all(
    protection.encryptTo!.map((each) => readKey({ binaryKey: new Uint8Array(each) })),
  );
  // Signed within (RFC 3156 §6.2): who has signed it is told to its readers only.
  const armor = await encrypt({
    message: await createMessage({ binary: new Uint8Array(payload) }),
    encryptionKeys,
    signingKeys: protection.signWith,
    wildcard: protection.hideReaders,
    config: { aeadProtect: true, preferredHashAlgorithm: enums.hash.sha512 },
  });
  const body =
    `--${boundary}\r\nContent-Type: application/pgp-encrypted\r\n` +
    `Content-Description: PGP/MIME version identification\r\n\r\nVersion: 1\r\n\r\n` +
    `--${boundary}\r\nContent-Type: application/octet-stream; name="encrypted.asc"\r\n` +
    `Content-Description: OpenPGP encrypted message\r\nContent-Disposition: inline; filename="encrypted.asc"\r\n\r\n` +
    `${crlf(armor)}\r\n--${boundary}--\r\n`;
  return {
    fields: multipart('encrypted', 'protocol="application/pgp-encrypted"', boundary),
    body: Buffer.from(body),
  };
}

/**
 * Seals a message, so that it can be kept until it leaves.
 * @param composed the whole message; which Date and Message-ID it has does not matter
 * @throws (rejects) where a key cannot be used (any more)
 */
export function protect(composed: Buffer, protection: Protection): Promise<SealedBody> {
  const payload = payloadOf(composed, protection);
  if (protection.encryptTo) return encryptedBody(payload, protection);
  if (protection.signWith) return signedBody(payload, protection.signWith);
  throw new Error('Nothing is to be done with it.');
}

/** The header of a message over a sealed body. @param composed of the same message, with the Date and Message-ID of its release */
export function underHeader(composed: Buffer, { fields, body }: SealedBody): Buffer {
  const outside = headAndBody(composed).fields.filter(({ name }) => !isOfContent(name));
  const header = outside.map(({ text }) => `${text}\r\n`).join('');
  return Buffer.concat([Buffer.from(`${header}MIME-Version: 1.0\r\n${fields}\r\n`, 'latin1'), body]);
}
