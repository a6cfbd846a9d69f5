import { closeQuery, editRequest } from '#api/schemas';
import { readDeparture } from '#usecases/departures/departureView';
import { closeEditing, LEASE_MS, openForEditing, type Closing } from '#usecases/departures/editLease';
import { presentDeparture } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const PUT = route<{ token?: string } | undefined>(
  ({ desk, params, body }) => {
    const token = openForEditing(desk, params.id!, body?.token) ?? null;
    const departure = presentDeparture(desk, readDeparture(desk, params.id!));
    return json({ token, seconds: LEASE_MS / 1000, departure });
  },
  { body: editRequest, mayBeEmpty: true },
);

export const DELETE = route<undefined, { token?: string; then: Closing }>(
  ({ desk, params, query }) => {
    closeEditing(desk, params.id!, query.token, query.then);
    return json(presentDeparture(desk, readDeparture(desk, params.id!)));
  },
  { query: closeQuery },
);
