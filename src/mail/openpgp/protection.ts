/** Where in a message something is signed or encrypted (RFC 3156, and armor in its text, RFC 9580 §6.2 and §7), by its structure alone. */
import type { Protected } from '#core/openpgp/protected';
import { childrenOf, decodedBody, readPart, type RawPart } from './rawParts';

export interface Found {
  kind: 'encrypted' | 'signed' | 'encrypted-text' | 'signed-text';
  part: RawPart;
  children: RawPart[];
  partly: boolean;
}

export const ENCRYPTED_TEXT = '-----BEGIN PGP MESSAGE-----';
export const SIGNED_TEXT = '-----BEGIN PGP SIGNED MESSAGE-----';

function byText(part: RawPart, partly: boolean): Found | undefined {
  const text = decodedBody(part);
  if (text.includes(ENCRYPTED_TEXT)) return { kind: 'encrypted-text', part, children: [], partly };
  if (text.includes(SIGNED_TEXT)) return { kind: 'signed-text', part, children: [], partly };
  return undefined;
}

/** What of a message is signed or encrypted. */
export function find(part: RawPart, depth = 0, partly = false): Found | undefined {
  if (part.type === 'text/plain') return byText(part, partly);
  if (!part.type.startsWith('multipart/') || depth > 5) return undefined;
  const children = childrenOf(part);
  const [first, second] = children;
  if (part.type === 'multipart/signed' && second?.type === 'application/pgp-signature')
    return { kind: 'signed', part, children, partly };
  // Some servers write another type over it.
  const version = children.findIndex(({ type }) => type === 'application/pgp-encrypted');
  if (version >= 0 && children[version + 1])
    return {
      kind: 'encrypted',
      part,
      children: children.slice(version),
      partly: partly || children.length > 2,
    };
  // Lists put a part of theirs beside; in alternatives the text stands for all of it.
  if (part.type === 'multipart/mixed')
    return children.map((child) => find(child, depth + 1, children.length > 1)).find(Boolean);
  return first && part.type === 'multipart/alternative' ? find(first, depth + 1, partly) : undefined;
}

/** What in it is signed or encrypted, told by its structure; null where nothing is. */
export function protectionOf(source: Buffer): Protected | null {
  const found = find(readPart(source));
  if (!found) return null;
  return found.kind === 'encrypted' || found.kind === 'encrypted-text' ? 'encrypted' : 'signed';
}
