import * as series from '#api/series/operations';
import { resumeSeries } from '#usecases/series/changeSeries';
import { readSeries } from '#usecases/series/seriesView';
import { presentSeries } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(series.resumeSeries, ({ desk, params, revision }) => {
  resumeSeries(desk, params.id!, revision);
  return presentSeries(readSeries(desk, params.id!));
});
