/** The HTML of a message as it is shown in a frame of its own. */
import PostalMime from 'postal-mime';

const HEAD =
  '<!doctype html><meta charset="utf-8"><base target="_blank"><style>body{font:15px/1.5 sans-serif;margin:12px;overflow-wrap:anywhere}</style>';

/** The pictures that came with the message (RFC 2392 `cid:`), by their ids, as data URLs. */
async function pictures(source: Buffer): Promise<Map<string, string>> {
  const mail = await PostalMime.parse(source);
  const found = new Map<string, string>();
  for (const { contentId, mimeType, content } of mail.attachments) {
    if (!contentId || !mimeType.startsWith('image/') || typeof content === 'string') continue;
    const bytes = Buffer.from(new Uint8Array(content));
    found.set(contentId.replace(/^<|>$/g, ''), `data:${mimeType};base64,${bytes.toString('base64')}`);
  }
  return found;
}

/** @param source the message it came in, for its pictures; undefined for one written here */
export async function htmlBody(html: string, source: Buffer | undefined): Promise<string> {
  const known = source && html.includes('cid:') ? await pictures(source) : new Map<string, string>();
  return (
    HEAD + html.replace(/\bcid:([^"'\s>)]+)/gi, (whole, id: string) => known.get(decodeURI(id)) ?? whole)
  );
}
