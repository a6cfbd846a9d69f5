import { settleRequest } from '#api/schemas';
import { settleDeparture } from '#usecases/departures/changeDeparture';
import { action } from '../../action';

export const POST = action<{ arrived: boolean }>(
  (desk, id, revision, { arrived }) => settleDeparture(desk, id, arrived, revision),
  { body: settleRequest },
);
