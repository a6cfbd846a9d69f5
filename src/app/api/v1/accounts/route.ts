import * as accounts from '#api/accounts/operations';
import { addAccount, listAccounts } from '#usecases/accounts/accounts';
import { route } from '../respond';

export const GET = route(accounts.listAccounts, ({ desk }) => ({ accounts: listAccounts(desk) }));

export const POST = route(accounts.addAccount, ({ desk, body }) => addAccount(desk, body));
