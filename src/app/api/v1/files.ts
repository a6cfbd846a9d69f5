/** Files that come in pieces. */
import { Invalid } from '#usecases/errors';

/** Where a piece begins (RFC 9110 §14.4): `bytes 0-9/100`; without the header it is the whole. @throws Invalid */
export function offsetOf(header: string | null): number {
  if (header === null) return 0;
  const match = /^bytes (\d+)-\d+\/(\d+|\*)$/.exec(header.trim());
  if (!match) throw new Invalid('Say which bytes these are: Content-Range: bytes 0-9/100.', 'Content-Range');
  return Number(match[1]);
}
