/** Looking into the post office's mailboxes, in the demo. */
import { PostOfficeClient, type MailboxMessage, type MailboxSummary } from '../mail/postOffice';
import { NotFound } from './errors';

function client(): PostOfficeClient {
  const url = process.env.OAK_POSTOFFICE_URL;
  if (!url) throw new NotFound('There is no post office here; it comes with the demo.');
  return new PostOfficeClient(url);
}

/** True where there is a post office. */
export const hasPostOffice = () => Boolean(process.env.OAK_POSTOFFICE_URL);

/** @throws (rejects) NotFound where there is no post office */
export async function listMailboxes(): Promise<MailboxSummary[]> {
  return client().mailboxes();
}

/** @throws (rejects) NotFound for an address it does not know */
export async function lookIntoMailbox(
  address: string,
): Promise<{ address: string; name: string; messages: MailboxMessage[] }> {
  const mailbox = await client().mailbox(address);
  if (!mailbox) throw new NotFound(`The post office has no mailbox ${address}.`);
  return mailbox;
}
