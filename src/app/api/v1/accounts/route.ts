import * as accounts from '#api/accounts/operations';
import { addAccount, listAccounts } from '#usecases/accounts/accounts';
import { route } from '../respond';
import { presentAccount } from './present';

export const GET = route(accounts.listAccounts, ({ desk }) => ({
  accounts: listAccounts(desk).map(presentAccount),
}));

export const POST = route(accounts.addAccount, async ({ desk, body }) =>
  presentAccount(await addAccount(desk, body)),
);
