import * as postoffice from '#api/postoffice/operations';
import { listMailboxes } from '#usecases/lookIntoPostOffice';
import { isoOrNull } from '../../present';
import { route } from '../../respond';

export const GET = route(postoffice.listMailboxes, async () => {
  const mailboxes = await listMailboxes();
  return { mailboxes: mailboxes.map((each) => ({ ...each, lastAt: isoOrNull(each.lastAt) })) };
});
