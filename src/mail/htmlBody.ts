/** The HTML of a message as it is shown in a frame of its own. */
import { PICTURE_TYPES } from '../core/message/attachment';

const HEAD =
  '<!doctype html><meta charset="utf-8"><base target="_blank"><style>body{font:15px/1.5 sans-serif;margin:12px;overflow-wrap:anywhere}</style>';

/** A picture that came with a message (RFC 2392 `cid:`). */
export interface BodyPicture {
  contentId: string;
  type: string;
  bytes: Buffer;
}

/** @param pictures what the HTML shows by their ids; put in as data URLs, since nothing is fetched */
export function htmlBody(html: string, pictures: readonly BodyPicture[]): string {
  const known = new Map(
    pictures
      .filter(({ type }) => PICTURE_TYPES.includes(type))
      .map(({ contentId, type, bytes }) => [contentId, `data:${type};base64,${bytes.toString('base64')}`]),
  );
  return (
    HEAD + html.replace(/\bcid:([^"'\s>)]+)/gi, (whole, id: string) => known.get(decodeURI(id)) ?? whole)
  );
}
