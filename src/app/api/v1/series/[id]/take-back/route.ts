import * as series from '#api/series/operations';
import { takeBackSeries } from '#usecases/series/changeSeries';
import { route } from '#app/api/v1/respond';

export const POST = route(series.takeBackSeries, ({ desk, params, revision }) => {
  takeBackSeries(desk, params.id!, revision);
});
