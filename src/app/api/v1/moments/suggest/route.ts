import { recipientsRequest } from '#api/schemas';
import { suggestMoments } from '#usecases/moments/findMoments';
import type { AskedRecipient } from '#usecases/moments/previewPlan';
import { iso, presentPreview } from '../../present';
import { json, route } from '../../respond';

export const POST = route<{ recipients: AskedRecipient[] }>(
  ({ desk, body }) => {
    const suggestions = suggestMoments(desk, body.recipients);
    return json({
      suggestions: suggestions.map(({ at, preview, ...rest }) => ({
        ...rest,
        at: iso(at),
        preview: presentPreview(preview),
      })),
    });
  },
  { body: recipientsRequest },
);
