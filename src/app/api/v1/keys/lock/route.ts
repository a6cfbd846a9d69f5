import * as keys from '#api/keys/operations';
import { lockKeys } from '#usecases/openpgp/keyring';
import { listKeys } from '#usecases/openpgp/keys';
import { route } from '../../respond';
import { presentKeys } from '../presentKey';

export const POST = route(keys.lockKeys, ({ desk }) => {
  lockKeys(desk);
  return presentKeys(listKeys(desk));
});
