import * as imports from '#api/imports/operations';
import { create } from 'content-disposition';
import { readAside } from '#usecases/exchange/importMail';
import { route } from '#app/api/v1/respond';

export const GET = route(
  imports.readSetAside,
  ({ desk, params }) =>
    new Response(new Uint8Array(readAside(desk, params.id!).bytes), {
      headers: {
        'content-type': 'application/octet-stream',
        'content-disposition': create('unreadable.eml'),
        'x-content-type-options': 'nosniff',
        'cache-control': 'no-store',
      },
    }),
);
