import * as keys from '#api/keys/operations';
import { unlockKeys } from '#usecases/openpgp/keyring';
import { listKeys } from '#usecases/openpgp/keys';
import { sealWaiting, sealWhileOpen } from '#usecases/openpgp/sealWaiting';
import { route } from '../../respond';
import { presentKeys } from '../presentKey';

export const POST = route(keys.unlockKeys, async ({ desk, body }) => {
  sealWhileOpen(desk, console.error);
  await unlockKeys(desk, body.passphrase);
  // What waited for it goes on before this is answered.
  await sealWaiting(desk);
  return presentKeys(listKeys(desk));
});
