/** Whether the servers of an account let me in, found out by going there. */
import type { ServerPlace } from '#core/message/account';
import { Mailbox, MailboxError, type FoundFolder, type MailboxAccess } from '#imap/client';
import { SmtpPool } from '#mail/smtpPool';
import { accountServer } from '#mail/smtpServer';
import { Invalid } from '../errors';

/** @throws (rejects) Invalid, in words, where nobody can be signed in there */
export async function trySending(place: ServerPlace, password: string): Promise<void> {
  try {
    await new SmtpPool(accountServer(place, password)).tryOut();
  } catch (error) {
    throw new Invalid((error as Error).message, 'smtp');
  }
}

/** @returns the folders there are @throws (rejects) Invalid, in words, where it cannot be looked into */
export async function tryMailbox(access: MailboxAccess): Promise<FoundFolder[]> {
  try {
    const mailbox = await Mailbox.connect(access);
    try {
      return await mailbox.folders();
    } finally {
      await mailbox.close();
    }
  } catch (error) {
    if (error instanceof MailboxError) throw new Invalid(error.message, 'imap');
    throw error;
  }
}
