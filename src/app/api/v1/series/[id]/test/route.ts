import * as series from '#api/series/operations';
import { readDeparture } from '#usecases/departures/departureView';
import { sendTest } from '#usecases/series/sendTest';
import { presentDeparture } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(series.testSeries, ({ desk, params }) => {
  const { id } = sendTest(desk, params.id!);
  return { departures: [presentDeparture(desk, readDeparture(desk, id))] };
});
