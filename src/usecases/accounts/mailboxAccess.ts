/** How the mailbox of an account is reached. */
import type { MailboxAccess } from '#imap/client';
import type { Account } from '#store/accounts';
import type { Desk } from '../desk';
import { openSecret } from '../secrets/keys';
import { imapPasswordOf } from './passwords';

/** @returns undefined where it has none @throws SealedForGood where its password cannot be read */
export function mailboxAccess(desk: Desk, { id, imap, imapPassword }: Account): MailboxAccess | undefined {
  return imap
    ? { place: imap, password: openSecret(desk.dataDir, imapPassword, imapPasswordOf(id)) }
    : undefined;
}
