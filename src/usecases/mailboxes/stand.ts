/** How messages stand here and in their mailbox, made the same on this side. */
import { firstSettled, settled, type Stands } from '#core/mailbox/agree';
import { foremost, INBOX, NO_FOLDERS, placeOf } from '#core/mailbox/folders';
import type { Account } from '#store/accounts';
import { noteDue } from '#store/clock';
import { noteChange, record } from '#store/journal';
import {
  changeItem,
  dropDue,
  dueOf,
  insertItem,
  itemsOf,
  makeDue,
  removeItem,
  type MailboxItem,
} from '#store/mailboxes';
import { findMessage, setUnseen, type Message } from '#store/messages';
import { insertReturn, timesPutOff, updateReturn, waitingReturnOf } from '#store/returns';
import type { Tx } from '#store/store';
import { insertReminder } from '#store/todos';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { endWaiting } from '../incoming/archive';
import { placeMessage } from '../incoming/bringBack';
import { suggestSnooze } from '../incoming/snoozeMoments';

/** What is noted in place of where it is moved to. */
export const TOO_MANY = '';

const ELSEWHERE = 'in the mailbox, by another program';

/** What lies in a folder, and how it is marked. */
export interface Lying {
  folder: string;
  uid: number;
  seen: boolean;
}

export const standsAs = ({ folders }: Account, { folder, seen }: Pick<Lying, 'folder' | 'seen'>): Stands => ({
  place: placeOf(folder, folders ?? NO_FOLDERS),
  seen,
});

/** Put off elsewhere, without a moment: it comes back at the first one that would be suggested. */
function putOff(desk: Desk, tx: Tx, message: Message, now: number): void {
  const [first] = suggestSnooze(desk, message.id);
  const due = first?.at ?? now + 86_400_000;
  const row = insertReturn(tx, {
    id: newId(),
    messageId: message.id,
    kind: 'snooze',
    due,
    state: 'waiting',
    createdAt: now,
    words: 'put off elsewhere',
    wholeThread: false,
    early: true,
    note: '',
    repeat: null,
    times: timesPutOff(tx, message.id) + 1,
    fromPlace: message.place,
  });
  noteChange(tx, 'return', row.id);
  noteDue(tx, due);
}

function move(desk: Desk, tx: Tx, message: Message, place: Stands['place'], now: number): void {
  const at = now;
  if (place === 'archive') endWaiting(tx, [message]);
  const waiting = waitingReturnOf(tx, message.id);
  if (place === 'inbox' && waiting) {
    updateReturn(tx, waiting.id, { state: 'ended' });
    noteChange(tx, 'return', waiting.id);
  }
  if (place === 'snoozed' && !waiting) putOff(desk, tx, message, now);
  placeMessage(tx, message, { place });
  const what = { archive: 'archived', inbox: 'put back into the inbox', snoozed: 'snoozed' }[place];
  record(tx, { at, messageId: message.id, what, why: ELSEWHERE });
}

/** It stands here as it is to stand. That is no change of mine to be told there. */
function standHere(desk: Desk, tx: Tx, id: string, to: Stands): void {
  const message = findMessage(tx, id);
  // What I sent has no place.
  if (!message || message.place === null) return;
  if (message.place !== to.place) {
    move(desk, tx, message, to.place, desk.now(tx));
    dropDue(tx, id, 'place');
  }
  if (message.unseen === to.seen) {
    setUnseen(tx, id, !to.seen);
    noteChange(tx, 'message', id);
    dropDue(tx, id, 'seen');
  }
}

const hereOf = ({ place, unseen }: Message): Stands => ({ place: place ?? 'archive', seen: !unseen });

/** A message that is here already is found to lie in a folder. */
export function lieThere(
  desk: Desk,
  tx: Tx,
  account: Account,
  { folder, uid, seen }: Lying,
  message: Message,
): void {
  const others = itemsOf(tx, message.id).filter(({ accountId }) => accountId === account.id);
  const there = standsAs(account, { folder, seen });
  const home = others[0]?.home ?? (there.place === 'inbox' ? folder : INBOX);
  insertItem(tx, { accountId: account.id, folder, uid, messageId: message.id, seen, home, moving: null });
  if (message.place === null) return;
  // Somebody else moved it in the same moment, and a server may have let both: what was moved by this desk is one too many.
  const twin = others.find((other) => other.moving === other.folder);
  if (twin) {
    changeItem(tx, twin, { moving: TOO_MANY });
    makeDue(tx, message.id, 'place');
  }
  if (others.length > 0) return agreeOn(desk, tx, account, message.id);
  const here = hereOf(message);
  const to = firstSettled(here, there);
  standHere(desk, tx, message.id, to);
  if (to.place !== there.place) makeDue(tx, message.id, 'place');
  if (to.seen !== there.seen) makeDue(tx, message.id, 'seen');
}

/** Something has changed there. @param seen how it is marked by now, where that has changed */
export function agreeOn(
  desk: Desk,
  tx: Tx,
  { id, folders }: Account,
  messageId: string,
  seen?: boolean,
): void {
  const message = findMessage(tx, messageId);
  const items = itemsOf(tx, messageId).filter(
    ({ accountId, moving }) => accountId === id && moving !== TOO_MANY,
  );
  if (!message || message.place === null || items.length === 0) return;
  const here = hereOf(message);
  const due = dueOf(tx, messageId).map(({ what }) => what);
  const place = foremost(items.map(({ folder }) => placeOf(folder, folders ?? NO_FOLDERS)));
  const changed = { place: due.includes('place'), seen: seen === undefined || due.includes('seen') };
  standHere(desk, tx, messageId, settled(here, { place, seen: seen ?? here.seen }, changed));
}

/** It is marked otherwise there. */
export function markedThere(desk: Desk, tx: Tx, account: Account, item: MailboxItem, seen: boolean): void {
  if (item.seen === seen) return;
  changeItem(tx, item, { seen });
  agreeOn(desk, tx, account, item.messageId, seen);
}

/** It is in no folder that is looked at: there it was deleted, and nobody here undoes that. */
function gone(desk: Desk, tx: Tx, message: Message): void {
  const now = desk.now(tx);
  if (message.place === 'inbox' || message.place === 'snoozed') {
    const waiting = waitingReturnOf(tx, message.id);
    if (waiting) {
      updateReturn(tx, waiting.id, { state: 'ended' });
      noteChange(tx, 'return', waiting.id);
      const words = `${message.subject || '(no subject)'}: deleted in the mailbox by another program, so it does not come back. It is in the archive.`;
      insertReminder(tx, {
        kind: 'snooze',
        at: now,
        words,
        messageId: message.id,
        todoId: null,
        sound: false,
      });
    }
    placeMessage(tx, message, { place: 'archive' });
  }
  record(tx, { at: now, messageId: message.id, what: 'deleted-elsewhere' });
  noteChange(tx, 'message', message.id);
}

/** A message does not lie there any more. */
export function liesThereNoMore(desk: Desk, tx: Tx, account: Account, item: MailboxItem): void {
  removeItem(tx, item);
  const message = findMessage(tx, item.messageId);
  if (!message) return;
  if (itemsOf(tx, message.id).length > 0) return agreeOn(desk, tx, account, message.id);
  dropDue(tx, message.id, 'place');
  dropDue(tx, message.id, 'seen');
  if (message.place !== null) gone(desk, tx, message);
}
