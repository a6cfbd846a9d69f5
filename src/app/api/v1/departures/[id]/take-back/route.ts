import { takeBackRequest } from '#api/schemas';
import { takeBack } from '#usecases/departures/takeBack';
import { action } from '../../action';

export const POST = action<{ copies?: 'this' | 'all' } | undefined>(
  (desk, id, revision, body) => takeBack(desk, id, revision, body?.copies),
  { body: takeBackRequest, mayBeEmpty: true },
);
