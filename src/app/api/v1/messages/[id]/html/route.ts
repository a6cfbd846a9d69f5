import * as messages from '#api/messages/operations';
import { readHtml } from '#usecases/messages/readMessage';
import { route } from '#app/api/v1/respond';
import { framed } from '../../framed';

export const GET = route(messages.readHtml, async ({ desk, params, query }) => {
  const { html, pictures } = await readHtml(desk, params.id!, query.pictures);
  return framed(html, pictures);
});
