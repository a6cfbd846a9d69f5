/** Looking into the post office's mailboxes, and asking it to misbehave, in the demo. */
import { noteChange } from '#store/journal';
import {
  PostOfficeClient,
  type MailboxMessage,
  type MailboxSummary,
  type PostOfficeFaults,
  type SharedFile,
} from '#mail/postOffice';
import { shareClock } from './clock/outsideWorld';
import type { Desk } from './desk';
import { NotFound } from './errors';

export type { PostOfficeFaults, SharedFile } from '#mail/postOffice';

function client(): PostOfficeClient {
  const url = process.env.OAK_POSTOFFICE_URL;
  if (!url) throw new NotFound('There is no post office here; it comes with the demo.');
  return new PostOfficeClient(url);
}

/** True where there is a post office. */
export const hasPostOffice = () => Boolean(process.env.OAK_POSTOFFICE_URL);

/** The calendar server that ships with it, to be tried; undefined where there is none. */
export const calendarToTry = () =>
  hasPostOffice()
    ? { place: `${process.env.OAK_POSTOFFICE_URL}/dav/`, user: 'registrar', password: 'lantern' }
    : undefined;

/** The account that ships with it, to be tried; undefined where there is none. */
export function accountToTry() {
  const { OAK_POSTOFFICE_IMAP_PORT: imap, OAK_SMTP_URL: smtp } = process.env;
  if (!imap || !smtp) return undefined;
  const host = '127.0.0.1';
  return {
    address: 'tamsin@lampwalk.example',
    password: 'lantern',
    smtp: { host, port: Number(new URL(smtp).port) },
    imap: { host, port: Number(imap) },
  };
}

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

/** @throws (rejects) NotFound where there is no post office */
export async function readFaults(): Promise<PostOfficeFaults> {
  return client().faults();
}

/** What is asked of the post office; what is not named is off. */
export type FaultRequest = Partial<Omit<PostOfficeFaults, 'downUntil'>> & {
  /** Minutes of the sandbox clock from now on. */
  downMinutes?: number;
};

/**
 * Replaces the faults; an empty request has everything well again.
 * @throws (rejects) NotFound where there is no post office
 */
export async function setFaults(desk: Desk, request: FaultRequest): Promise<PostOfficeFaults> {
  const { downMinutes = 0, ...faults } = request;
  const lower = (list: string[] | undefined) => (list ?? []).map((address) => address.toLowerCase());
  const office = client();
  await shareClock(desk, office);
  const present = await office.setFaults({
    ...faults,
    greylist: lower(faults.greylist),
    refuse: lower(faults.refuse),
    downUntil: downMinutes > 0 ? desk.now() + downMinutes * 60_000 : null,
  });
  desk.store.write((tx) => noteChange(tx, 'health', 'post office'));
  return present;
}

/** Files of the folder colleagues keep theirs in. @throws (rejects) NotFound where there is no post office */
export async function listSharedFiles(): Promise<SharedFile[]> {
  return client().sharedFiles();
}

/** A colleague saves a new version of one. @throws (rejects) NotFound where there is no such file, or no post office */
export async function saveSharedFile(desk: Desk, name: string): Promise<SharedFile> {
  const office = client();
  await shareClock(desk, office);
  const saved = await office.saveVersion(name);
  if (!saved) throw new NotFound(`There is no file ${name} in the shared folder.`);
  return saved;
}
