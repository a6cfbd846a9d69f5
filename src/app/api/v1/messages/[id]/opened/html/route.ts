import * as messages from '#api/messages/operations';
import { readOpenedHtml } from '#usecases/openpgp/opened';
import { route } from '#app/api/v1/respond';
import { framed } from '../../../framed';

export const GET = route(messages.readOpenedHtml, async ({ desk, params, query }) => {
  const { html, pictures } = await readOpenedHtml(desk, params.id!, query.pictures);
  return framed(html, pictures);
});
