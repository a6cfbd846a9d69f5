/** The copy of what has left goes into the mailbox of the account it left through. */
import { findAccount } from '#store/accounts';
import type { Departure } from '#store/departures';
import { insertSentCopy } from '#store/mailboxes';
import type { Message } from '#store/messages';
import type { Tx } from '#store/store';
import { usualAccount } from '../accounts/usualAccount';
import type { Desk } from '../desk';

/** The usual folder for copies here is that one there; others are called there as they are here. */
export function noteSentCopy(desk: Desk, tx: Tx, { id, account }: Departure, { keptIn }: Message): void {
  const row = findAccount(tx, account || (usualAccount(tx) ?? ''));
  const sent = row?.folders?.sent;
  if (!row?.imap || !sent || keptIn === null) return;
  const folder = keptIn === desk.settings(tx).sentFolders[0] ? sent : keptIn;
  insertSentCopy(tx, { departureId: id, accountId: row.id, folder });
}
