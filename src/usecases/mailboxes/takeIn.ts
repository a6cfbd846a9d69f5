/** Taking messages of a mailbox in: each once, with where it lies, in one transaction. */
import { INBOX } from '#core/mailbox/folders';
import type { DescribedMessage } from '#imap/client';
import type { Account } from '#store/accounts';
import { insertArrival } from '#store/arrivals';
import { findItem, insertItem } from '#store/mailboxes';
import { inPieces, PIECE } from '#store/pieces';
import { addRest } from '#store/sources';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import type { ReadOne } from '../exchange/readInGroups';
import { classifiedOf, keepIncoming } from '../incoming/keepIncoming';
import { knownAlready } from '../incoming/knownAlready';
import { receive } from '../incoming/receiveMail';
import { isMine } from '../people/isMine';
import { readAhead, type ReadHere, type Taking } from './readAhead';
import { lieThere, placeThere, putOffThere } from './stand';

/** How it is written. */
export type Write = Desk['store']['write'];

/** None is begun after so long in one transaction: others want to write too. */
const TURN_MS = 40;

/** What came before a mailbox was first looked into is past; clocks differ by so much. */
const CLOCKS_MS = 5 * 60_000;

/** Too strange to be read with others: it is read as what arrives is, for as long as it takes. */
function keepUnread(tx: Tx, bytes: Buffer, at: number): string {
  const id = newId();
  insertArrival(tx, { id, at, size: bytes.length, tries: 0 }, bytes.subarray(0, PIECE));
  for (const rest of inPieces(bytes.subarray(PIECE), PIECE)) addRest(tx, id, rest.offset, rest.bytes);
  return id;
}

function keepOne(
  desk: Desk,
  tx: Tx,
  account: Account,
  folder: string,
  one: ReadOne,
  { uid, seen, at: came }: DescribedMessage,
): void {
  if (findItem(tx, account.id, folder, uid)) return;
  const now = desk.now(tx);
  const at = Math.min(came, now);
  const lying = { folder, uid, seen };
  const known = 'read' in one ? knownAlready(tx, one.read) : undefined;
  const isPast = came < (account.imapSince ?? 0) - CLOCKS_MS;
  if (known) return lieThere(desk, tx, account, lying, known, isPast);
  const there = placeThere(account, folder);
  const put = (messageId: string) =>
    insertItem(tx, {
      ...lying,
      accountId: account.id,
      messageId,
      home: there === 'inbox' ? folder : INBOX,
      moving: null,
    });
  if ('reason' in one) return put(keepUnread(tx, one.bytes, at));
  const { read, bytes } = one;
  const isOff = there === 'snoozed';
  const place = isOff ? 'inbox' : there;
  const classified = classifiedOf(read.mail, isMine(desk, tx, read.mail.from.address));
  const keeping = { at, place, unseen: !seen, now, what: 'taken in from the mailbox', classified };
  const { id } = isPast
    ? keepIncoming(tx, read, { bytes }, keeping)
    : receive(desk, tx, read, { bytes }, at, { place, seen });
  put(id);
  if (isOff) putOffThere(desk, tx, id);
}

/** What is too long to be taken in stays there; it is known, so that nobody asks for it again. */
function passOver(
  write: Write,
  { account: { id: accountId }, open: { path: folder } }: Taking,
  long: readonly DescribedMessage[],
) {
  if (long.length === 0) return;
  write((tx) => {
    for (const { uid, seen } of long)
      if (!findItem(tx, accountId, folder, uid))
        insertItem(tx, { accountId, folder, uid, messageId: '', seen, home: folder, moving: null });
  });
}

async function keepAll(
  write: Write,
  { desk, account, open }: Taking,
  read: readonly ReadHere[],
): Promise<void> {
  for (let from = 0; from < read.length;) {
    write((tx) => {
      const end = performance.now() + TURN_MS;
      do {
        const { one, described } = read[from++]!;
        keepOne(desk, tx, account, open.path, one, described);
      } while (from < read.length && performance.now() < end);
    });
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** How far it has come is written down with it. @returns false where nothing more is to be taken in for now */
type AfterChunk = (chunk: readonly number[]) => boolean;

/**
 * Takes the messages of an open folder in, one chunk of UIDs after the other; while some are kept the next are read, and
 * those after them fetched. What is gone meanwhile is passed over.
 * @param write how; with what is written ahead of the disk, how far it has come must be, too
 * @param after called once all of a chunk is kept
 * @throws (rejects) MailboxError; what has been kept by then stays
 */
export async function takeIn(
  taking: Taking,
  chunks: Iterable<readonly number[]>,
  write: Write,
  after: AfterChunk,
): Promise<void> {
  for await (const { read, long, ends } of readAhead(taking, chunks)) {
    passOver(write, taking, long);
    await keepAll(write, taking, read);
    if (ends && !after(ends)) return;
  }
}
