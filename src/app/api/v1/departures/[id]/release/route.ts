import { releaseNow } from '#usecases/departures/changeDeparture';
import { action } from '../../action';

export const POST = action(releaseNow);
