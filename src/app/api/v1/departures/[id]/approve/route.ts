import * as departures from '#api/departures/operations';
import { approveDeparture } from '#usecases/departures/changeDeparture';
import { route } from '../../../respond';
import { acting } from '../../acting';

export const POST = route(departures.approveDeparture, acting(approveDeparture));
