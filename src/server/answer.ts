/** Answers given before anything else has a say. */
import type { ServerResponse } from 'node:http';
import { problem } from '#api/problem';

/** A problem document (RFC 9457). */
export function answer(
  response: ServerResponse,
  status: number,
  detail: string,
  headers: Record<string, string> = {},
): void {
  response.writeHead(status, {
    'content-type': 'application/problem+json',
    'cache-control': 'no-store',
    ...headers,
  });
  response.end(JSON.stringify(problem(status, detail)));
}

/** No such page, said without anything of the product around it. */
export function plainNotFound(response: ServerResponse): void {
  response.writeHead(404, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
  response.end('There is nothing here.\n');
}
