import * as keys from '#api/keys/operations';
import { changePassphrase, readKeyOf, removeKey, useKey } from '#usecases/openpgp/keys';
import { route } from '../../respond';
import { presentKey } from '../presentKey';

export const GET = route(keys.readKey, ({ desk, params }) => presentKey(readKeyOf(desk, params.id!)));

export const PATCH = route(keys.changeKey, async ({ desk, params, body }) => {
  const { used, before, passphrase } = body;
  if (used !== undefined) return presentKey(useKey(desk, params.id!, used));
  await changePassphrase(desk, params.id!, before!, passphrase!);
  return presentKey(readKeyOf(desk, params.id!));
});

export const DELETE = route(keys.removeKey, ({ desk, params }) => {
  removeKey(desk, params.id!);
});
