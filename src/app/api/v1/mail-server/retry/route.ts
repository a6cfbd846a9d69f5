import * as health from '#api/health/operations';
import { readHealth } from '#usecases/health';
import { tryServersNow } from '#usecases/release/serverTrouble';
import { presentHealth } from '../../present';
import { route } from '../../respond';

export const POST = route(health.retryMailServer, ({ desk, body }) => {
  tryServersNow(desk, body.account);
  return presentHealth(readHealth(desk));
});
