import { importRequest } from '#api/schemas';
import { importCorrespondents, type ExchangeFormat } from '#usecases/people/exchange';
import { json, route } from '../../respond';

export const POST = route<{ format: ExchangeFormat; text: string; commit: boolean }>(
  async ({ desk, body, request }) =>
    json(await importCorrespondents(desk, body.format, body.text, body.commit, request.signal)),
  { body: importRequest },
);
