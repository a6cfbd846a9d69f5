import * as departures from '#api/departures/operations';
import { releaseNow } from '#usecases/departures/changeDeparture';
import { route } from '../../../respond';
import { acting } from '../../acting';

export const POST = route(departures.releaseDeparture, acting(releaseNow));
