/** Files that come in pieces and go out under a name. */
import { Invalid } from '../../../usecases/errors';

/** Where a piece begins (RFC 9110 §14.4): `bytes 0-9/100`; without the header it is the whole. @throws Invalid */
export function offsetOf(header: string | null): number {
  if (header === null) return 0;
  const match = /^bytes (\d+)-\d+\/(\d+|\*)$/.exec(header.trim());
  if (!match) throw new Invalid('Say which bytes these are: Content-Range: bytes 0-9/100.', 'Content-Range');
  return Number(match[1]);
}

/** A file name for every browser (RFC 6266 §4.3, RFC 8187). */
export const named = (name: string) =>
  `filename="${name.replace(/[^\x20-\x7e]|["\\%]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, (each) => `%${each.charCodeAt(0).toString(16).toUpperCase()}`)}`;
