import * as series from '#api/series/operations';
import { changeSeries, deleteSeries } from '#usecases/series/changeSeries';
import { readSeries } from '#usecases/series/seriesView';
import { presentSeries } from '../../present';
import { route } from '../../respond';

export const GET = route(series.readSeries, ({ desk, params }) =>
  presentSeries(readSeries(desk, params.id!)),
);

export const PATCH = route(series.changeSeries, ({ desk, params, body, revision }) => {
  const { id } = changeSeries(desk, params.id!, body, revision);
  return presentSeries(readSeries(desk, id));
});

export const DELETE = route(series.deleteSeries, ({ desk, params, revision }) => {
  deleteSeries(desk, params.id!, revision);
});
