/** Learning what has changed in a mailbox: what is new, marked otherwise, and gone. */
import type { Mailbox, OpenFolder } from '#imap/client';
import type { ReadingPool } from '#reading/pool';
import type { Account } from '#store/accounts';
import { noteChange } from '#store/journal';
import {
  changeFolder,
  changeItem,
  countItems,
  findFolder,
  findItem,
  forgetFolder,
  itemsOf,
  justMoved,
  putFolder,
  uidsOf,
  type MailboxFolder,
  type MailboxItem,
} from '#store/mailboxes';
import type { Desk } from '../desk';
import { liesThereNoMore, markedThere } from './stand';
import { takeIn, type Write } from './takeIn';

/** So many are taken in together, and then it is written down how far that has come. */
const CHUNK = 200;
/** Where a server does not tell which marks have changed, those of the newest are read anew. */
const MARKS_READ = 2000;

export interface Pulling {
  desk: Desk;
  pool: ReadingPool;
  mailbox: Mailbox;
  account: Account;
  /** Gives up before the next step. */
  signal: AbortSignal;
}

function beginFolder({ desk, account }: Pulling, { path, state }: OpenFolder, last: number): MailboxFolder {
  const folder: MailboxFolder = {
    accountId: account.id,
    path,
    uidValidity: state.uidValidity,
    top: last,
    bottom: last + 1,
    modseq: state.modseq,
    rest: state.exists,
    stopped: false,
  };
  desk.store.write((tx) => {
    forgetFolder(tx, account.id, path);
    putFolder(tx, folder);
    noteChange(tx, 'account', account.id);
  });
  return folder;
}

/** The highest UID there is, or has been. */
const lastOf = async (open: OpenFolder): Promise<number> =>
  open.state.uidNext === null ? ((await open.uids()).at(-1) ?? 0) : open.state.uidNext - 1;

/**
 * UIDs in pieces, the last piece first; in the order they came among themselves: the index for words takes what goes back in
 * time one by one.
 */
function* newestFirst(uids: readonly number[]): Generator<readonly number[]> {
  for (let to = uids.length; to > 0; to -= CHUNK) yield uids.slice(Math.max(0, to - CHUNK), to);
}

/** UIDs in pieces, in their order. */
function* chunksOf(uids: readonly number[]): Generator<readonly number[]> {
  for (let from = 0; from < uids.length; from += CHUNK) yield uids.slice(from, from + CHUNK);
}

/** What has come since, in the order it came. */
async function takeNew(pulling: Pulling, folder: MailboxFolder, open: OpenFolder): Promise<void> {
  const { desk, account, signal } = pulling;
  const { uidNext } = open.state;
  if (uidNext !== null && uidNext - 1 <= folder.top) return;
  const uids = await open.uids(folder.top + 1);
  const write: Write = (work) => desk.store.write(work);
  await takeIn({ ...pulling, open }, chunksOf(uids), write, (chunk) => {
    write((tx) => changeFolder(tx, account.id, folder.path, { top: chunk.at(-1)! }));
    return !signal.aborted;
  });
}

async function readMarks({ desk, account }: Pulling, folder: MailboxFolder, open: OpenFolder): Promise<void> {
  const { state } = open;
  const tells = state.modseq !== null;
  if (tells && state.uidNext !== null && state.modseq === folder.modseq) return;
  const from = tells ? folder.bottom : Math.max(folder.bottom, folder.top - MARKS_READ);
  const { marks, modseq } = await open.marks(from, tells ? (folder.modseq ?? state.modseq) : null);
  if (marks.length === 0 && modseq === folder.modseq) return;
  desk.store.write((tx) => {
    for (const { uid, seen } of marks) {
      const item = findItem(tx, account.id, folder.path, uid);
      if (item) markedThere(tx, item, seen);
    }
    changeFolder(tx, account.id, folder.path, { modseq });
  });
}

/** What is known in a folder and is not there; counts what has not been taken in. */
async function findGone({ desk, account }: Pulling, open: OpenFolder): Promise<MailboxItem[]> {
  const { db } = desk.store;
  const { path, state } = open;
  const folder = findFolder(db, account.id, path)!;
  if (countItems(db, account.id, path) + folder.rest === state.exists) return [];
  const there = new Set(await open.uids());
  const rest = [...there].filter((uid) => uid < folder.bottom).length;
  if (rest !== folder.rest) desk.store.write((tx) => changeFolder(tx, account.id, path, { rest }));
  return uidsOf(db, account.id, path).flatMap((uid) =>
    there.has(uid) ? [] : (findItem(db, account.id, path, uid) ?? []),
  );
}

/**
 * Learns what is new in a folder and how all of it is marked.
 * @returns what does not lie there any more; what becomes of it is decided once all folders have been looked at
 * @throws (rejects) MailboxError
 */
async function pullFolder(pulling: Pulling, path: string): Promise<MailboxItem[]> {
  const { desk, mailbox, account } = pulling;
  const open = await mailbox.openOrMake(path);
  if (!open) return [];
  const known = findFolder(desk.store.db, account.id, path);
  // UIDs that count anew are others (RFC 9051 §2.3.1.1): everything is found again by what it says.
  const folder =
    known?.uidValidity === open.state.uidValidity ? known : beginFolder(pulling, open, await lastOf(open));
  await takeNew(pulling, folder, open);
  await readMarks(pulling, folder, open);
  return findGone(pulling, open);
}

/** Of what is gone, what would be nowhere. */
const nowhere = ({ desk }: Pulling, gone: readonly MailboxItem[]): boolean =>
  gone.some(({ messageId }) => {
    const lies = itemsOf(desk.store.db, messageId).length;
    return messageId !== '' && lies <= gone.filter((each) => each.messageId === messageId).length;
  });

/** Learns of all folders. @throws (rejects) MailboxError */
export async function pull(pulling: Pulling, folders: readonly string[]): Promise<void> {
  const { desk, account, signal } = pulling;
  const gone: MailboxItem[] = [];
  const moved = justMoved(desk.store.db, account.id);
  const look = async () => {
    for (const path of folders) if (!signal.aborted) gone.push(...(await pullFolder(pulling, path)));
  };
  await look();
  // Moved while we looked, it is in a folder that was looked at before: once more, before it is called deleted.
  if (nowhere(pulling, gone)) await look();
  if (signal.aborted || gone.length + moved.length === 0) return;
  desk.store.write((tx) => {
    // Nobody else has moved them in the same moment: they lie there like any other.
    for (const each of moved) {
      const item = findItem(tx, account.id, each.folder, each.uid);
      if (item && item.moving === item.folder) changeItem(tx, item, { moving: null });
    }
    for (const each of gone) {
      const item = findItem(tx, account.id, each.folder, each.uid);
      if (item?.messageId === each.messageId) liesThereNoMore(desk, tx, account, item);
    }
  });
}

/**
 * Takes in what was there before, the newest first, as long as nothing else is to be done.
 * @param rest UIDs that have not been taken in, ascending; what is taken in is taken out of it
 * @param mayGoOn asked now and then
 * @throws (rejects) MailboxError
 */
export async function takeRest(
  pulling: Pulling,
  path: string,
  rest: number[],
  mayGoOn: () => boolean,
): Promise<void> {
  const { desk, mailbox, account } = pulling;
  const open = await mailbox.open(path);
  const folder = findFolder(desk.store.db, account.id, path);
  if (!open || open.state.uidValidity !== folder?.uidValidity) return;
  // A power cut takes what was kept along together with how far it had come: it is fetched again.
  const write: Write = (work) => desk.store.writeAhead(work);
  await takeIn({ ...pulling, open }, newestFirst(rest), write, (chunk) => {
    rest.length -= chunk.length;
    write((tx) => {
      changeFolder(tx, account.id, path, { bottom: chunk[0]!, rest: rest.length });
      noteChange(tx, 'account', account.id);
    });
    return mayGoOn();
  });
}
