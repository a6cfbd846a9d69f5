/** Events as the API gives them. */
import type { EventDetailJson, EventJson } from '#api/types';
import type { EventDetail } from '#usecases/events/eventDetail';
import type { EventView } from '#usecases/events/eventView';
import { iso } from './present';

export const presentEvent = (event: EventView): EventJson => ({
  ...event,
  at: iso(event.at),
  until: iso(event.until),
  attendees: [...event.attendees],
});

export const presentEventDetail = (event: EventDetail): EventDetailJson => ({
  ...event,
  ...presentEvent(event),
  departures: event.departures.map((each) => ({ ...each, at: iso(each.at) })),
});
