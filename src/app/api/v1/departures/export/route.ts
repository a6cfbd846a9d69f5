import * as series from '#api/series/operations';
import { exportDepartures } from '#usecases/series/exchangeSeries';
import { calendarFile } from '../../calendarFile';
import { route } from '../../respond';

export const GET = route(series.exportDepartures, ({ desk, query }) =>
  calendarFile(exportDepartures(desk, query.days), 'departures.ics'),
);
