import * as keys from '#api/keys/operations';
import { readerKeysOf } from '#usecases/openpgp/keys';
import { route } from '../../respond';
import { presentKey } from '../presentKey';

export const POST = route(keys.readerKeys, ({ desk, body }) => {
  const { own, readers } = readerKeysOf(desk, body.from, body.recipients);
  return {
    own: own && presentKey(own),
    readers: readers.map(({ address, key }) => ({ address, key: key && presentKey(key) })),
  };
});
