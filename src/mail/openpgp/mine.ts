/** What is kept here encrypted to my own key (RFC 9580). */
import { openpgp } from './library';
import { NotForMe } from './open';
import type { OpenKey } from './keys';

/** @param certificate binary @returns binary */
export async function encryptToMe(bytes: Uint8Array, certificate: Uint8Array): Promise<Buffer> {
  const { createMessage, encrypt, readKey } = await openpgp();
  const sealed = await encrypt({
    message: await createMessage({ binary: new Uint8Array(bytes) }),
    encryptionKeys: await readKey({ binaryKey: new Uint8Array(certificate) }),
    format: 'binary',
  });
  return Buffer.from(sealed);
}

/** @throws (rejects) NotForMe where none of these keys opens it */
export async function decryptMine(sealed: Uint8Array, keys: readonly OpenKey[]): Promise<Buffer> {
  const { decrypt, readMessage } = await openpgp();
  try {
    const message = await readMessage({ binaryMessage: new Uint8Array(sealed) });
    const { data } = await decrypt({ message, decryptionKeys: [...keys], format: 'binary' });
    return Buffer.from(data);
  } catch (error) {
    throw new NotForMe('It is sealed with another key of yours: type the passphrase of that one.', {
      cause: error,
    });
  }
}
