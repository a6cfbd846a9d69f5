import { bulkRequest } from '../../../../../api/schemas';
import { bulk, type BulkAction } from '../../../../../usecases/departures/bulk';
import { json, route } from '../../respond';

export const POST = route<{ ids: string[] } & BulkAction>(
  ({ desk, body: { ids, ...what } }) => json(bulk(desk, ids, what)),
  { body: bulkRequest },
);
