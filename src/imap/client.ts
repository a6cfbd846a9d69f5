/** A mailbox of a mail server (IMAP, RFC 9051 and RFC 3501), as far as keeping it the same needs it. */
import { ImapFlow, type ImapFlowOptions, type MailboxObject } from 'imapflow';
import { INBOX } from '#core/mailbox/folders';
import type { ServerPlace } from '#core/message/account';
import { certificateWords, connectionWords, shownReply, type ConnectionError } from '#mail/serverWords';

/** What went wrong, in words for the person. */
export class MailboxError extends Error {
  /** @param kind whether it may be different soon */
  constructor(
    message: string,
    readonly kind: 'unreachable' | 'refused',
    options?: ErrorOptions,
  ) {
    super(message, options);
  }
}

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
  /** The next message gets this UID or a higher one. */
  uidNext: number;
  exists: number;
  /** Another one with each change (RFC 7162); null where the server does not tell. */
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
/** Longer than this nothing is waited for, ms. */
const PATIENCE = { connect: 30_000, greeting: 30_000, socket: 120_000 };
/** Servers end an IDLE after half an hour (RFC 2177); before that it is begun anew. */
const IDLE_MS = 25 * 60_000;

function optionsFor({ place, password }: MailboxAccess): ImapFlowOptions {
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
    disableAutoIdle: true,
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

function wordsFor({ host, port }: ServerPlace, error: ImapError): MailboxError {
  const label = `${host.includes(':') ? `[${host}]` : host}:${port}`;
  const said = error.responseText ? ` It says: “${shownReply(error.responseText)}”.` : '';
  const made = (words: string, kind: MailboxError['kind']) => new MailboxError(words, kind, { cause: error });
  const certificate = certificateWords(error);
  if (certificate)
    return made(`The mailbox server ${label} cannot be trusted: its certificate ${certificate}.`, 'refused');
  if (error.authenticationFailed)
    return made(`The mailbox server ${label} does not accept the user name or password.${said}`, 'refused');
  if (/STARTTLS/i.test(error.message))
    return made(
      `The mailbox server ${label} offers no encryption, and the password is not sent without. Choose TLS from the start where it takes that, or allow this server to go without.`,
      'refused',
    );
  const known = connectionWords(error);
  if (known) return made(`The mailbox server ${label} cannot be reached: ${known}.`, 'unreachable');
  const words = shownReply(error.message).replace(/\.$/, '');
  return made(`The mailbox server ${label} cannot be used now: ${words}.${said}`, 'unreachable');
}

async function connected(access: MailboxAccess): Promise<ImapFlow> {
  const client = new ImapFlow(optionsFor(access));
  // What is under way is told by its own rejection.
  client.on('error', () => {});
  try {
    await client.connect();
  } catch (error) {
    client.close();
    throw wordsFor(access.place, error as ImapError);
  }
  return client;
}

const stateOf = ({ uidValidity, uidNext, exists, highestModseq, noModseq }: MailboxObject): FolderState => ({
  uidValidity: String(uidValidity),
  uidNext,
  exists,
  modseq: noModseq || !highestModseq ? null : String(highestModseq),
});

const rangeOf = (uids: readonly number[]) => uids.join(',');

/** One connection to it: one thing is done after another. Whatever goes wrong is a MailboxError. */
export class Mailbox {
  private constructor(
    private readonly client: ImapFlow,
    private readonly place: ServerPlace,
  ) {}

  /** @throws (rejects) MailboxError */
  static async connect(access: MailboxAccess): Promise<Mailbox> {
    return new Mailbox(await connected(access), access.place);
  }

  get usable(): boolean {
    return this.client.usable;
  }

  async close(): Promise<void> {
    await this.client.logout().catch(() => {});
    this.client.close();
  }

  /** Ends it at once. */
  drop(): void {
    this.client.close();
  }

  private async ask<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      throw wordsFor(this.place, error as ImapError);
    }
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

  /** Looks at a folder from now on. @returns undefined where there is none */
  open(path: string): Promise<FolderState | undefined> {
    return this.ask(async () => {
      try {
        return stateOf(await this.client.mailboxOpen(path));
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

  /** The UIDs in the open folder, ascending. @param from the lowest */
  uids(from = 1): Promise<number[]> {
    return this.ask(async () => {
      const found = await this.client.search({ uid: `${from}:*` }, { uid: true });
      // A range whose end is * has the last one always (RFC 9051 §9).
      return (found || []).filter((uid) => uid >= from).sort((a, b) => a - b);
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
      for await (const { uid, source } of this.client.fetch(
        rangeOf(uids),
        { uid: true, source: true },
        { uid: true },
      ))
        if (source) found.set(uid, source);
      return found;
    });
  }

  /** What has been seen and what has not, from a UID on. @param since only what has changed after that */
  marks(from: number, since: string | null): Promise<{ uid: number; seen: boolean }[]> {
    return this.ask(async () => {
      const found: { uid: number; seen: boolean }[] = [];
      const options = { uid: true, ...(since !== null && { changedSince: BigInt(since) }) };
      for await (const { uid, flags } of this.client.fetch(`${from}:*`, { uid: true, flags: true }, options))
        if (uid >= from) found.push({ uid, seen: flags?.has(SEEN) ?? false });
      return found;
    });
  }

  setSeen(uids: readonly number[], seen: boolean): Promise<void> {
    return this.ask(async () => {
      const range = rangeOf(uids);
      await (seen
        ? this.client.messageFlagsAdd(range, [SEEN], { uid: true })
        : this.client.messageFlagsRemove(range, [SEEN], { uid: true }));
    });
  }

  /** @returns the UID it has there; undefined where the server does not say, or it is gone */
  move(uid: number, to: string): Promise<number | undefined> {
    return this.ask(async () => {
      const moved = await this.client.messageMove(String(uid), to, { uid: true });
      return (moved && moved.uidMap?.get(uid)) || undefined;
    });
  }

  /** Deletes it from the open folder. */
  remove(uid: number): Promise<void> {
    return this.ask(async () => void (await this.client.messageDelete(String(uid), { uid: true })));
  }

  /** Puts a message that has been seen into a folder. */
  append(path: string, bytes: Buffer, at: number): Promise<void> {
    return this.ask(async () => void (await this.client.append(path, bytes, [SEEN], new Date(at))));
  }

  /** True where a message of this Message-ID lies in the open folder. */
  has(headerId: string): Promise<boolean> {
    return this.ask(async () => {
      const found = await this.client.search({ header: { 'message-id': headerId } }, { uid: true });
      return Array.isArray(found) && found.length > 0;
    });
  }
}

export interface FolderWatch {
  stop(): void;
}

/**
 * Is told of changes in one folder as they happen (IDLE, RFC 2177), by a connection of its own.
 * @param ended called once, when it is told no more
 */
export async function watchFolder(
  access: MailboxAccess,
  path: string,
  changed: () => void,
  ended: () => void,
): Promise<FolderWatch> {
  const client = await connected(access);
  let over = false;
  const end = () => {
    if (over) return;
    over = true;
    client.close();
    ended();
  };
  for (const event of ['exists', 'expunge', 'flags'] as const) client.on(event, changed);
  client.on('close', end);
  try {
    await client.mailboxOpen(path, { readOnly: true });
  } catch (error) {
    over = true;
    client.close();
    throw wordsFor(access.place, error as ImapError);
  }
  const listen = async () => {
    while (client.usable) await client.idle();
  };
  void listen().then(end, end);
  return {
    stop() {
      over = true;
      client.close();
    },
  };
}
