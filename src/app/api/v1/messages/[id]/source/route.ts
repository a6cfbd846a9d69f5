import { readSource } from '../../../../../../usecases/messages/readMessage';
import { route } from '../../../respond';

export const GET = route(({ desk, params }) => {
  // As plain text and never as its own type: a browser must not run what is in it.
  const headers = { 'content-type': 'text/plain; charset=utf-8', 'x-content-type-options': 'nosniff' };
  return new Response(new Uint8Array(readSource(desk, params.id!)), { headers });
});
