import * as series from '#api/series/operations';
import { pauseSeries } from '#usecases/series/changeSeries';
import { readSeries } from '#usecases/series/seriesView';
import { presentSeries } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(series.pauseSeries, ({ desk, params, revision }) => {
  pauseSeries(desk, params.id!, revision);
  return presentSeries(readSeries(desk, params.id!));
});
