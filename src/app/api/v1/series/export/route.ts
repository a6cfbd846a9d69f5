import * as series from '#api/series/operations';
import { exportSeries } from '#usecases/series/exchangeSeries';
import { calendarFile } from '../../calendarFile';
import { route } from '../../respond';

export const GET = route(series.exportSeries, ({ desk, query }) =>
  calendarFile(exportSeries(desk, query.id), 'series.ics'),
);
