import * as departures from '#api/departures/operations';
import { takeBack } from '#usecases/departures/takeBack';
import { route } from '../../../respond';
import { acting } from '../../acting';

export const POST = route(
  departures.takeBackDeparture,
  acting((desk, id, revision, body) => takeBack(desk, id, revision, body?.copies)),
);
