/** What a calendar program asks for under the secret address. */
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Desk } from '#usecases/desk';
import { answerFeed } from '#usecases/series/feed';
import { plainNotFound } from './answer';

export function answerCalendar(
  desk: Desk,
  token: string,
  { method }: IncomingMessage,
  response: ServerResponse,
): void {
  const calendar = method === 'GET' || method === 'HEAD' ? answerFeed(desk, token) : undefined;
  if (calendar === undefined) return plainNotFound(response);
  response.writeHead(200, {
    'content-type': 'text/calendar; charset=utf-8',
    'cache-control': 'no-store',
    'referrer-policy': 'no-referrer',
  });
  response.end(method === 'HEAD' ? undefined : calendar);
}
