/** Attachments: how much fits, and what they are called. */
import sanitize from 'sanitize-filename';

/** Bytes of all attachments of a message together: what most mail servers take, once encoded. */
export const MAX_ATTACHED = 25_000_000;

/** From here on many mail systems refuse a message. */
export const LARGE_ATTACHED = 10_000_000;

/** Whether it goes with the message: a picture of the text does as long as it stands there. */
export const goesAlong = ({ contentId }: { contentId: string | null }, html: string | null): boolean =>
  contentId === null ||
  (html !== null && [contentId, encodeURI(contentId)].some((id) => html.includes(`cid:${id}`)));

/** Bytes sent in one piece while uploading. */
export const UPLOAD_PIECE = 512 * 1024;

/** Bytes of a file name at most; file systems take 255. */
const MAX_NAME = 180;

const bytesOf = (text: string) => new TextEncoder().encode(text).length;

/**
 * A name that is safe to save under anywhere: no folders, no control characters, no marks that turn the direction of
 * writing and so hide the real ending (Unicode Bidirectional Algorithm, UAX 9), no names that systems keep for devices,
 * not too long, and with its ending kept.
 */
export function safeFileName(name: string): string {
  const last = name.split(/[/\\]/).at(-1) ?? '';
  const visible = last
    .normalize('NFC')
    .replace(/[\u200b-\u200f\u202a-\u202e\u2066-\u2069\ufeff]/g, '')
    .replace(/\s+/g, ' ');
  const dot = visible.lastIndexOf('.');
  const ending = dot > 0 && visible.length - dot <= 16 ? visible.slice(dot) : '';
  const stem = [...(ending ? visible.slice(0, dot) : visible)];
  // By characters, not by units: half a character is no name.
  while (bytesOf(stem.join('') + ending) > MAX_NAME) stem.pop();
  const clean = sanitize(stem.join('').trimEnd() + ending)
    .replace(/^[. ]+/, '')
    .trim();
  return clean || 'attachment';
}

/** “3.4 MB”, “12 kB”, “840 bytes”: decimal units, as disks are sold and networks are measured. */
export function sizeWords(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 1_000_000) return `${Math.round(bytes / 1000)} kB`;
  return `${(bytes / 1_000_000).toFixed(bytes < 9_950_000 ? 1 : 0)} MB`;
}

/** Media types of pictures every browser and mail program draws, and that can hold nothing that runs. */
export const PICTURE_TYPES: readonly string[] = ['image/png', 'image/jpeg', 'image/gif', 'image/webp'];

/** A media type as it may stand in a header (RFC 2045 §5.1); what is none becomes `application/octet-stream`. */
export function mediaType(type: string): string {
  const bare = type.split(';')[0]!.trim().toLowerCase();
  return /^[a-z0-9][a-z0-9!#$&^_.+-]{0,63}\/[a-z0-9][a-z0-9!#$&^_.+-]{0,63}$/.test(bare)
    ? bare
    : 'application/octet-stream';
}
