import * as series from '#api/series/operations';
import { changeOccurrence } from '#usecases/series/changeOccurrence';
import { readSeries } from '#usecases/series/seriesView';
import { presentSeries } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const PATCH = route(series.changeOccurrence, ({ desk, params, body }) => {
  changeOccurrence(desk, params.id!, params.local!, body);
  return presentSeries(readSeries(desk, params.id!));
});
