import * as accounts from '#api/accounts/operations';
import { changeAccount, readAccount, removeAccount } from '#usecases/accounts/accounts';
import { route } from '../../respond';
import { presentAccount } from '../present';

export const GET = route(accounts.readAccount, ({ desk, params }) =>
  presentAccount(readAccount(desk, params.id!)),
);

export const PATCH = route(accounts.changeAccount, async ({ desk, params, body }) =>
  presentAccount(await changeAccount(desk, params.id!, body)),
);

export const DELETE = route(accounts.removeAccount, ({ desk, params }) => {
  removeAccount(desk, params.id!);
});
