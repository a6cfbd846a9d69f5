import * as messages from '#api/messages/operations';
import { create } from 'content-disposition';
import { safeFileName } from '#core/message/attachment';
import { readMessage, readSource } from '#usecases/messages/readMessage';
import { route } from '#app/api/v1/respond';

export const GET = route(messages.readSource, ({ desk, params, query }) => {
  const bytes = new Uint8Array(readSource(desk, params.id!));
  // As plain text, or to be saved, never as its own type: a browser must not run what is in it.
  const headers: Record<string, string> = {
    'x-content-type-options': 'nosniff',
    'cache-control': 'no-store',
  };
  if (query.save) {
    const name = safeFileName(`${readMessage(desk, params.id!).subject || 'message'}.eml`);
    headers['content-type'] = 'message/rfc822';
    headers['content-disposition'] = create(name);
  } else headers['content-type'] = 'text/plain; charset=utf-8';
  return new Response(bytes, { headers });
});
