/** Learning what other programs do with the drafts in a mailbox: written, changed, deleted there. */
import { INTAKE } from '#core/limits';
import { addressKey, AddressError, parseMailbox } from '#core/message/address';
import type { OpenFolder } from '#imap/client';
import type { IncomingMessage } from '#mail/parse';
import { isTooStrange, isUnreadable, longMs } from '#reading/pool';
import { attachmentsOf, changeAttachment } from '#store/attachments';
import {
  changeDraftCopy,
  draftCopiesIn,
  draftCopiesOf,
  insertDraftCopy,
  isKnownElsewhere,
  removeDraftCopy,
  unbindDraftCopies,
  type DraftCopy,
} from '#store/draftCopies';
import { noteChange } from '#store/journal';
import { isSealed } from '#store/sealed';
import { messageUnder } from '#store/left';
import { findFolder, putFolder } from '#store/mailboxes';
import { findMessage, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import { insertReminder } from '#store/todos';
import { accountOf } from '../../accounts/usualAccount';
import type { Desk } from '../../desk';
import { Invalid, Refused } from '../../errors';
import { readForWriting, type ForWriting } from '../../exchange/readForWriting';
import { groupsOf } from '../../exchange/readInGroups';
import { attachWhole, type WholeAttachment } from '../../messages/attachments';
import { createDraft } from '../../messages/createDraft';
import { deleteMessage } from '../../messages/deleteMessage';
import type { AddressInput } from '../../messages/draftInput';
import { editMessage } from '../../messages/editMessage';
import type { Pulling } from '../pull';
import { addressesOf, draftOfId, printOf } from './draftBytes';

/** More than that nobody goes on writing at: the oldest stay where they are. */
const MOST = 500;

/** What a draft of another program says; undefined where it is too strange to read. */
async function readDraft({ pool }: Pulling, bytes: Buffer): Promise<ForWriting | undefined> {
  const ms = longMs(bytes.length);
  try {
    const found = await readForWriting(bytes, (kind, input) => pool.read(kind, input, { ms }));
    return 'reason' in found || found.mail.strange ? undefined : found;
  } catch (error) {
    if (isTooStrange(error) || isUnreadable(error)) return undefined;
    throw error;
  }
}

type Addresses = readonly { name: string; address: string }[];

/** What is no address yet is being written there. */
function usable(all: Addresses): { name: string; address: string }[] {
  return all.flatMap(({ name, address }) => {
    try {
      return { name, address: parseMailbox(address).address };
    } catch (error) {
      if (error instanceof AddressError) return [];
      throw error;
    }
  });
}

const isSame = (a: Addresses, b: Addresses): boolean =>
  a.length === b.length &&
  a.every((each, index) => addressKey(each.address) === addressKey(b[index]!.address));

/** Who is named otherwise there than here; a group stands for those in it. */
function changedAddresses(tx: Tx, draft: Message, mail: IncomingMessage): Record<string, AddressInput[]> {
  const here = addressesOf(tx, draft);
  return Object.fromEntries(
    (['to', 'cc', 'bcc'] as const).flatMap((field) =>
      isSame(here[field], usable(mail[field])) ? [] : [[field, usable(mail[field])]],
    ),
  );
}

/** What is attached there, where that is something else. */
function followFiles(desk: Desk, tx: Tx, draft: Message, files: readonly WholeAttachment[]): void {
  const own = attachmentsOf(tx, draft.id).filter(({ linkId }) => linkId === null);
  const shape = (all: readonly { name: string; size: number }[]) =>
    JSON.stringify(all.map(({ name, size }) => [name, size]).sort());
  const there = files.map(({ name, bytes }) => ({ name, size: bytes.length }));
  if (shape(own) === shape(there)) return;
  for (const { id } of own) changeAttachment(tx, id, { removedAt: desk.now(tx) });
  for (const file of files) attachWhole(tx, draft.id, file);
}

/** Another program has changed it. @returns as it is now */
function changeHere(desk: Desk, tx: Tx, draft: Message, { mail, html, files }: ForWriting): Message {
  followFiles(desk, tx, draft, files);
  const { subject, text } = mail;
  const words = { subject, text, html };
  editMessage(desk, draft.id, { ...words, ...changedAddresses(tx, draft, mail) }, draft.revision);
  return findMessage(tx, draft.id)!;
}

/** The identity of the account that another program wrote it as; null: the main one. */
function identityFor(desk: Desk, tx: Tx, accountId: string, { from }: IncomingMessage): string | null {
  const { me, identities } = desk.settings(tx);
  const own = [{ id: null, address: me.address }, ...identities].filter(
    ({ id }) => accountOf(desk, tx, id) === accountId,
  );
  const written = own.find(({ address }) => addressKey(address) === addressKey(from.address));
  return (written ?? own[0])?.id ?? null;
}

/** Another program has written one. */
function writeHere(desk: Desk, tx: Tx, accountId: string, { mail, html, files }: ForWriting): Message {
  const { subject, text, to, cc, bcc, inReplyTo } = mail;
  const { importance, sensitivity, readReceipt } = mail.details;
  const answered = inReplyTo === undefined ? undefined : messageUnder(tx, inReplyTo);
  return createDraft(
    desk,
    {
      subject,
      text,
      html,
      to: usable(to),
      cc: usable(cc),
      bcc: usable(bcc),
      importance,
      sensitivity,
      readReceipt,
      identity: identityFor(desk, tx, accountId, mail),
      // What lies on that server in the clear is not encrypted by being read here.
      encrypt: 'no',
      answers: answered?.deletedAt === null ? answered.id : undefined,
    },
    files,
  );
}

/** What was put there by this desk, and whose UID is not known. */
function bind({ desk, account }: Pulling, uid: number, print: string): boolean {
  const { db } = desk.store;
  const copy = draftCopiesIn(db, account.id).findLast((each) => each.uid === null && each.print === print);
  if (copy) desk.store.write((tx) => changeDraftCopy(tx, copy, { uid }));
  return copy !== undefined;
}

/** Seconds are what a Date header has. */
const secondOf = (at: number): number => Math.floor(at / 1000);

/** It is left alone there. */
const NOBODYS = { id: '', revision: 0 };

const leaveAlone = ({ desk, account }: Pulling, uid: number, print: string): DraftCopy =>
  desk.store.write((tx) =>
    insertDraftCopy(tx, {
      accountId: account.id,
      uid,
      print,
      messageId: NOBODYS.id,
      revision: NOBODYS.revision,
    }),
  );

/** What it is a copy of from now on. */
function follow(desk: Desk, tx: Tx, accountId: string, read: ForWriting): Pick<Message, 'id' | 'revision'> {
  const id = draftOfId(read.mail.messageId);
  const draft = id === undefined ? undefined : findMessage(tx, id);
  if (!draft?.draft || draft.deletedAt !== null || isSealed(tx, draft.id))
    return writeHere(desk, tx, accountId, read);
  const last = draftCopiesOf(tx, accountId, draft.id).at(-1);
  if (last?.revision === draft.revision) return changeHere(desk, tx, draft, read);
  // Changed here as well since: both stay, each as a draft of its own.
  if (last) return writeHere(desk, tx, accountId, read);
  // That of another account is for that one to follow.
  if (accountOf(desk, tx, draft.identity) !== accountId) return NOBODYS;
  // Put there by this desk, before nothing was known of that folder any more: the newer one counts.
  const [here, there] = [secondOf(draft.at), secondOf(read.mail.date ?? 0)];
  if (there > here) return changeHere(desk, tx, draft, read);
  return { id: draft.id, revision: there === here ? draft.revision : 0 };
}

/** One that is not known there: changed by another program, or written by it. */
async function takeOne(pulling: Pulling, uid: number, bytes: Buffer): Promise<void> {
  const { desk, account } = pulling;
  const print = printOf(bytes);
  if (bind(pulling, uid, print)) return;
  const read = await readDraft(pulling, bytes);
  if (!read) return void leaveAlone(pulling, uid, print);
  try {
    desk.store.write((tx) => {
      const isAnothers = isKnownElsewhere(tx, account.id, print);
      const { id, revision } = isAnothers ? NOBODYS : follow(desk, tx, account.id, read);
      insertDraftCopy(tx, { accountId: account.id, uid, print, messageId: id, revision });
    });
  } catch (error) {
    // More readers, or longer files, than a draft here may have.
    if (!(error instanceof Invalid || error instanceof Refused)) throw error;
    leaveAlone(pulling, uid, print);
  }
}

/** It does not lie there any more. What has not been changed here since is deleted here, too: it may have been sent from there. */
function goneThere(desk: Desk, tx: Tx, copy: DraftCopy): void {
  removeDraftCopy(tx, copy);
  const draft = findMessage(tx, copy.messageId);
  if (!draft?.draft || draft.deletedAt !== null || draft.revision !== copy.revision) return;
  if (draftCopiesOf(tx, copy.accountId, copy.messageId).length > 0) return;
  deleteMessage(desk, draft.id);
  const words = `${draft.subject || '(no subject)'}: the draft was sent or deleted in the mailbox by another program, and is deleted here, too`;
  insertReminder(tx, {
    kind: 'review',
    words,
    at: desk.now(tx),
    messageId: null,
    todoId: null,
    sound: false,
  });
  noteChange(tx, 'return', draft.id);
}

/** The bytes of messages that are not too long, some at a time. */
async function* bytesOf(open: OpenFolder, uids: readonly number[]): AsyncGenerator<[number, Buffer | null]> {
  const described = uids.length > 0 ? await open.describe(uids) : [];
  const isLong = ({ size }: { size: number }) => size > INTAKE.messageBytes;
  for (const { uid } of described.filter(isLong)) yield [uid, null];
  const short = described.filter((each) => !isLong(each));
  for (const group of groupsOf(short, ({ size }) => size))
    yield* await open.sources(group.map(({ uid }) => uid));
}

/**
 * Learns what lies in the folder for drafts.
 * @throws (rejects) MailboxError
 */
export async function pullDrafts(pulling: Pulling): Promise<void> {
  const { desk, mailbox, account, signal } = pulling;
  const { db } = desk.store;
  const path = account.folders?.drafts;
  if (!path) return;
  const open = await mailbox.openOrMake(path);
  if (!open) return;
  const { uidValidity } = open.state;
  if (findFolder(db, account.id, path)?.uidValidity !== uidValidity)
    desk.store.write((tx) => {
      unbindDraftCopies(tx, account.id);
      putFolder(tx, {
        accountId: account.id,
        path,
        uidValidity,
        modseq: null,
        top: 0,
        bottom: 1,
        rest: 0,
        stopped: false,
      });
    });
  const uids = await open.uids();
  const known = new Map(draftCopiesIn(db, account.id).map((copy) => [copy.uid, copy]));
  const fresh = uids.filter((uid) => !known.has(uid)).slice(-MOST);
  const there = new Set(uids);
  for await (const [uid, bytes] of bytesOf(open, fresh)) {
    if (signal.aborted) return;
    if (bytes) await takeOne(pulling, uid, bytes);
    else leaveAlone(pulling, uid, '');
  }
  const gone = [...known.values()].filter(({ uid }) => uid !== null && !there.has(uid));
  if (gone.length > 0) desk.store.write((tx) => gone.forEach((copy) => goneThere(desk, tx, copy)));
}
