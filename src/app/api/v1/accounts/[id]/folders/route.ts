import * as accounts from '#api/accounts/operations';
import { mailboxFoldersOf } from '#usecases/accounts/accounts';
import { route } from '../../../respond';

export const GET = route(accounts.listMailboxFolders, async ({ desk, params }) => ({
  folders: await mailboxFoldersOf(desk, params.id!),
}));
