import * as series from '#api/series/operations';
import { skipOccurrences } from '#usecases/series/changeSeries';
import { readSeries } from '#usecases/series/seriesView';
import { presentSeries } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(series.skipSeries, ({ desk, params, body, revision }) => {
  const span = body?.from && body.until ? { from: body.from, until: body.until } : undefined;
  skipOccurrences(desk, params.id!, span, revision);
  return presentSeries(readSeries(desk, params.id!));
});
