import { listMailboxes } from '#usecases/lookIntoPostOffice';
import { isoOrNull } from '../../present';
import { json, route } from '../../respond';

export const GET = route(async () => {
  const mailboxes = await listMailboxes();
  return json({ mailboxes: mailboxes.map((each) => ({ ...each, lastAt: isoOrNull(each.lastAt) })) });
});
