/** A mailbox of a mail server (IMAP, RFC 9051 and RFC 3501), as far as keeping it the same needs it. */
import type { ImapFlow, ImapFlowOptions, MailboxObject, SearchObject } from 'imapflow';
import { INBOX } from '#core/mailbox/folders';
import { placeLabel, type ServerPlace } from '#core/message/account';
import { serverWords, type ConnectionError } from '#mail/serverWords';

/** What went wrong, in words for the person. */
export class MailboxError extends Error {}

export interface MailboxAccess {
  place: ServerPlace;
  password: string;
}

/** A folder there is. */
export interface FoundFolder {
  path: string;
  /** What it is for (RFC 6154), as `\Sent`; null where that is not known. */
  use: string | null;
}

/** How a folder stands. */
export interface FolderState {
  uidValidity: string;
  /** The next message gets this UID or a higher one; null where that has not been said anew. */
  uidNext: number | null;
  exists: number;
  /** Another one with each change (RFC 7162), as it was when the folder was opened; null where the server does not tell. */
  modseq: string | null;
}

/** A message as the server describes it. */
export interface DescribedMessage {
  uid: number;
  /** Bytes. */
  size: number;
  seen: boolean;
  /** When the server got it, epoch ms. */
  at: number;
}

const SEEN = '\\Seen';
const DRAFT = '\\Draft';
/** Longer than this nothing is waited for, ms. */
const PATIENCE = { connect: 30_000, greeting: 30_000, socket: 120_000 };
/** Servers end an IDLE after half an hour (RFC 2177); before that it is begun anew. */
const IDLE_MS = 25 * 60_000;

/** @param listens after so long, ms, with nothing to do; undefined: it does not */
function optionsFor({ place, password }: MailboxAccess, listens?: number): ImapFlowOptions {
  const { host, port, security, user } = place;
  return {
    host,
    port,
    secure: security === 'tls',
    // Never in the open where encryption was asked for, even if the server says it offers none.
    ...(security !== 'tls' && { doSTARTTLS: security === 'starttls' ? true : undefined }),
    auth: { user, pass: password },
    clientInfo: { name: 'Oak Lantern' },
    logger: false,
    ...(listens === undefined ? { disableAutoIdle: true } : { autoIdleDelay: listens }),
    connectionTimeout: PATIENCE.connect,
    greetingTimeout: PATIENCE.greeting,
    socketTimeout: PATIENCE.socket,
    maxIdleTime: IDLE_MS,
  };
}

interface ImapError extends ConnectionError {
  authenticationFailed?: boolean;
  responseText?: string;
}

/** The client tells otherwise what the words know by its name. */
function codeOf(error: ImapError): string | undefined {
  if (error.authenticationFailed) return 'EAUTH';
  return /STARTTLS/i.test(error.message) ? 'ETLS 500' : error.code;
}

function inWordsOf(place: ServerPlace, error: ImapError): MailboxError {
  const server = { label: placeLabel(place), saidBy: 'account', kind: 'mailbox server' } as const;
  const { name, message, originalCode, responseText: response } = error;
  return new MailboxError(
    serverWords(server, { name, message, originalCode, response, code: codeOf(error) }),
    {
      cause: error,
    },
  );
}

async function connected(access: MailboxAccess, listens?: number): Promise<ImapFlow> {
  // Only where a mailbox is looked into: it takes memory of processes that never do.
  const { ImapFlow: Client } = await import('imapflow');
  const client = new Client(optionsFor(access, listens));
  // What is under way is told by its own rejection.
  client.on('error', () => {});
  try {
    await client.connect();
  } catch (error) {
    client.close();
    throw inWordsOf(access.place, error as ImapError);
  }
  return client;
}

const rangeOf = (uids: readonly number[]) => uids.join(',');

/** So many folders are kept open by a connection each, and tell of changes as they happen; the others share one. */
const KEPT_OPEN = 4;
/** A connection that has nothing to do listens after so long, ms (IDLE, RFC 2177). */
const LISTEN_MS = 20;

/** A folder that is open: to be used before another is opened. Whatever goes wrong is a MailboxError. */
export class OpenFolder {
  constructor(
    readonly path: string,
    readonly state: FolderState,
    private readonly client: ImapFlow,
    private readonly place: ServerPlace,
  ) {}

  private ask<T>(work: () => Promise<T>): Promise<T> {
    return inWords(this.place, work);
  }

  /** What the client calls undone was refused by the server, or the connection broke off meanwhile. */
  private done(done: unknown): boolean {
    if (!done && !this.client.usable)
      throw Object.assign(new Error('The connection broke off.'), { code: 'ECONNRESET' });
    return Boolean(done);
  }

  /** What is searched for; a server that refuses to search has not found nothing. */
  private async searched(query: SearchObject): Promise<number[]> {
    const found = await this.client.search(query, { uid: true });
    if (!this.done(found) || !Array.isArray(found))
      throw new MailboxError(`The mailbox server does not say what lies in “${this.path}”.`);
    return found;
  }

  /** The UIDs in it, ascending. @param from the lowest */
  uids(from = 1): Promise<number[]> {
    return this.ask(async () => {
      const found = await this.searched({ uid: `${from}:*` });
      // A range whose end is * has the last one always (RFC 9051 §9).
      return found.filter((uid) => uid >= from).sort((a, b) => a - b);
    });
  }

  describe(uids: readonly number[]): Promise<DescribedMessage[]> {
    return this.ask(async () => {
      const found: DescribedMessage[] = [];
      const query = { uid: true, size: true, flags: true, internalDate: true } as const;
      for await (const each of this.client.fetch(rangeOf(uids), query, { uid: true }))
        found.push({
          uid: each.uid,
          size: each.size ?? 0,
          seen: each.flags?.has(SEEN) ?? false,
          at: new Date(each.internalDate ?? NaN).getTime() || Date.now(),
        });
      return found;
    });
  }

  /** The bytes of messages; what is gone meanwhile is missing. */
  sources(uids: readonly number[]): Promise<Map<number, Buffer>> {
    return this.ask(async () => {
      const found = new Map<number, Buffer>();
      const query = { uid: true, source: true } as const;
      for await (const { uid, source } of this.client.fetch(rangeOf(uids), query, { uid: true }))
        if (source) found.set(uid, source);
      return found;
    });
  }

  /**
   * What has been seen and what has not, from a UID on.
   * @param since only what has changed after that state
   * @returns with it the state by then; the same where nothing has changed
   */
  marks(
    from: number,
    since: string | null,
  ): Promise<{ marks: { uid: number; seen: boolean }[]; modseq: string | null }> {
    return this.ask(async () => {
      const marks: { uid: number; seen: boolean }[] = [];
      let newest = since === null ? null : BigInt(since);
      const options = { uid: true, ...(newest !== null && { changedSince: newest }) };
      const query = { uid: true, flags: true } as const;
      for await (const { uid, flags, modseq } of this.client.fetch(`${from}:*`, query, options)) {
        if (uid >= from) marks.push({ uid, seen: flags?.has(SEEN) ?? false });
        if (newest !== null && modseq !== undefined && modseq > newest) newest = modseq;
      }
      return { marks, modseq: newest === null ? null : String(newest) };
    });
  }

  /** @returns false where the server refuses that */
  setSeen(uids: readonly number[], seen: boolean): Promise<boolean> {
    return this.ask(async () => {
      const range = rangeOf(uids);
      return this.done(
        await (seen
          ? this.client.messageFlagsAdd(range, [SEEN], { uid: true })
          : this.client.messageFlagsRemove(range, [SEEN], { uid: true })),
      );
    });
  }

  /** @returns the UID it has there; undefined where the server does not say, or it is gone; false where it refuses that */
  move(uid: number, to: string): Promise<number | undefined | false> {
    return this.ask(async () => {
      const moved = await this.client.messageMove(String(uid), to, { uid: true });
      return this.done(moved) && ((moved && moved.uidMap?.get(uid)) || undefined);
    });
  }

  /** Deletes it. @returns false where the server refuses that */
  remove(uid: number): Promise<boolean> {
    return this.ask(async () => this.done(await this.client.messageDelete(String(uid), { uid: true })));
  }

  /** True where a message of this Message-ID lies in it. */
  has(headerId: string): Promise<boolean> {
    return this.ask(async () => (await this.searched({ header: { 'message-id': headerId } })).length > 0);
  }
}

async function inWords<T>(place: ServerPlace, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw error instanceof MailboxError ? error : inWordsOf(place, error as ImapError);
  }
}

const stateOf = (
  { uidValidity, uidNext, exists, highestModseq, noModseq }: MailboxObject,
  isNew: boolean,
): FolderState => ({
  uidValidity: String(uidValidity),
  uidNext: isNew ? uidNext : null,
  exists,
  modseq: noModseq || !highestModseq ? null : String(highestModseq),
});

/** What is told of a mailbox that is looked at. */
export interface MailboxEvents {
  /** Something has changed in a folder that is kept open. */
  changed: () => void;
}

/** It, by some connections. One thing is done after another. Whatever goes wrong is a MailboxError. */
export class Mailbox {
  /** Those that are kept open, by the path they are for. */
  private readonly kept = new Map<string, ImapFlow>();

  private constructor(
    private readonly access: MailboxAccess,
    private readonly client: ImapFlow,
    private readonly events: MailboxEvents,
  ) {}

  /** @throws (rejects) MailboxError */
  static async connect(access: MailboxAccess, events: MailboxEvents = { changed() {} }): Promise<Mailbox> {
    return new Mailbox(access, await connected(access), events);
  }

  get usable(): boolean {
    return this.client.usable;
  }

  /** Says that it is still wanted: what says nothing for long is hung up on. */
  stay(): Promise<void> {
    return this.ask(() => this.client.noop());
  }

  async close(): Promise<void> {
    await this.client.logout().catch(() => {});
    this.drop();
  }

  /** Ends it at once. */
  drop(): void {
    for (const client of [this.client, ...this.kept.values()]) {
      client.removeAllListeners('close');
      client.close();
    }
  }

  private ask<T>(work: () => Promise<T>): Promise<T> {
    return inWords(this.access.place, work);
  }

  /** All folders that can be opened. */
  folders(): Promise<FoundFolder[]> {
    return this.ask(async () => {
      const found = await this.client.list();
      return found
        .filter(({ flags }) => !flags.has('\\Noselect') && !flags.has('\\NonExistent'))
        .map(({ path, specialUse }) => ({ path, use: specialUse ?? null }));
    });
  }

  /** Makes a folder where there is none. */
  ensure(path: string): Promise<void> {
    return this.ask(async () => void (await this.client.mailboxCreate(path)));
  }

  /**
   * Puts a message that has been seen into a folder.
   * @returns the UID it has there; undefined where the server does not say (RFC 4315)
   */
  append(path: string, bytes: Buffer, at: number, isDraft = false): Promise<number | undefined> {
    return this.ask(async () => {
      const marks = isDraft ? [SEEN, DRAFT] : [SEEN];
      const put = await this.client.append(path, bytes, marks, new Date(at));
      return (put && put.uid) || undefined;
    });
  }

  /** @returns undefined where there is no such folder */
  open(path: string): Promise<OpenFolder | undefined> {
    return this.ask(async () => {
      const client = await this.clientFor(path);
      const before = client.mailbox;
      try {
        // A folder that is open is not opened again: that may take long where a lot lies in it.
        const isNew = !before || before.path !== path;
        if (isNew) await client.mailboxOpen(path);
        else await client.noop();
        const { mailbox } = client;
        return mailbox ? new OpenFolder(path, stateOf(mailbox, isNew), client, this.access.place) : undefined;
      } catch (error) {
        const { serverResponseCode, mailboxMissing } = error as {
          serverResponseCode?: string;
          mailboxMissing?: boolean;
        };
        if (path !== INBOX && (mailboxMissing || serverResponseCode === 'NONEXISTENT')) return undefined;
        throw error;
      }
    });
  }

  /** The same, made where there is none. @returns undefined where it is gone again */
  async openOrMake(path: string): Promise<OpenFolder | undefined> {
    const open = await this.open(path);
    if (open) return open;
    await this.ensure(path);
    return this.open(path);
  }

  /** A connection of its own where there may be one more; servers allow some, and no more. */
  private async clientFor(path: string): Promise<ImapFlow> {
    const known = this.kept.get(path);
    if (known?.usable) return known;
    this.kept.delete(path);
    if (this.kept.size >= KEPT_OPEN) return this.client;
    let client: ImapFlow;
    try {
      client = await connected(this.access, LISTEN_MS);
    } catch (error) {
      if (this.client.usable) return this.client;
      throw error;
    }
    this.kept.set(path, client);
    const changed = () => this.events.changed();
    for (const event of ['exists', 'expunge', 'flags', 'close'] as const) client.on(event, changed);
    return client;
  }
}
