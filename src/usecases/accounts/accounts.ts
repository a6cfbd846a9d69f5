/** Accounts: added, changed, taken off, each with its server tried at once. */
import { usualPort, type Security, type ServerPlace } from '#core/message/account';
import { addressKey, AddressError, parseMailbox } from '#core/message/address';
import { mayGoPlain } from '#mail/mayGoPlain';
import { SmtpPool } from '#mail/smtpPool';
import { accountServer } from '#mail/smtpServer';
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
import { writeSettings } from '#store/settings';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound } from '../errors';
import { oneLine } from '../messages/draftInput';
import { newId } from '../newId';
import { openSecret, sealSecret } from '../secrets/keys';
import { smtpPasswordOf } from './passwords';
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

const HOST = /^[\p{L}\p{N}](?:[\p{L}\p{N}.-]{0,251}[\p{L}\p{N}])?$|^[\da-f:]+:[\da-f:.]*$/iu;

/** @throws Invalid */
function checkedServer(
  { host, port, security, user }: ServerInput,
  address: string,
  plainHost: string | undefined,
  path: string,
): ServerPlace {
  const name = host.trim().replace(/^\[|\]$/g, '');
  if (!HOST.test(name))
    throw new Invalid('That is no name of a server. Write it as mail.place.example.', `${path}.host`);
  const isAllowed =
    plainHost?.trim().toLowerCase() === name.toLowerCase() ||
    mayGoPlain(name, process.env.OAK_SMTP_PLAIN ?? '');
  if (security === 'none' && !isAllowed)
    throw new Invalid(
      `Without encryption everybody on the way to ${name} can read the password and the mail. Write its name once more to allow it.`,
      'plainHost',
    );
  return {
    host: name,
    port: port ?? usualPort('smtp', security),
    security,
    user: user === undefined ? address : user.trim(),
  };
}

function checkedAddress(address: string): string {
  try {
    return parseMailbox(address).address;
  } catch (error) {
    if (error instanceof AddressError) throw new Invalid(error.message, 'address');
    throw error;
  }
}

/** @throws (rejects) Invalid, in words, where nobody can be signed in there */
async function tried(place: ServerPlace, password: string): Promise<void> {
  try {
    await new SmtpPool(accountServer(place, password)).tryOut();
  } catch (error) {
    throw new Invalid((error as Error).message, 'smtp');
  }
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
  const smtp = checkedServer(input.smtp, address, input.plainHost, 'smtp');
  if (!input.untried) await tried(smtp, input.password);
  const id = newId();
  desk.store.write((tx) => {
    const row: Account = {
      id,
      name: oneLine(input.name ?? '') || address,
      address,
      smtp,
      smtpPassword: sealSecret(desk.dataDir, input.password, smtpPasswordOf(id)),
      perMinute: input.perMinute ?? null,
      createdAt: desk.now(tx),
    };
    insertAccount(tx, row);
    giveIdentity(desk, tx, id, row);
    announce(tx, id);
  });
  return readAccount(desk, id);
}

export type AccountPatch = Partial<Omit<AccountInput, 'address'>>;

/** What it is reached by is tried before it is kept. @throws (rejects) NotFound, Invalid */
export async function changeAccount(desk: Desk, id: string, patch: AccountPatch): Promise<AccountView> {
  const before = known(desk.store.db, id);
  const smtp = patch.smtp ? checkedServer(patch.smtp, before.address, patch.plainHost, 'smtp') : before.smtp;
  if ((patch.smtp || patch.password !== undefined) && !patch.untried)
    await tried(smtp, patch.password ?? openSecret(desk.dataDir, before.smtpPassword, smtpPasswordOf(id)));
  desk.store.write((tx) => {
    known(tx, id);
    changeAccountRow(tx, id, {
      smtp,
      ...(patch.name !== undefined && { name: oneLine(patch.name) || before.address }),
      ...(patch.perMinute !== undefined && { perMinute: patch.perMinute }),
      ...(patch.password !== undefined && {
        smtpPassword: sealSecret(desk.dataDir, patch.password, smtpPasswordOf(id)),
      }),
    });
    announce(tx, id);
  });
  return readAccount(desk, id);
}

/** Whoever left through it leaves through the usual one from now on. @throws NotFound */
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

/** @throws (rejects) NotFound; Invalid in words where it cannot be used */
export async function tryAccount(desk: Desk, id: string): Promise<void> {
  const { smtp, smtpPassword } = known(desk.store.db, id);
  await tried(smtp, openSecret(desk.dataDir, smtpPassword, smtpPasswordOf(id)));
}
