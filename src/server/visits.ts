/** Links in what has left: whoever follows one is sent on to where it leads, and a wait for that is over. */
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Desk } from '#usecases/desk';
import { visit } from '#usecases/watches/visit';
import { plainNotFound } from './answer';

/** A browser that fetches ahead says so; nobody has opened anything yet. */
const isAhead = ({ headers }: IncomingMessage) =>
  [headers['sec-purpose'], headers.purpose, headers['x-moz']].some((each) =>
    /prefetch|preview/i.test(String(each)),
  );

export function answerVisit(
  desk: Desk,
  token: string,
  request: IncomingMessage,
  response: ServerResponse,
): void {
  const { method } = request;
  if (method !== 'GET' && method !== 'HEAD') return plainNotFound(response);
  const url = visit(desk, token, method === 'GET' && !isAhead(request));
  if (url === undefined) return plainNotFound(response);
  response
    .writeHead(302, { location: url, 'cache-control': 'no-store', 'referrer-policy': 'no-referrer' })
    .end();
}
