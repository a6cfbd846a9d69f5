import * as moments from '#api/moments/operations';
import { bestMoments } from '#usecases/moments/findMoments';
import { iso, isoOrNull } from '../../present';
import { route } from '../../respond';

export const POST = route(moments.findBest, ({ desk, body }) => {
  const { readers, days, best } = bestMoments(desk, body.recipients);
  return {
    readers,
    days: days.map(({ date, cells }) => ({
      date,
      cells: cells.map((cell) => ({ ...cell, at: isoOrNull(cell.at) })),
    })),
    best: best.map(({ at, working }) => ({ at: iso(at), working })),
  };
});
