import * as keys from '#api/keys/operations';
import { makeOwnKey } from '#usecases/openpgp/keys';
import { sealWhileOpen } from '#usecases/openpgp/sealWaiting';
import { route } from '../../respond';
import { presentKey } from '../presentKey';

export const POST = route(keys.makeKey, async ({ desk, body }) => {
  sealWhileOpen(desk, console.error);
  return presentKey(await makeOwnKey(desk, body.identity, body.passphrase));
});
