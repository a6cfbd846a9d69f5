import * as departures from '#api/departures/operations';
import type { BodyOf } from '#api/operation';
import { bulk, type BulkAction } from '#usecases/departures/bulk';
import { presentSnapshot, readSnapshot } from '../../present';
import { route } from '../../respond';

const readAction = ({
  action,
  days = 0,
  minutes = 0,
  snapshots = {},
}: BodyOf<'changeDepartures'>): BulkAction => {
  if (action === 'shift') return { action, days, minutes };
  if (action !== 'restore') return { action };
  const entries = Object.entries(snapshots).map(([id, each]) => [id, readSnapshot(each)] as const);
  return { action, snapshots: Object.fromEntries(entries) };
};

export const POST = route(departures.changeDepartures, ({ desk, body }) => {
  const { done, failed } = bulk(desk, body.ids, readAction(body));
  return {
    done: done.map(({ id, snapshot }) => ({ id, snapshot: snapshot && presentSnapshot(snapshot) })),
    failed,
  };
});
