import * as moments from '#api/moments/operations';
import { previewPlan } from '#usecases/moments/previewPlan';
import { presentPreview } from '../../present';
import { route } from '../../respond';

export const POST = route(moments.previewPlan, ({ desk, body }) => presentPreview(previewPlan(desk, body)));
