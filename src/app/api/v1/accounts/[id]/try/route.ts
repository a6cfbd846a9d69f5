import * as accounts from '#api/accounts/operations';
import { readAccount, tryAccount } from '#usecases/accounts/accounts';
import { route } from '../../../respond';
import { presentAccount } from '../../present';

export const POST = route(accounts.tryAccount, async ({ desk, params }) => {
  await tryAccount(desk, params.id!);
  return presentAccount(readAccount(desk, params.id!));
});
