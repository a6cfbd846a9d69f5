import * as departures from '#api/departures/operations';
import { settleDeparture } from '#usecases/departures/changeDeparture';
import { route } from '../../../respond';
import { acting } from '../../acting';

export const POST = route(
  departures.settleDeparture,
  acting((desk, id, revision, { arrived }) => settleDeparture(desk, id, arrived, revision)),
);
