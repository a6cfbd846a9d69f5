import * as departures from '#api/departures/operations';
import { UNSETTLED_STATES, type DepartureState } from '#core/departure/states';
import { listDepartures } from '#usecases/departures/departureView';
import { presentDepartures } from '../present';
import { route } from '../respond';

const statesOf = (state: string): DepartureState[] =>
  state.split(',').flatMap((each) => (each === 'pending' ? [...UNSETTLED_STATES] : [each as DepartureState]));

export const GET = route(departures.listDepartures, ({ desk, query }) => {
  const page = listDepartures(desk, {
    states: query.state ? statesOf(query.state) : undefined,
    from: query.from ? Date.parse(query.from) : undefined,
    until: query.until ? Date.parse(query.until) : undefined,
    newestFirst: query.order === 'latest',
    search: query.q?.trim() || undefined,
    folder: query.folder,
    unanswered: query.unanswered,
    batchesApart: query.batches === 'apart',
    cursor: query.cursor,
    limit: query.limit,
  });
  return presentDepartures(desk, page);
});
