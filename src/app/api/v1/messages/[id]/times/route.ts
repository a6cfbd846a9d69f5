import * as events from '#api/events/operations';
import { presentPlaced } from '#app/api/v1/presentEvent';
import { route } from '#app/api/v1/respond';
import { foundTimes } from '#usecases/events/foundTimes';

export const GET = route(events.readTimes, ({ desk, params }) => {
  const { times, ...whose } = foundTimes(desk, params.id!);
  return {
    ...whose,
    times: times.map((each) => ({ ...each, ...presentPlaced(each) })),
  };
});
