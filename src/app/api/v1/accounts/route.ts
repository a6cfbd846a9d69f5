import * as accounts from '#api/accounts/operations';
import { addAccount, listAccounts } from '#usecases/accounts/accounts';
import { accountToTry } from '#usecases/lookIntoPostOffice';
import { route } from '../respond';
import { presentAccount } from './present';

export const GET = route(accounts.listAccounts, ({ desk }) => {
  const all = listAccounts(desk);
  const toTry = accountToTry();
  const isTried = all.some(({ address }) => address === toTry?.address);
  return { accounts: all.map(presentAccount), toTry: toTry && !isTried ? toTry : null };
});

export const POST = route(accounts.addAccount, async ({ desk, body }) =>
  presentAccount(await addAccount(desk, body)),
);
