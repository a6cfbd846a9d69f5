import * as moments from '#api/moments/operations';
import { suggestMoments } from '#usecases/moments/findMoments';
import { iso, presentPreview } from '../../present';
import { route } from '../../respond';

export const POST = route(moments.suggestMoments, ({ desk, body }) => {
  const suggestions = suggestMoments(desk, body.recipients);
  return {
    suggestions: suggestions.map(({ at, preview, ...rest }) => ({
      ...rest,
      at: iso(at),
      preview: presentPreview(preview),
    })),
  };
});
