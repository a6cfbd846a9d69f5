import * as departures from '#api/departures/operations';
import { pauseDeparture } from '#usecases/departures/changeDeparture';
import { route } from '../../../respond';
import { acting } from '../../acting';

export const POST = route(departures.pauseDeparture, acting(pauseDeparture));
