import { phraseRequest } from '../../../../../api/schemas';
import { readPhrase } from '../../../../../usecases/moments/findMoments';
import type { AskedRecipient } from '../../../../../usecases/moments/previewPlan';
import { json, route } from '../../respond';

export const POST = route<{ text: string; recipients: AskedRecipient[] }>(
  ({ desk, body }) => json(readPhrase(desk, body.text, body.recipients)),
  { body: phraseRequest },
);
