/** Doing in a mailbox what was done here. */
import { group } from 'd3-array';
import { folderFor, isSameFolder, NO_FOLDERS, placeOf } from '#core/mailbox/folders';
import { wholeInTurns } from '#mail/enclosures';
import { MailboxError, type Mailbox, type OpenFolder } from '#imap/client';
import type { Account } from '#store/accounts';
import { findDeparture } from '#store/departures';
import { frozenOf } from '#store/frozen';
import {
  beginSentCopy,
  changeItem,
  doneDue,
  dropIdleDue,
  dueIn,
  findFolder,
  insertItem,
  findItem,
  itemsOf,
  removeItem,
  removeSentCopies,
  sentCopiesOf,
  type MailboxDue,
  type MailboxItem,
} from '#store/mailboxes';
import { findMessage, type Message } from '#store/messages';
import type { Desk } from '../desk';
import { TOO_MANY } from './stand';

/** So much is looked up at once. */
const LOOK_AHEAD = 500;

interface Pushing {
  desk: Desk;
  mailbox: Mailbox;
  account: Account;
  signal: AbortSignal;
  /** Folders the server lets nothing be moved to. */
  refused: Set<string>;
}

/** Opens a folder where its UIDs are those that are known. */
async function opened({ desk, mailbox, account }: Pushing, path: string): Promise<OpenFolder | undefined> {
  const open = await mailbox.open(path);
  return open?.state.uidValidity === findFolder(desk.store.db, account.id, path)?.uidValidity
    ? open
    : undefined;
}

interface Due {
  due: MailboxDue;
  message: Message;
  items: MailboxItem[];
}

async function pushSeen(pushing: Pushing, all: readonly Due[]): Promise<void> {
  const { desk } = pushing;
  const wrong = all.flatMap(({ message, items }) =>
    items.filter(({ seen }) => seen === message.unseen).map((item) => ({ item, seen: !message.unseen })),
  );
  for (const [folder, inIt] of group(wrong, ({ item }) => item.folder)) {
    const open = await opened(pushing, folder);
    if (pushing.signal.aborted || !open) return;
    for (const seen of [true, false]) {
      const items = inIt.filter((each) => each.seen === seen).map(({ item }) => item);
      if (items.length === 0) continue;
      const uids = items.map(({ uid }) => uid);
      // What the server refuses stays marked there as it is; that is no change of anybody’s.
      if (await open.setSeen(uids, seen))
        desk.store.write((tx) => items.forEach((item) => changeItem(tx, item, { seen })));
    }
  }
  desk.store.write((tx) => all.forEach(({ due }) => doneDue(tx, due.seq)));
}

/** Where each of these is to lie; null where it lies right, or that is not kept the same. */
function targetOf({ account }: Pushing, { message }: Due, item: MailboxItem): string | null {
  const folders = account.folders ?? NO_FOLDERS;
  if (message.place === null || placeOf(item.folder, folders) === message.place) return null;
  const target = folderFor(message.place, folders, item.home);
  return target === null || isSameFolder(target, item.folder) ? null : target;
}

/**
 * Moves one. Where it is to go is written down before: a server may copy first and delete then, and break off between.
 * @returns whether it is known to be there, or refused: then it is still due
 */
async function moveOne(
  { desk, refused }: Pushing,
  open: OpenFolder,
  item: MailboxItem,
  target: string,
): Promise<boolean | 'refused'> {
  const { db } = desk.store;
  const there = itemsOf(db, item.messageId).some(
    (each) => each.accountId === item.accountId && isSameFolder(each.folder, target),
  );
  if (there && item.moving === target) {
    if (await open.remove(item.uid)) desk.store.write((tx) => removeItem(tx, item));
    return true;
  }
  desk.store.write((tx) => changeItem(tx, item, { moving: target }));
  const uid = await open.move(item.uid, target);
  if (uid === false) {
    refused.add(target);
    return 'refused';
  }
  // The server does not say, or it was gone: the next look finds out.
  if (uid === undefined) return false;
  desk.store.write((tx) => {
    removeItem(tx, item);
    if (!findItem(tx, item.accountId, target, uid))
      insertItem(tx, { ...item, folder: target, uid, moving: target });
  });
  return true;
}

/** Deletes what is one too many, as long as there is another. */
async function dropTwins(pushing: Pushing, all: readonly Due[]): Promise<void> {
  const { desk } = pushing;
  for (const { items } of all)
    for (const item of items.filter(({ moving }) => moving === TOO_MANY)) {
      const open = items.length > 1 ? await opened(pushing, item.folder) : undefined;
      const isGone = await open?.remove(item.uid);
      desk.store.write((tx) => (isGone ? removeItem(tx, item) : changeItem(tx, item, { moving: null })));
    }
}

/** @returns whether everything is known to lie where it is to */
async function pushPlaces(pushing: Pushing, all: readonly Due[]): Promise<boolean> {
  const { desk, mailbox } = pushing;
  await dropTwins(pushing, all);
  const moves = all.flatMap((each) =>
    each.items.flatMap((item) => {
      if (item.moving === TOO_MANY) return [];
      const target = targetOf(pushing, each, item);
      return target === null ? [] : [{ item, target, seq: each.due.seq }];
    }),
  );
  for (const target of new Set(moves.map((each) => each.target))) await mailbox.ensure(target);
  const [unsure, refused] = [new Set<number>(), new Set<number>()];
  for (const [folder, inIt] of group(moves, ({ item }) => item.folder)) {
    const open = await opened(pushing, folder);
    if (pushing.signal.aborted || !open) return false;
    for (const { item, target, seq } of inIt) {
      if (pushing.signal.aborted) return false;
      const moved = await moveOne(pushing, open, item, target);
      if (moved === 'refused') refused.add(seq);
      else if (!moved) unsure.add(seq);
    }
  }
  const still = new Set([...unsure, ...refused]);
  desk.store.write((tx) => all.forEach(({ due }) => still.has(due.seq) || doneDue(tx, due.seq)));
  return unsure.size === 0;
}

/** What has left is put where its copy is kept; what may be there since a try before is looked up. */
async function pushSentCopies({ desk, mailbox, account, signal }: Pushing): Promise<void> {
  const { db } = desk.store;
  for (const { departureId, folder, begun } of sentCopiesOf(db, account.id)) {
    if (signal.aborted) return;
    const departure = findDeparture(db, departureId);
    const frozen = frozenOf(db, departureId);
    if (departure?.headerId && frozen && departure.leftAt !== null) {
      await mailbox.ensure(folder);
      const isThere = begun && (await (await mailbox.open(folder))?.has(departure.headerId));
      if (!isThere) {
        desk.store.write((tx) => beginSentCopy(tx, departureId));
        await mailbox.append(folder, await wholeInTurns(frozen), departure.leftAt);
      }
    }
    desk.store.write((tx) => removeSentCopies(tx, [departureId]));
  }
}

/**
 * Does all that is due, and as much of it as the server lets be done.
 * @returns whether the mailbox is to be looked at again: something was done of which it is not known how it stands
 * @throws (rejects) MailboxError; what was done by then is done
 */
export async function push(into: Omit<Pushing, 'refused'>): Promise<boolean> {
  const pushing: Pushing = { ...into, refused: new Set() };
  const { desk, account, signal, refused } = pushing;
  const { db } = desk.store;
  const due = dueIn(db, account.id, LOOK_AHEAD).flatMap((each): Due[] => {
    const message = findMessage(db, each.messageId);
    const items = itemsOf(db, each.messageId).filter(({ accountId }) => accountId === account.id);
    return message ? [{ due: each, message, items }] : [];
  });
  const seen = due.filter((each) => each.due.what === 'seen');
  const places = due.filter((each) => each.due.what === 'place');
  if (seen.length > 0) await pushSeen(pushing, seen);
  const isSure = places.length === 0 || (await pushPlaces(pushing, places));
  await pushSentCopies(pushing);
  if (due.length === 0) desk.store.write(dropIdleDue);
  if (refused.size > 0)
    throw new MailboxError(
      `The mailbox server lets nothing be moved to ${[...refused].map((path) => `“${path}”`).join(', ')}.`,
    );
  return !signal.aborted && (!isSure || due.length === LOOK_AHEAD);
}
