import { snoozePhraseRequest } from '#api/incomingSchemas';
import { readSnoozePhrase } from '#usecases/incoming/snoozeMoments';
import { languagesAsked } from '#app/api/v1/languagesAsked';
import { json, route } from '#app/api/v1/respond';

export const POST = route<{ text: string }>(
  ({ desk, params, body, request }) =>
    json(readSnoozePhrase(desk, params.id!, body.text, languagesAsked(request))),
  { body: snoozePhraseRequest },
);
