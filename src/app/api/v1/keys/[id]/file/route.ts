import * as keys from '#api/keys/operations';
import { create } from 'content-disposition';
import { exportKey } from '#usecases/openpgp/keys';
import { route } from '#app/api/v1/respond';

export const GET = route(keys.keyFileOf, async ({ desk, params, query }) => {
  const armor = await exportKey(desk, params.id!, query.secret);
  return new Response(armor, {
    headers: {
      'content-type': 'application/pgp-keys',
      'content-disposition': create(`${query.secret ? 'secret-' : ''}key-${params.id!.slice(-16)}.asc`),
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
});
