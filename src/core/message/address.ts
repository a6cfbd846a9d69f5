/** Mail addresses as people write them. */

export interface Mailbox {
  /** Display name, may be empty. */
  name: string;
  /** The addr-spec; the domain in lower case, the local part as written. Empty where a group is named. */
  address: string;
  /** The id of a group of correspondents, named in place of an address. */
  group?: string;
}

/** The name in `Lenders:;`, a group without its members (RFC 5322 §3.4); undefined where the text is no group. */
export const groupName = (text: string): string | undefined =>
  /^([^:@<>]+):\s*;?$/.exec(text.trim())?.[1]?.trim();

/** An address that cannot be used. `message` is fit to show. */
export class AddressError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'AddressError';
  }
}

// dot-atom or quoted local part, and a domain of labels (RFC 5321 §4.1.2), as strict as real mail needs.
const QUOTED_LOCAL_PART = /^"(?:[\x20\x21\x23-\x5b\x5d-\x7e]|\\[\x20-\x7e])*"$/;
const LOCAL_PART = /^[\p{L}\p{N}!#$%&'*+/=?^_`{|}~-]+(\.[\p{L}\p{N}!#$%&'*+/=?^_`{|}~-]+)*$/u;
const DOMAIN =
  /^(?=.{1,253}$)([\p{L}\p{N}]([\p{L}\p{N}-]{0,61}[\p{L}\p{N}])?\.)*[\p{L}\p{N}]([\p{L}\p{N}-]{0,61}[\p{L}\p{N}])?$/u;

/** Bytes of a local part at most, RFC 5321 §4.5.3.1.1. */
const MAX_LOCAL_PART = 64;

/**
 * Reads `ana@b.example`, `Ana B <ana@b.example>` or `"B, Ana" <ana@b.example>`.
 * @throws AddressError naming what is wrong
 */
export function parseMailbox(text: string): Mailbox {
  // Control characters have no place in an address; a line break would let a name write a header.
  // eslint-disable-next-line no-control-regex
  if (/[\u0000-\u001f\u007f]/.test(text)) throw new AddressError('An address cannot contain a line break.');
  const trimmed = text.trim();
  const open = trimmed.endsWith('>') ? trimmed.lastIndexOf('<') : -1;
  const inAngles = trimmed.slice(open + 1, -1);
  const angle = open >= 0 && !inAngles.includes('>');
  const spec = (angle ? inAngles : trimmed).trim();
  // With s: a name may hold a Unicode line separator, which is no line break of a header.
  const name = (angle ? trimmed.slice(0, open) : '')
    .trim()
    .replace(/^"(.*)"$/s, '$1')
    .replace(/\\(.)/gs, '$1');
  if (!spec) throw new AddressError('The address is empty.');
  const at = spec.lastIndexOf('@');
  if (at < 0) throw new AddressError(`“${spec}” has no @. Write it as name@place.example.`);
  const local = spec.slice(0, at);
  const domain = spec.slice(at + 1).toLowerCase();
  if (!(LOCAL_PART.test(local) || QUOTED_LOCAL_PART.test(local)) || local.length > MAX_LOCAL_PART) {
    throw new AddressError(`“${spec}” is not a mail address: look at the part before the @.`);
  }
  // The domain goes out in letters every server knows; what stands before the @ cannot (RFC 6531 §3.2).
  if (!/^[\x20-\x7e]*$/.test(local)) {
    throw new AddressError(
      `“${spec}” has letters before the @ that most mail servers do not take. Ask for an address without them.`,
    );
  }
  if (!DOMAIN.test(domain)) {
    throw new AddressError(`“${spec}” is not a mail address: look at the part after the @.`);
  }
  return { name, address: `${local}@${domain}` };
}

/** One address as its owner is found by: compared without letter case. */
export const addressKey = (address: string) => address.toLowerCase();

/** `Name <address>`, quoting names that need it (RFC 5322 §3.2.4). */
export function formatMailbox({ name, address, group }: Mailbox): string {
  if (group) return `${name}:;`;
  if (!name) return address;
  const plain = /^[\p{L}\p{N} !#$%&'*+/=?^_`{|}~-]+$/u.test(name);
  return `${plain ? name : `"${name.replace(/(["\\])/g, '\\$1')}"`} <${address}>`;
}

export function isAddress(text: string): boolean {
  try {
    parseMailbox(text);
    return true;
  } catch {
    return false;
  }
}

/** An address, or a group by its name. */
export const isRecipient = (text: string): boolean => groupName(text) !== undefined || isAddress(text);
