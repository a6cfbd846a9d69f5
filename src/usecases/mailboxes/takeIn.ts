/** Taking messages of a mailbox in: each once, with where it lies, in one transaction. */
import { INBOX } from '#core/mailbox/folders';
import { INTAKE } from '#core/limits';
import type { DescribedMessage, OpenFolder } from '#imap/client';
import type { ReadingPool } from '#reading/pool';
import type { Account } from '#store/accounts';
import { insertArrival } from '#store/arrivals';
import { findItem, insertItem } from '#store/mailboxes';
import { inPieces, PIECE } from '#store/pieces';
import { addRest } from '#store/sources';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { groupsOf, readGroup, type ReadOne } from '../exchange/readInGroups';
import { classifiedOf, keepIncoming } from '../incoming/keepIncoming';
import { knownAlready } from '../incoming/knownAlready';
import { receive } from '../incoming/receiveMail';
import { isMine } from '../people/isMine';
import { lieThere, placeThere, putOffThere } from './stand';

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
function passOver(desk: Desk, { id: accountId }: Account, folder: string, long: readonly DescribedMessage[]) {
  if (long.length === 0) return;
  desk.store.write((tx) => {
    for (const { uid, seen } of long)
      if (!findItem(tx, accountId, folder, uid))
        insertItem(tx, { accountId, folder, uid, messageId: '', seen, home: folder, moving: null });
  });
}

async function keepAll(
  desk: Desk,
  account: Account,
  folder: string,
  read: readonly { one: ReadOne; described: DescribedMessage }[],
): Promise<void> {
  for (let from = 0; from < read.length;) {
    desk.store.write((tx) => {
      const end = performance.now() + TURN_MS;
      do {
        const { one, described } = read[from++]!;
        keepOne(desk, tx, account, folder, one, described);
      } while (from < read.length && performance.now() < end);
    });
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/**
 * Takes these messages of an open folder in. What is gone meanwhile is passed over.
 * @throws (rejects) MailboxError; what has been kept by then stays
 */
export async function takeIn(
  desk: Desk,
  pool: ReadingPool,
  account: Account,
  open: OpenFolder,
  uids: readonly number[],
): Promise<void> {
  const folder = open.path;
  const wanted = uids.filter((uid) => !findItem(desk.store.db, account.id, folder, uid));
  if (wanted.length === 0) return;
  const described = await open.describe(wanted);
  const isLong = ({ size }: DescribedMessage) => size > INTAKE.messageBytes;
  passOver(desk, account, folder, described.filter(isLong));
  const groups = groupsOf(
    described.filter((each) => !isLong(each)),
    ({ size }) => size,
  );
  // While one group is read and kept, the next is fetched.
  let kept: Promise<void> = Promise.resolve();
  for (const group of groups) {
    const sources = await open.sources(group.map(({ uid }) => uid));
    await kept;
    const there = group.filter(({ uid }) => sources.has(uid));
    kept = readGroup(
      there.map(({ uid }) => sources.get(uid)!),
      pool,
    ).then((read) =>
      keepAll(
        desk,
        account,
        folder,
        read.map((one, index) => ({ one, described: there[index]! })),
      ),
    );
    // Taken up again above, or below.
    kept.catch(() => {});
  }
  await kept;
}
