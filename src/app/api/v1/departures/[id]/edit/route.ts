import * as departures from '#api/departures/operations';
import { readDeparture } from '#usecases/departures/departureView';
import { closeEditing, LEASE_MS, openForEditing } from '#usecases/departures/editLease';
import { presentDeparture } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const PUT = route(departures.openForEditing, ({ desk, params, body }) => {
  const token = openForEditing(desk, params.id!, body?.token) ?? null;
  const departure = presentDeparture(desk, readDeparture(desk, params.id!));
  return { token, seconds: LEASE_MS / 1000, departure };
});

export const DELETE = route(departures.closeEditing, ({ desk, params, query }) => {
  closeEditing(desk, params.id!, query.token, query.then);
  return presentDeparture(desk, readDeparture(desk, params.id!));
});
