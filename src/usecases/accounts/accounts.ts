/** Accounts: added, changed, taken off, each with its server tried at once. */
import { isIP } from 'node:net';
import {
  draftsApart,
  knownFolders,
  NO_FOLDERS,
  usualFolders,
  type MailboxFolders,
} from '#core/mailbox/folders';
import { usualPort, type Security, type ServerKind, type ServerPlace } from '#core/message/account';
import { addressKey, AddressError, parseMailbox } from '#core/message/address';
import type { FoundFolder } from '#imap/client';
import { mayGoPlain } from '#mail/mayGoPlain';
import {
  changeAccountRow,
  findAccount,
  insertAccount,
  loadTrouble,
  removeAccountRow,
  type Account,
} from '#store/accounts';
import { countPending } from '#store/dueDepartures';
import { noteChange } from '#store/journal';
import { forgetDraftCopies } from '#store/draftCopies';
import { changeFolder, foldersOf, forgetFolder } from '#store/mailboxes';
import { writeSettings } from '#store/settings';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound } from '../errors';
import { oneLine } from '../messages/draftInput';
import { takenIn } from '../mailboxes/takenIn';
import { newId } from '../newId';
import { tryServersSoon } from '../release/serverTrouble';
import { openSecret, sealSecret } from '../secrets/keys';
import { mailboxAccess } from './mailboxAccess';
import { imapPasswordOf, smtpPasswordOf } from './passwords';
import { tryMailbox, trySending } from './tryServers';
import { everyAccount, namesOf, usualAccount } from './usualAccount';

/** Passwords are given to the servers they are for, and to nobody else. */
export interface AccountView {
  /** Empty for the one the environment names. */
  id: string;
  name: string;
  address: string;
  /** null for the environment's: what it is stands there. */
  smtp: ServerPlace | null;
  perMinute: number | null;
  /** Identities that name none leave through it. */
  usual: boolean;
  /** Why nothing leaves through it now, in words. */
  trouble: string | null;
  /** Departures that are to leave through it. */
  pending: number;
  /** null where none is looked into. */
  mailbox: MailboxView | null;
}

/** A mailbox that is kept the same. */
export interface MailboxView extends ServerPlace {
  folders: MailboxFolders;
  /** It has been looked into. */
  begun: boolean;
  /** Messages that have not been taken in. */
  rest: number;
  /** The rest is not to be taken in. */
  stopped: boolean;
  /** Why it cannot be looked into now, in words, and since when, real epoch ms. */
  trouble: string | null;
  since: number | null;
}

export interface ServerInput {
  host: string;
  /** The usual one where none is said. */
  port?: number;
  security: Security;
  /** The address where none is said. */
  user?: string;
}

export interface AccountInput {
  address: string;
  name?: string;
  password: string;
  smtp: ServerInput;
  /** Its password is the other one’s where none is said. */
  imap?: (ServerInput & { password?: string }) | null;
  folders?: Partial<MailboxFolders>;
  perMinute?: number | null;
  /** The host once more: without encryption it is used only if it is named. */
  plainHost?: string;
  /** It is kept although it cannot be reached. */
  untried?: boolean;
}

function viewOf(
  db: Reading,
  usual: string | undefined,
  { id, name, row }: ReturnType<typeof everyAccount>[number],
): AccountView {
  return {
    mailbox: row?.imap
      ? {
          ...row.imap,
          folders: row.folders ?? NO_FOLDERS,
          begun: row.imapSince !== null,
          ...takenIn(db, id),
          trouble: row.imapTrouble,
          since: row.imapTroubleSince,
        }
      : null,
    id,
    name,
    address: row?.address ?? '',
    smtp: row?.smtp ?? null,
    perMinute: row?.perMinute ?? null,
    usual: id === usual,
    trouble: loadTrouble(db, id)?.trouble ?? null,
    pending: countPending(db, namesOf(id, usual)),
  };
}

/** The environment's first, then the oldest. */
export function listAccounts(desk: Desk): AccountView[] {
  const { db } = desk.store;
  const usual = usualAccount(db);
  return everyAccount(db).map((each) => viewOf(db, usual, each));
}

function known(db: Reading, id: string): Account {
  const row = findAccount(db, id);
  if (!row) throw new NotFound('There is no such account.');
  return row;
}

/** @throws NotFound */
export function readAccount(desk: Desk, id: string): AccountView {
  const { db } = desk.store;
  const row = known(db, id);
  return viewOf(db, usualAccount(db), { id, name: row.name, row });
}

const HOST = /^[\p{L}\p{N}](?:[\p{L}\p{N}.-]{0,251}[\p{L}\p{N}])?$/u;

/** @param kind also where what is wrong is said @throws Invalid */
function checkedServer(
  { host, port, security, user }: ServerInput,
  address: string,
  plainHosts: readonly string[],
  kind: ServerKind,
): ServerPlace {
  const name = host.trim().replace(/^\[|\]$/g, '');
  if (!HOST.test(name) && isIP(name) === 0)
    throw new Invalid('That is no name of a server. Write it as mail.place.example.', `${kind}.host`);
  const isAllowed =
    plainHosts.includes(name.toLowerCase()) || mayGoPlain(name, process.env.OAK_SMTP_PLAIN ?? '');
  if (security === 'none' && !isAllowed)
    throw new Invalid(
      `Without encryption everybody on the way to ${name} can read the password and the mail. Write its name once more to allow it.`,
      'plainHost',
    );
  return {
    host: name,
    port: port ?? usualPort(kind, security),
    security,
    user: user === undefined ? address : user.trim(),
  };
}

/** Both may be named, commas between. */
const plainHostsOf = ({ plainHost = '' }: { plainHost?: string }): string[] =>
  plainHost.toLowerCase().split(/[\s,]+/);

function checkedAddress(address: string): string {
  try {
    return parseMailbox(address).address;
  } catch (error) {
    if (error instanceof AddressError) throw new Invalid(error.message, 'address');
    throw error;
  }
}

/** @throws Invalid */
function checkedFolders(folders: MailboxFolders): MailboxFolders {
  if (draftsApart(folders)) return folders;
  throw new Invalid('Other mail lies in that folder. Choose one that is for drafts only.', 'folders.drafts');
}

const announce = (tx: Tx, id: string) => {
  noteChange(tx, 'account', id);
  noteChange(tx, 'health', 'mail server');
};

/** A new one is one I can write as: those who have none yet get it, another address becomes an identity. */
function giveIdentity(desk: Desk, tx: Tx, id: string, { address, name }: Account): void {
  const { me, identities, signature } = desk.settings(tx);
  const key = addressKey(address);
  const known = identities.findIndex((each) => addressKey(each.address) === key);
  if (me.address === '' || addressKey(me.address) === key) {
    writeSettings(tx, { account: id, ...(me.address === '' && { me: { ...me, address } }) });
  } else if (known >= 0) {
    const own = { ...identities[known]!, account: id };
    writeSettings(tx, { identities: identities.with(known, own) });
  } else {
    const own = { id: newId(), name: me.name || name, address, signature, account: id };
    writeSettings(tx, { identities: [...identities, own] });
  }
  noteChange(tx, 'settings', 'identities');
}

/**
 * It is tried before it is kept, and whoever writes as its address leaves through it from then on.
 * @throws (rejects) Invalid where it cannot be used
 */
export async function addAccount(desk: Desk, input: AccountInput): Promise<AccountView> {
  const address = checkedAddress(input.address);
  const plain = plainHostsOf(input);
  const smtp = checkedServer(input.smtp, address, plain, 'smtp');
  const imap = input.imap ? checkedServer(input.imap, address, plain, 'imap') : null;
  const imapPassword = input.imap?.password ?? input.password;
  if (!input.untried) await trySending(smtp, input.password);
  const found = imap && !input.untried ? await tryMailbox({ place: imap, password: imapPassword }) : [];
  const id = newId();
  desk.store.write((tx) => {
    const row: Account = {
      id,
      name: oneLine(input.name ?? '') || address,
      address,
      smtp,
      smtpPassword: sealSecret(desk.dataDir, input.password, smtpPasswordOf(id)),
      perMinute: input.perMinute ?? null,
      imap,
      imapPassword: imap ? sealSecret(desk.dataDir, imapPassword, imapPasswordOf(id)) : '',
      folders: imap ? checkedFolders({ ...usualFolders(found), ...input.folders }) : null,
      imapSince: null,
      imapTrouble: null,
      imapTroubleSince: null,
      createdAt: desk.now(tx),
    };
    insertAccount(tx, row);
    giveIdentity(desk, tx, id, row);
    announce(tx, id);
  });
  return readAccount(desk, id);
}

export interface AccountPatch extends Partial<Omit<AccountInput, 'address'>> {
  /** Whether what was there before goes on being taken in. */
  takeRest?: boolean;
}

/** Another mailbox than before: what is known of that one counts no more. */
const isOtherMailbox = (before: ServerPlace | null, next: ServerPlace | null): boolean =>
  before !== null && (next === null || before.host !== next.host || before.user !== next.user);

/** Of folders that are looked at no more nothing is known; of another server’s neither. */
function forgetUnfollowed(tx: Tx, { id, imap, folders }: Account, next: Partial<Account>): void {
  const isOther = next.imap !== undefined && isOtherMailbox(imap, next.imap);
  const chosen = next.folders ?? folders ?? NO_FOLDERS;
  const kept = isOther ? [] : knownFolders(chosen);
  if (isOther || chosen.drafts !== folders?.drafts) forgetDraftCopies(tx, id);
  for (const { path } of foldersOf(tx, id)) if (!kept.includes(path)) forgetFolder(tx, id, path);
}

/** What is kept of a mailbox that is elsewhere by now, opened by another password, or looked at otherwise. */
function mailboxPatch(
  desk: Desk,
  before: Account,
  imap: ServerPlace | null,
  {
    folders,
    password,
    found,
  }: { folders?: Partial<MailboxFolders>; password?: string; found: FoundFolder[] },
): Partial<Account> {
  const untroubled = { imapTrouble: null, imapTroubleSince: null };
  if (imap === null) return { imap, imapPassword: '', folders: null, imapSince: null, ...untroubled };
  return {
    imap,
    folders: checkedFolders({ ...(before.folders ?? usualFolders(found)), ...folders }),
    ...(isOtherMailbox(before.imap, imap) && { imapSince: null }),
    ...(password !== undefined && {
      imapPassword: sealSecret(desk.dataDir, password, imapPasswordOf(before.id)),
      ...untroubled,
    }),
  };
}

/** What it is reached by is tried before it is kept. @throws (rejects) NotFound, Invalid */
export async function changeAccount(desk: Desk, id: string, patch: AccountPatch): Promise<AccountView> {
  const before = known(desk.store.db, id);
  const plain = plainHostsOf(patch);
  const { password, untried } = patch;
  const smtp = patch.smtp ? checkedServer(patch.smtp, before.address, plain, 'smtp') : before.smtp;
  const asked = patch.imap && checkedServer(patch.imap, before.address, plain, 'imap');
  const imap = asked === undefined ? before.imap : asked;
  const sending = () => password ?? openSecret(desk.dataDir, before.smtpPassword, smtpPasswordOf(id));
  // One that is new here is opened by what mail is sent with.
  const mailboxPassword = patch.imap?.password ?? password ?? (asked && !before.imap ? sending() : undefined);
  if (!untried && (patch.smtp || password !== undefined)) await trySending(smtp, sending());
  const isToTry = imap && !untried && (asked || mailboxPassword !== undefined);
  const kept = () => openSecret(desk.dataDir, before.imapPassword, imapPasswordOf(id));
  const found = isToTry ? await tryMailbox({ place: imap, password: mailboxPassword ?? kept() }) : [];
  desk.store.write((tx) => {
    const present = known(tx, id);
    const mailbox: Partial<Account> =
      present.imap || asked
        ? mailboxPatch(desk, present, imap, { folders: patch.folders, password: mailboxPassword, found })
        : {};
    forgetUnfollowed(tx, present, mailbox);
    if (patch.takeRest !== undefined)
      for (const { path } of foldersOf(tx, id)) changeFolder(tx, id, path, { stopped: !patch.takeRest });
    changeAccountRow(tx, id, {
      smtp,
      ...mailbox,
      ...(patch.name !== undefined && { name: oneLine(patch.name) || before.address }),
      ...(patch.perMinute !== undefined && { perMinute: patch.perMinute }),
      ...(password !== undefined && {
        smtpPassword: sealSecret(desk.dataDir, password, smtpPasswordOf(id)),
      }),
    });
    announce(tx, id);
  });
  return readAccount(desk, id);
}

/**
 * Whoever left through it leaves through the usual one from now on; what came by its mailbox stays.
 * @throws NotFound
 */
export function removeAccount(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    known(tx, id);
    const { account, identities } = desk.settings(tx);
    writeSettings(tx, {
      ...(account === id && { account: null }),
      identities: identities.map((each) => (each.account === id ? { ...each, account: null } : each)),
    });
    removeAccountRow(tx, id);
    noteChange(tx, 'settings', 'identities');
    announce(tx, id);
  });
}

/**
 * What waits for it goes on at once where it works.
 * @throws (rejects) NotFound; Invalid in words where it cannot be used
 */
export async function tryAccount(desk: Desk, id: string): Promise<void> {
  const account = known(desk.store.db, id);
  await trySending(account.smtp, openSecret(desk.dataDir, account.smtpPassword, smtpPasswordOf(id)));
  tryServersSoon(desk, id);
  const access = mailboxAccess(desk, account);
  if (!access) return;
  await tryMailbox(access);
  desk.store.write((tx) => {
    changeAccountRow(tx, id, { imapTrouble: null, imapTroubleSince: null });
    announce(tx, id);
  });
}

/** The folders of its mailbox, asked for there. @throws (rejects) NotFound; Invalid where that does not work */
export async function mailboxFoldersOf(desk: Desk, id: string): Promise<FoundFolder[]> {
  const access = mailboxAccess(desk, known(desk.store.db, id));
  if (!access) throw new NotFound('This account has no mailbox.');
  return tryMailbox(access);
}
