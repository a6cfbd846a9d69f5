import * as events from '#api/events/operations';
import { iso, presentParts } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { foundTimes } from '#usecases/events/foundTimes';

export const GET = route(events.readTimes, ({ desk, params }) => {
  const { times, ...whose } = foundTimes(desk, params.id!);
  return {
    ...whose,
    times: times.map((each) => ({
      ...each,
      at: iso(each.at),
      until: iso(each.until),
      meets: each.meets.map((event) => ({ ...event, at: iso(event.at), until: iso(event.until) })),
      from: iso(each.from),
      to: iso(each.to),
      mine: presentParts(each.mine),
      theirs: presentParts(each.theirs),
    })),
  };
});
