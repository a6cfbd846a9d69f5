/** How messages stand here and in their mailbox, made the same on this side. */
import { foremost, INBOX, NO_FOLDERS, placeOf, type MailPlace } from '#core/mailbox/folders';
import type { Account } from '#store/accounts';
import { noteChange, record } from '#store/journal';
import {
  changeItem,
  dropDue,
  dueOf,
  insertItem,
  itemsOf,
  makeDue,
  removeItem,
  type MailboxDue,
  type MailboxItem,
} from '#store/mailboxes';
import { findMessage, setUnseen, type Message } from '#store/messages';
import { waitingReturnOf, type Return } from '#store/returns';
import type { Tx } from '#store/store';
import { insertReminder } from '#store/todos';
import type { Desk } from '../desk';
import { endReturn, placeMessage } from '../incoming/bringBack';
import { putOff } from '../incoming/snooze';
import { suggestSnooze } from '../incoming/snoozeMoments';

/** What is noted in place of where it is moved to. */
export const TOO_MANY = '';

const ELSEWHERE = 'in the mailbox, by another program';
const DAY_MS = 86_400_000;

/** What lies in a folder, and how it is marked. */
export interface Lying {
  folder: string;
  uid: number;
  seen: boolean;
}

const foldersOf = ({ folders }: Account) => folders ?? NO_FOLDERS;

export const placeThere = (account: Account, folder: string): MailPlace =>
  placeOf(folder, foldersOf(account));

const isDue = (tx: Tx, messageId: string, what: MailboxDue['what']): boolean =>
  dueOf(tx, messageId).some((each) => each.what === what);

/** It is elsewhere by now, and what was put off together with it is in the inbox. */
function moveHere(tx: Tx, message: Message, place: MailPlace, waiting: Return | undefined): void {
  if (waiting) endReturn(tx, waiting, 'ended', place);
  else placeMessage(tx, message, { place });
}

/** Put where it lies there. That is no change of mine to be told there. */
function place(desk: Desk, tx: Tx, message: Message, to: MailPlace): void {
  // What I sent has no place.
  if (message.place === null || message.place === to) return;
  const now = desk.now(tx);
  if (to === 'snoozed') {
    // Without a moment: it comes back at the first one that would be suggested.
    const until = suggestSnooze(desk, message.id)[0]?.at ?? now + DAY_MS;
    putOff(desk, tx, message.id, { until, words: 'put off elsewhere', wholeThread: false });
  } else {
    const waiting = waitingReturnOf(tx, message.id);
    // What comes again and again does so from the archive, too.
    moveHere(tx, message, to, to === 'archive' && waiting?.repeat ? undefined : waiting);
    const what = to === 'archive' ? 'archived' : 'put back into the inbox';
    record(tx, { at: now, messageId: message.id, what, why: ELSEWHERE });
  }
  dropDue(tx, message.id, 'place');
}

/** Marked as it is there. */
function mark(tx: Tx, message: Message, seen: boolean): void {
  if (message.place === null || message.unseen !== seen) return;
  setUnseen(tx, message.id, !seen);
  noteChange(tx, 'message', message.id);
  dropDue(tx, message.id, 'seen');
}

/** Where it is there: of several folders that in which it would be seen first; undefined where in none. */
const wholePlace = (
  account: Account,
  items: readonly Pick<MailboxItem, 'folder'>[],
): MailPlace | undefined =>
  items.length === 0 ? undefined : foremost(items.map(({ folder }) => placeThere(account, folder)));

/** What lies in the mailbox of one account, but for what is to be deleted there. */
const itemsIn = (tx: Tx, { id }: Account, messageId: string): MailboxItem[] =>
  itemsOf(tx, messageId).filter(({ accountId, moving }) => accountId === id && moving !== TOO_MANY);

/**
 * It lies elsewhere there than before. Only that counts: where it stands otherwise here since that is not kept the same, it
 * stays so. What was changed here and has not been told there goes first.
 */
function followPlace(desk: Desk, tx: Tx, account: Account, messageId: string, before: MailPlace | undefined) {
  const after = wholePlace(account, itemsIn(tx, account, messageId));
  const message = findMessage(tx, messageId);
  if (!message || after === undefined || after === before || isDue(tx, messageId, 'place')) return;
  place(desk, tx, message, after);
}

/**
 * A message that is here already is found to lie in a folder.
 * @param isPast it came before the mailbox was first looked into: both have their own past, and neither is moved by it
 */
export function lieThere(
  desk: Desk,
  tx: Tx,
  account: Account,
  { folder, uid, seen }: Lying,
  message: Message,
  isPast: boolean,
): void {
  const others = itemsIn(tx, account, message.id);
  const there = placeThere(account, folder);
  const home = others[0]?.home ?? (there === 'inbox' ? folder : INBOX);
  insertItem(tx, { accountId: account.id, folder, uid, messageId: message.id, seen, home, moving: null });
  if (message.place === null) return;
  if (others.length > 0) {
    // Somebody else moved it in the same moment, and a server may have let both: what was moved by this desk is one too many.
    const twin = others.find((other) => other.moving === other.folder);
    if (twin) changeItem(tx, twin, { moving: TOO_MANY });
    followPlace(desk, tx, account, message.id, wholePlace(account, others));
    if (twin) makeDue(tx, message.id, 'place');
    return;
  }
  // They meet for the first time: it came by another way as well, or the mailbox counts anew.
  if (seen) mark(tx, message, true);
  if (isPast) return;
  if (!seen && !message.unseen) makeDue(tx, message.id, 'seen');
  if (message.place === 'inbox') place(desk, tx, message, there);
  else if (message.place !== there) makeDue(tx, message.id, 'place');
}

/** It has only come, and lies in the folder for what is put off: it gets a moment. */
export const putOffThere = (desk: Desk, tx: Tx, messageId: string): void =>
  place(desk, tx, findMessage(tx, messageId)!, 'snoozed');

/** It is marked otherwise there. */
export function markedThere(tx: Tx, item: MailboxItem, seen: boolean): void {
  if (item.seen === seen) return;
  changeItem(tx, item, { seen });
  const message = findMessage(tx, item.messageId);
  if (message && !isDue(tx, message.id, 'seen')) mark(tx, message, seen);
}

/** It is in no folder that is looked at: there it was deleted, and nobody here undoes that. */
function gone(desk: Desk, tx: Tx, message: Message): void {
  const at = desk.now(tx);
  const waiting = waitingReturnOf(tx, message.id);
  if (message.place !== 'archive' || waiting) moveHere(tx, message, 'archive', waiting);
  if (waiting) {
    const words = `${message.subject || '(no subject)'}: deleted in the mailbox by another program, so it does not come back. It is in the archive.`;
    insertReminder(tx, { kind: 'snooze', at, words, messageId: message.id, todoId: null, sound: false });
  }
  record(tx, { at, messageId: message.id, what: 'deleted-elsewhere' });
  noteChange(tx, 'message', message.id);
}

/** A message does not lie there any more. */
export function liesThereNoMore(desk: Desk, tx: Tx, account: Account, item: MailboxItem): void {
  const before = wholePlace(account, itemsIn(tx, account, item.messageId));
  removeItem(tx, item);
  const message = findMessage(tx, item.messageId);
  if (!message) return;
  if (itemsOf(tx, message.id).length > 0) return followPlace(desk, tx, account, message.id, before);
  dropDue(tx, message.id, 'place');
  dropDue(tx, message.id, 'seen');
  if (message.place !== null) gone(desk, tx, message);
}
