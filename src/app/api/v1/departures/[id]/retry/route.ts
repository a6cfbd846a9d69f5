import { retryDeparture } from '#usecases/departures/changeDeparture';
import { action } from '../../action';

export const POST = action(retryDeparture);
