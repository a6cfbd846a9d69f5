import * as health from '#api/health/operations';
import { readHealth } from '#usecases/health';
import { tryServerNow } from '#usecases/release/serverTrouble';
import { presentHealth } from '../../present';
import { route } from '../../respond';

export const POST = route(health.retryMailServer, ({ desk }) => {
  tryServerNow(desk);
  return presentHealth(readHealth(desk, true));
});
