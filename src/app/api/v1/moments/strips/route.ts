import { stripsRequest } from '#api/schemas';
import type { AskedRecipient } from '#usecases/moments/previewPlan';
import { readStrips } from '#usecases/moments/readStrips';
import { presentParts } from '../../present';
import { json, route } from '../../respond';

export const POST = route<{ recipients: AskedRecipient[]; from: string; until: string }>(
  ({ desk, body }) => {
    const strips = readStrips(desk, body.recipients, Date.parse(body.from), Date.parse(body.until));
    return json({ strips: strips.map((strip) => ({ ...strip, parts: presentParts(strip.parts) })) });
  },
  { body: stripsRequest },
);
