/** Files that come in pieces, and that are given away. */
import { create } from 'content-disposition';
import { PICTURE_TYPES } from '#core/message/attachment';
import { Invalid } from '#usecases/errors';

/** Where a piece begins (RFC 9110 §14.4): `bytes 0-9/100`; without the header it is the whole. @throws Invalid */
export function offsetOf(header: string | null): number {
  if (header === null) return 0;
  const match = /^bytes (\d+)-\d+\/(\d+|\*)$/.exec(header.trim());
  if (!match) throw new Invalid('Say which bytes these are: Content-Range: bytes 0-9/100.', 'Content-Range');
  return Number(match[1]);
}

/** Pictures may be shown; everything else is for saving, whatever it calls itself. */
export function fileAnswer({ name, type }: { name: string; type: string }, bytes: Uint8Array): Response {
  const picture = PICTURE_TYPES.includes(type);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': picture ? type : 'application/octet-stream',
      'content-disposition': create(name, { type: picture ? 'inline' : 'attachment' }),
      'content-security-policy': "sandbox; default-src 'none'",
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
}
