import { readHealth } from '#usecases/health';
import { tryServerNow } from '#usecases/release/serverTrouble';
import { presentHealth } from '../../present';
import { json, route } from '../../respond';

export const POST = route(({ desk }) => {
  tryServerNow(desk);
  return json(presentHealth(readHealth(desk, true)));
});
