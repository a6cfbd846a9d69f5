import { PICTURE_TYPES } from '../../../../../../core/message/attachment';
import { Invalid } from '../../../../../../usecases/errors';
import { readAttachment, receivePiece } from '../../../../../../usecases/messages/attachments';
import { presentAttachment } from '../../../present';
import { json, readBytes, route } from '../../../respond';

/** Where the piece begins (RFC 9110 §14.4): `bytes 0-9/100`; without the header it is the whole. */
function offsetOf(header: string | null): number {
  if (header === null) return 0;
  const match = /^bytes (\d+)-\d+\/(\d+|\*)$/.exec(header.trim());
  if (!match) throw new Invalid('Say which bytes these are: Content-Range: bytes 0-9/100.', 'Content-Range');
  return Number(match[1]);
}

export const PUT = route(async ({ desk, params, request }) => {
  const offset = offsetOf(request.headers.get('content-range'));
  return json(presentAttachment(receivePiece(desk, params.id!, offset, await readBytes(request))));
});

/** A file name for every browser (RFC 6266 §4.3, RFC 8187). */
const named = (name: string) =>
  `filename="${name.replace(/[^\x20-\x7e]|["\\%]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, (each) => `%${each.charCodeAt(0).toString(16).toUpperCase()}`)}`;

/** Pictures may be shown; everything else is for saving, whatever it calls itself. */
export const GET = route(async ({ desk, params }) => {
  const { attachment, bytes } = await readAttachment(desk, params.id!);
  const picture = PICTURE_TYPES.includes(attachment.type);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': picture ? attachment.type : 'application/octet-stream',
      'content-disposition': `${picture ? 'inline' : 'attachment'}; ${named(attachment.name)}`,
      'content-security-policy': "sandbox; default-src 'none'",
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
});
