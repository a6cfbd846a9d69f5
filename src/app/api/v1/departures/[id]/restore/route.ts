import { restoreRequest } from '#api/schemas';
import type { SnapshotJson } from '#api/types';
import { readDeparture } from '#usecases/departures/departureView';
import { restoreDeparture } from '#usecases/departures/restore';
import { presentDeparture, readSnapshot } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const POST = route<{ snapshot: SnapshotJson }>(
  ({ desk, params, body: { snapshot }, revision }) => {
    restoreDeparture(desk, params.id!, readSnapshot(snapshot), revision);
    return json(presentDeparture(desk, readDeparture(desk, params.id!)));
  },
  { body: restoreRequest },
);
