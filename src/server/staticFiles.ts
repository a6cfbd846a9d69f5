/** The files a build has made for browsers, compressed when they were made. */
import { join } from 'node:path';
import type { IncomingMessage, ServerResponse } from 'node:http';
import sirv from 'sirv';

/** Where they lie, as browsers ask for them. */
export const STATIC = '/_next/static/';

/**
 * Answers for a path that is one of them; their names change with what is in them, so browsers keep them.
 * @param dir of the product
 */
export function staticFiles(dir: string): (request: IncomingMessage, response: ServerResponse) => void {
  const serve = sirv(join(dir, '.next', 'static'), {
    brotli: true,
    gzip: true,
    etag: true,
    immutable: true,
    maxAge: 31_536_000,
  });
  return (request, response) => {
    request.url = `/${request.url!.slice(STATIC.length)}`;
    serve(request, response, () => void response.writeHead(404).end());
  };
}
