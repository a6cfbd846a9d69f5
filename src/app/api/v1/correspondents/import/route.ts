import * as correspondents from '#api/correspondents/operations';
import { importCorrespondents } from '#usecases/people/exchange';
import { route } from '../../respond';

export const POST = route(
  correspondents.importCorrespondents,
  async ({ desk, body, request }) =>
    await importCorrespondents(desk, body.format, body.text, body.commit, request.signal),
);
