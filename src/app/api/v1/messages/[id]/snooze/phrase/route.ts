import { snoozePhraseRequest } from '../../../../../../../api/incomingSchemas';
import { readSnoozePhrase } from '../../../../../../../usecases/incoming/snoozeMoments';
import { json, route } from '../../../../respond';

export const POST = route<{ text: string }>(
  ({ desk, params, body }) => json(readSnoozePhrase(desk, params.id!, body.text)),
  { body: snoozePhraseRequest },
);
