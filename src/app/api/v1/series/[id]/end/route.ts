import * as series from '#api/series/operations';
import { endSeries } from '#usecases/series/changeSeries';
import { readSeries } from '#usecases/series/seriesView';
import { presentSeries } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(series.endSeries, ({ desk, params, revision }) => {
  endSeries(desk, params.id!, revision);
  return presentSeries(readSeries(desk, params.id!));
});
