import { previewRequest } from '#api/schemas';
import { previewPlan, type PreviewRequest } from '#usecases/moments/previewPlan';
import { presentPreview } from '../../present';
import { json, route } from '../../respond';

export const POST = route<PreviewRequest>(({ desk, body }) => json(presentPreview(previewPlan(desk, body))), {
  body: previewRequest,
});
