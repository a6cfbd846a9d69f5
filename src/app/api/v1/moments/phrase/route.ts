import { phraseRequest } from '#api/schemas';
import { readPhrase } from '#usecases/moments/findMoments';
import type { AskedRecipient } from '#usecases/moments/previewPlan';
import { languagesAsked } from '../../languagesAsked';
import { json, route } from '../../respond';

export const POST = route<{ text: string; recipients: AskedRecipient[] }>(
  ({ desk, body, request }) => json(readPhrase(desk, body.text, body.recipients, languagesAsked(request))),
  { body: phraseRequest },
);
