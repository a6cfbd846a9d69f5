/** Events as the API gives them. */
import type { EventDetailJson, EventJson } from '#api/types';
import type { EventDetail } from '#usecases/events/eventDetail';
import type { EventView } from '#usecases/events/eventView';
import type { Placed } from '#usecases/events/againstCalendar';
import { iso, presentParts } from './present';

export const presentEvent = (event: EventView): EventJson => ({
  ...event,
  at: iso(event.at),
  until: iso(event.until),
  attendees: event.attendees.map(({ said: _said, ...each }) => each),
});

export const presentEventDetail = (event: EventDetail): EventDetailJson => ({
  ...event,
  ...presentEvent(event),
  departures: event.departures.map((each) => ({ ...each, at: iso(each.at) })),
});

/** A time somebody speaks of. */
export const presentPlaced = (placed: Placed) => ({
  ...placed,
  at: iso(placed.at),
  until: iso(placed.until),
  meets: placed.meets.map((event) => ({ ...event, at: iso(event.at), until: iso(event.until) })),
  from: iso(placed.from),
  to: iso(placed.to),
  mine: presentParts(placed.mine),
  theirs: presentParts(placed.theirs),
});
