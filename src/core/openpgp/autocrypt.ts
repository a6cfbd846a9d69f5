/** The `Autocrypt` header (Autocrypt Level 1, §2.1): a key that somebody's program says they can be written to with. */
import { addressKey } from '../message/address';

export interface AutocryptHeader {
  address: string;
  /** Base64, without spaces. */
  keydata: string;
}

/** A longer one is none; bytes of base64. */
const LONGEST = 64 * 1024;
const BASE64 = /^[A-Za-z0-9+/]+={0,2}$/;

/**
 * @param values of all headers of that name: where more than one is for the sender, none counts (§2.1.1)
 * @param from the address in From; a header for another says nothing
 */
export function readAutocrypt(values: readonly string[], from: string): AutocryptHeader | undefined {
  const valid = values.flatMap((value) => {
    const header = readOne(value);
    return header && addressKey(header.address) === addressKey(from) ? [header] : [];
  });
  return valid.length === 1 ? valid[0] : undefined;
}

function readOne(value: string): AutocryptHeader | undefined {
  if (value.length > LONGEST) return undefined;
  const attributes = new Map<string, string>();
  for (const part of value.split(';')) {
    const at = part.indexOf('=');
    if (at < 0) {
      if (part.trim() === '') continue;
      return undefined;
    }
    attributes.set(part.slice(0, at).trim().toLowerCase(), part.slice(at + 1).trim());
  }
  const known = ['addr', 'prefer-encrypt', 'keydata'];
  // What is not known and does not begin with an underscore is critical: the header says something else (§2.1).
  if ([...attributes.keys()].some((name) => !known.includes(name) && !name.startsWith('_'))) return undefined;
  const address = attributes.get('addr');
  const keydata = attributes.get('keydata')?.replace(/\s+/g, '');
  if (!address || !keydata || !BASE64.test(keydata)) return undefined;
  return { address, keydata };
}

/** Base64 on a header line of its own. */
const LINE = 74;

/** The value of my own, folded. @param base64 of the certificate */
export function writeAutocrypt(address: string, base64: string): string {
  const lines: string[] = [];
  for (let at = 0; at < base64.length; at += LINE) lines.push(base64.slice(at, at + LINE));
  return `addr=${address}; keydata=\r\n ${lines.join('\r\n ')}`;
}
