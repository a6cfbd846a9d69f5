import * as accounts from '#api/accounts/operations';
import { changeAccount, readAccount, removeAccount } from '#usecases/accounts/accounts';
import { route } from '../../respond';

export const GET = route(accounts.readAccount, ({ desk, params }) => readAccount(desk, params.id!));

export const PATCH = route(accounts.changeAccount, ({ desk, params, body }) =>
  changeAccount(desk, params.id!, body),
);

export const DELETE = route(accounts.removeAccount, ({ desk, params }) => {
  removeAccount(desk, params.id!);
});
