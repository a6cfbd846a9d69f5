import { approveDeparture } from '#usecases/departures/changeDeparture';
import { action } from '../../action';

export const POST = action(approveDeparture);
