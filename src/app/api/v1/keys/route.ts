import * as keys from '#api/keys/operations';
import { keyBytes, listKeys, takeKeys } from '#usecases/openpgp/keys';
import { sealWhileOpen } from '#usecases/openpgp/sealWaiting';
import { route } from '../respond';
import { presentKeys } from './presentKey';

export const GET = route(keys.listKeys, ({ desk }) => presentKeys(listKeys(desk)));

export const POST = route(keys.takeKeys, async ({ desk, body }) => {
  sealWhileOpen(desk, console.error);
  const { bytes, source } = await keyBytes(desk, body);
  return presentKeys(await takeKeys(desk, bytes, source, body.passphrase));
});
