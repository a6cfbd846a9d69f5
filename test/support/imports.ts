/** Hands a file of past mail in, piece by piece, as the pages do. */
import type { ImportJson } from '#api/types';
import type { Product } from './product';

const PIECE = 2 * 1024 * 1024;

/** @returns the status of the last answer */
export async function importMail(
  product: Product,
  name: string,
  format: 'mbox' | 'eml',
  bytes: Buffer,
): Promise<number> {
  const begun = await product.api<ImportJson>('POST', '/imports', { name, size: bytes.length, format });
  if (begun.status >= 300) return begun.status;
  for (let at = 0; at < bytes.length; at += PIECE) {
    const part = bytes.subarray(at, at + PIECE);
    const answer = await fetch(`${product.origin}/api/v1/imports/${begun.body.id}/content`, {
      method: 'PUT',
      headers: {
        'content-type': 'application/octet-stream',
        'content-range': `bytes ${at}-${at + part.length - 1}/${bytes.length}`,
      },
      body: new Uint8Array(part),
    });
    await answer.arrayBuffer();
    if (answer.status >= 300) return answer.status;
  }
  return 200;
}
