import { snoozePhraseRequest } from '../../../../../../../api/incomingSchemas';
import { readSnoozePhrase } from '../../../../../../../usecases/incoming/snoozeMoments';
import { languagesAsked } from '../../../../languagesAsked';
import { json, route } from '../../../../respond';

export const POST = route<{ text: string }>(
  ({ desk, params, body, request }) =>
    json(readSnoozePhrase(desk, params.id!, body.text, languagesAsked(request))),
  { body: snoozePhraseRequest },
);
