/** Putting drafts into a mailbox, and taking out what is no draft any more. */
import type { Mailbox } from '#imap/client';
import type { Account } from '#store/accounts';
import {
  changeDraftCopy,
  copiesToTakeOut,
  draftCopiesOf,
  draftsToPut,
  dropUnboundCopies,
  insertDraftCopy,
  removeDraftCopy,
} from '#store/draftCopies';
import { findFolder } from '#store/mailboxes';
import type { Message } from '#store/messages';
import { namesOf, usualAccount } from '../../accounts/usualAccount';
import type { Desk } from '../../desk';
import { draftBytes, isBlank, printOf } from './draftBytes';

/** What is being written rests so long, real ms, before it is put there: every change of it is a whole message there. */
const RESTS_MS = 3000;

/** Which drafts nobody has changed for a while; forgotten where the process ends. */
export class Resting {
  private readonly since = new Map<string, { revision: number; at: number }>();

  /** @param now real ms @returns the drafts that rest, and how long until the next does, ms; undefined where none will */
  among(drafts: readonly Message[], now = performance.now()): { rested: Message[]; next?: number } {
    const rested: Message[] = [];
    let next: number | undefined;
    const ids = new Set(drafts.map(({ id }) => id));
    for (const id of this.since.keys()) if (!ids.has(id)) this.since.delete(id);
    for (const draft of drafts) {
      const known = this.since.get(draft.id);
      if (known?.revision !== draft.revision) this.since.set(draft.id, { revision: draft.revision, at: now });
      const rests = now - this.since.get(draft.id)!.at;
      if (rests >= RESTS_MS) rested.push(draft);
      else next = Math.min(next ?? RESTS_MS, RESTS_MS - rests);
    }
    return { rested, next };
  }
}

export interface PushingDrafts {
  desk: Desk;
  mailbox: Mailbox;
  account: Account;
  signal: AbortSignal;
  resting: Resting;
}

/**
 * Makes the folder for drafts what they are here; to be asked when it has been looked at just before.
 * @returns whether it is to be looked at again, and after how long, ms
 * @throws (rejects) MailboxError; what was done by then is done
 */
export async function pushDrafts(pushing: PushingDrafts): Promise<{ again: boolean; next?: number }> {
  const { desk, mailbox, account, signal, resting } = pushing;
  const { db } = desk.store;
  const folder = account.folders?.drafts;
  if (!folder) return { again: false };
  // What was begun and is not there is put there anew.
  desk.store.write((tx) => dropUnboundCopies(tx, account.id));
  const names = namesOf(account.id, usualAccount(db));
  const { rested, next } = resting.among(draftsToPut(db, account.id, names));
  let again = false;
  for (const draft of rested) {
    if (signal.aborted) return { again: false };
    // One that had words before is emptied there, too.
    if (isBlank(db, draft) && draftCopiesOf(db, account.id, draft.id).length === 0) continue;
    const bytes = await draftBytes(db, draft);
    const { id: messageId, revision } = draft;
    const copy = desk.store.write((tx) =>
      insertDraftCopy(tx, { accountId: account.id, messageId, uid: null, revision, print: printOf(bytes) }),
    );
    const uid = await mailbox.append(folder, bytes, draft.at, true);
    // Where the server does not say which it is, the next look finds it.
    if (uid === undefined) again = true;
    else desk.store.write((tx) => changeDraftCopy(tx, copy, { uid }));
  }
  const old = copiesToTakeOut(db, account.id, names);
  const open = old.length > 0 && !signal.aborted ? await mailbox.open(folder) : undefined;
  if (open?.state.uidValidity !== findFolder(db, account.id, folder)?.uidValidity) return { again, next };
  for (const copy of old) {
    if (signal.aborted || !open) break;
    // What the server refuses to delete is still known as what it was.
    if (await open.remove(copy.uid!)) desk.store.write((tx) => removeDraftCopy(tx, copy));
  }
  return { again, next };
}
