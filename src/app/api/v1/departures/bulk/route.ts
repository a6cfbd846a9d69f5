import { bulkRequest } from '#api/schemas';
import type { BulkJson, SnapshotJson } from '#api/types';
import { bulk, type BulkAction } from '#usecases/departures/bulk';
import { presentSnapshot, readSnapshot } from '../../present';
import { json, route } from '../../respond';

type Asked = { ids: string[] } & (
  Exclude<BulkAction, { action: 'restore' }> | { action: 'restore'; snapshots: Record<string, SnapshotJson> }
);

const readAction = (asked: Omit<Asked, 'ids'>): BulkAction => {
  const what = asked as Asked;
  if (what.action !== 'restore') return what;
  const entries = Object.entries(what.snapshots).map(([id, each]) => [id, readSnapshot(each)] as const);
  return { action: 'restore', snapshots: Object.fromEntries(entries) };
};

export const POST = route<Asked>(
  ({ desk, body: { ids, ...what } }) => {
    const { done, failed } = bulk(desk, ids, readAction(what));
    return json({
      done: done.map(({ id, snapshot }) => ({ id, snapshot: snapshot && presentSnapshot(snapshot) })),
      failed,
    } satisfies BulkJson);
  },
  { body: bulkRequest },
);
