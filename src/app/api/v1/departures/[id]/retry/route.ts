import * as departures from '#api/departures/operations';
import { retryDeparture } from '#usecases/departures/changeDeparture';
import { route } from '../../../respond';
import { acting } from '../../acting';

export const POST = route(departures.retryDeparture, acting(retryDeparture));
