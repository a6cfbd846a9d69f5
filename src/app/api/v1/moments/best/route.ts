import { recipientsRequest } from '#api/schemas';
import { bestMoments } from '#usecases/moments/findMoments';
import type { AskedRecipient } from '#usecases/moments/previewPlan';
import { iso, isoOrNull } from '../../present';
import { json, route } from '../../respond';

export const POST = route<{ recipients: AskedRecipient[] }>(
  ({ desk, body }) => {
    const { readers, days, best } = bestMoments(desk, body.recipients);
    return json({
      readers,
      days: days.map(({ date, cells }) => ({
        date,
        cells: cells.map((cell) => ({ ...cell, at: isoOrNull(cell.at) })),
      })),
      best: best.map(({ at, working }) => ({ at: iso(at), working })),
    });
  },
  { body: recipientsRequest },
);
