/** One program that looks into the mailbox: IMAP (RFC 9051, RFC 3501), as much as keeping it the same needs. */
import type { Socket } from 'node:net';
import { compiler } from 'imapflow/lib/handler/imap-handler.js';
import { fetchLine, headerOf, marksSeen, UnknownItem } from './fetch';
import type { Folder, Folders, Lying } from './folders';
import {
  CommandReader,
  numbersIn,
  textOf,
  textsOf,
  Unreadable,
  type Command,
  type ImapAttribute,
} from './reading';
import { search, UnknownKey } from './search';

/** Whose mailbox it is: a private address of the person the demo is about. */
export const MAILBOX_ACCOUNT = {
  address: 'tamsin@lampwalk.example',
  user: 'tamsin@lampwalk.example',
  password: 'lantern',
};

export interface SessionOptions {
  folders: Folders;
  /** Epoch ms. */
  now: () => number;
}

const CAPABILITIES = 'IMAP4rev1 LITERAL+ ID IDLE MOVE UIDPLUS SPECIAL-USE UNSELECT';

/** What is asked cannot be done: the answer is NO. */
class No extends Error {}
/** Nobody can make out what is asked: the answer is BAD. */
class Bad extends Error {}

/** The folder that is open, as this program knows it: its messages count in the order they were told of. */
interface Open {
  folder: Folder;
  isReadOnly: boolean;
  known: Lying[];
}

/** A pattern of LIST (RFC 9051 §6.3.9). */
function patternOf(text: string): RegExp {
  const source = text
    .replace(/[.+?^${}()|[\]\\]/g, '\\$&')
    .replaceAll('*', '.*')
    .replaceAll('%', '[^/]*');
  return new RegExp(`^${source}$`, 'i');
}

const sameFlags = (a: readonly string[], b: readonly string[]) => a.join(' ') === b.join(' ');

export class Session {
  private readonly reader: CommandReader;
  private isSignedIn = false;
  private open: Open | undefined;

  constructor(
    private readonly socket: Socket,
    private readonly options: SessionOptions,
  ) {
    this.reader = new CommandReader(socket, () => this.say('+ Go on'));
  }

  private say(line: string | Buffer): void {
    this.socket.write(line);
    this.socket.write('\r\n');
  }

  /** Resolves once the connection has ended. */
  async serve(): Promise<void> {
    this.say(`* OK [CAPABILITY ${CAPABILITIES}] The post office`);
    for (;;) {
      const command = await this.reader.next();
      if (!command) return;
      try {
        const done = await this.obey(command);
        this.tellChanges();
        this.say(`${command.tag} OK ${done ?? 'Done'}`);
      } catch (error) {
        const isBad = error instanceof Bad || error instanceof UnknownItem || error instanceof UnknownKey;
        if (!isBad && !(error instanceof No)) throw error;
        this.say(`${command.tag} ${isBad ? 'BAD' : 'NO'} ${error.message}`);
      }
      if (command.name === 'LOGOUT') return;
    }
  }

  private async obey({ name, args }: Command): Promise<string | undefined> {
    switch (name) {
      case 'CAPABILITY':
        return void this.say(`* CAPABILITY ${CAPABILITIES}`);
      case 'NOOP':
      case 'CHECK':
        return undefined;
      case 'ID':
        return void this.say('* ID ("name" "Post office")');
      case 'LOGOUT':
        return void this.say('* BYE Until later');
      case 'LOGIN':
        return this.signIn(args);
    }
    if (!this.isSignedIn) throw new No('Sign in first');
    return this.obeyKnown(name, args);
  }

  private signIn(args: readonly ImapAttribute[]): string {
    const { user, password } = MAILBOX_ACCOUNT;
    if (textOf(args[0])?.toLowerCase() !== user || textOf(args[1]) !== password)
      throw new No('[AUTHENTICATIONFAILED] This name and password are not known here');
    this.isSignedIn = true;
    return 'Signed in';
  }

  private async obeyKnown(name: string, args: readonly ImapAttribute[]): Promise<string | undefined> {
    const { folders } = this.options;
    switch (name) {
      case 'LIST':
      case 'LSUB':
        return this.list(name, args);
      case 'CREATE':
        if (!folders.make(this.pathIn(args[0]))) throw new No('[ALREADYEXISTS] There is one of that name');
        return undefined;
      case 'SUBSCRIBE':
      case 'UNSUBSCRIBE':
        return undefined;
      case 'STATUS':
        return this.status(args);
      case 'APPEND':
        return this.append(args);
      case 'SELECT':
      case 'EXAMINE':
        return this.select(args, name === 'EXAMINE');
      case 'CLOSE':
        if (!this.opened().isReadOnly) this.expunge();
        this.open = undefined;
        return undefined;
      case 'UNSELECT':
        this.open = undefined;
        return undefined;
      case 'IDLE':
        return this.idle();
    }
    return this.obeyOpen(name, args);
  }

  private obeyOpen(whole: string, args: readonly ImapAttribute[]): string | undefined {
    const byUid = whole.startsWith('UID ');
    const name = whole.replace(/^UID /, '');
    if (name === 'SEARCH') return this.search(args, byUid);
    if (name === 'EXPUNGE') return this.expunge(byUid ? this.chosen(args[0], true) : undefined);
    if (!['FETCH', 'STORE', 'COPY', 'MOVE'].includes(name)) throw new Bad(`${whole} is not known here`);
    const { isReadOnly } = this.opened();
    const uids = this.chosen(args[0], byUid);
    if (name === 'FETCH') return this.fetch(uids, args[1], byUid);
    if (isReadOnly && name !== 'COPY') throw new No('It was opened to be read only');
    if (name === 'STORE') return this.store(uids, args, byUid);
    return this.copy(uids, args[1], name === 'MOVE');
  }

  private opened(): Open {
    if (!this.open) throw new Bad('No folder is open');
    return this.open;
  }

  private pathIn(argument: ImapAttribute | undefined): string {
    const path = textOf(argument)?.replace(/\/$/, '');
    if (!path) throw new Bad('The name of a folder is missing');
    return path;
  }

  /** @param hint what a program does about it: it makes one (RFC 9051 §6.3.12) */
  private folderIn(argument: ImapAttribute | undefined, hint: 'TRYCREATE' | 'NONEXISTENT'): Folder {
    const folder = this.options.folders.find(this.pathIn(argument));
    if (!folder) throw new No(`[${hint}] There is no such folder`);
    return folder;
  }

  /** The UIDs a set names in the open folder. */
  private chosen(argument: ImapAttribute | undefined, byUid: boolean): number[] {
    const set = textOf(argument);
    if (set === undefined || !/^[\d*][\d:,*]*$/.test(set)) throw new Bad('Which messages?');
    const uids = this.opened().known.map(({ uid }) => uid);
    if (byUid) return numbersIn(set, uids);
    return numbersIn(
      set,
      uids.map((_, index) => index + 1),
    ).map((number) => uids[number - 1]!);
  }

  private line(command: string, attributes: Parameters<typeof compiler>[0]['attributes']): void {
    this.say(compiler({ tag: '*', command, attributes }));
  }

  private list(name: string, args: readonly ImapAttribute[]): undefined {
    const [reference = '', wanted = ''] = [textOf(args[0]), textOf(args[1])];
    if (wanted === '') {
      this.line(name, [[{ type: 'ATOM', value: '\\Noselect' }], '/', '']);
      return;
    }
    const pattern = patternOf(reference + wanted);
    for (const { path, use } of this.options.folders.all()) {
      if (!pattern.test(path)) continue;
      const flags = ['\\HasNoChildren', ...(use ? [use] : [])];
      this.line(name, [flags.map((value) => ({ type: 'ATOM', value })), '/', path]);
    }
  }

  private status(args: readonly ImapAttribute[]): undefined {
    const folder = this.folderIn(args[0], 'NONEXISTENT');
    const lying = this.options.folders.lying(folder.path);
    const told: Record<string, number> = {
      MESSAGES: lying.length,
      RECENT: 0,
      UIDNEXT: folder.uidNext,
      UIDVALIDITY: folder.uidValidity,
      UNSEEN: lying.filter(({ flags }) => !flags.includes('\\Seen')).length,
    };
    const pairs = textsOf(args[1]).flatMap((each) => {
      const value = told[each.toUpperCase()];
      return value === undefined ? [] : [{ type: 'ATOM', value: each.toUpperCase() }, value];
    });
    this.line('STATUS', [folder.path, pairs]);
  }

  private append(args: readonly ImapAttribute[]): string {
    const folder = this.folderIn(args[0], 'TRYCREATE');
    const last = args.at(-1);
    const bytes = last && !Array.isArray(last) ? last.value : undefined;
    if (!Buffer.isBuffer(bytes)) throw new Bad('The message is missing');
    const flags = args.slice(1, -1).flatMap((each) => textsOf(each));
    const said = args.slice(1, -1).flatMap((each) => textOf(each) ?? []);
    const at = said.length > 0 ? Date.parse(said[0]!.replace(/^\s*(\d+)-(\w+)-(\d+)/, '$1 $2 $3')) : NaN;
    const uid = this.options.folders.put(folder, bytes, {
      at: Number.isNaN(at) ? this.options.now() : at,
      flags,
    });
    return `[APPENDUID ${folder.uidValidity} ${uid}] It lies there`;
  }

  private select(args: readonly ImapAttribute[], isReadOnly: boolean): string {
    this.open = undefined;
    const folder = this.folderIn(args[0], 'NONEXISTENT');
    const known = this.options.folders.lying(folder.path);
    this.open = { folder, isReadOnly, known };
    this.say('* FLAGS (\\Answered \\Flagged \\Deleted \\Seen \\Draft)');
    this.say(`* ${known.length} EXISTS`);
    this.say('* 0 RECENT');
    this.say(`* OK [UIDVALIDITY ${folder.uidValidity}] As long as that is so, UIDs are what they were`);
    this.say(`* OK [UIDNEXT ${folder.uidNext}] The next one`);
    this.say('* OK [PERMANENTFLAGS (\\Answered \\Flagged \\Deleted \\Seen \\Draft \\*)] These stay');
    return isReadOnly ? '[READ-ONLY] Open' : '[READ-WRITE] Open';
  }

  private search(args: readonly ImapAttribute[], byUid: boolean): undefined {
    const { known, folder } = this.opened();
    const { folders } = this.options;
    const header = (uid: number) =>
      headerOf(folders.source(folder.path, uid) ?? Buffer.alloc(0)).toString('latin1');
    const places = search(args, { lying: known, headerOf: header });
    const numbers = places.map((place) => (byUid ? known[place]!.uid : place + 1));
    this.say(['* SEARCH', ...numbers].join(' '));
  }

  private fetch(uids: readonly number[], argument: ImapAttribute | undefined, byUid: boolean): undefined {
    const { known, folder, isReadOnly } = this.opened();
    const { folders } = this.options;
    const asked = Array.isArray(argument) ? [...argument] : [argument ?? null];
    const isUidAsked = asked.some((each) => textOf(each)?.toUpperCase() === 'UID');
    if (byUid && !isUidAsked) asked.unshift({ type: 'ATOM', value: 'UID' });
    for (const uid of uids) {
      const place = known.findIndex((each) => each.uid === uid);
      const source = folders.source(folder.path, uid);
      // Gone meanwhile: that is told next.
      if (!source) continue;
      const each = known[place]!;
      if (marksSeen(asked) && !isReadOnly && !each.flags.includes('\\Seen'))
        folders.setFlags(folder.path, uid, [...each.flags, '\\Seen']);
      this.say(fetchLine(place + 1, asked, { ...each, source: () => source }));
    }
  }

  private store(uids: readonly number[], [, how, list]: readonly ImapAttribute[], byUid: boolean): undefined {
    const { known, folder } = this.opened();
    const [, sign, silent] = /^([+-]?)FLAGS(\.SILENT)?$/.exec(textOf(how)?.toUpperCase() ?? '') ?? [];
    if (sign === undefined) throw new Bad('Flags, and nothing else, can be changed');
    const named = Array.isArray(list) ? textsOf(list) : [textOf(list) ?? ''];
    for (const uid of uids) {
      const place = known.findIndex((each) => each.uid === uid);
      const each = known[place]!;
      const others = sign === '' ? [] : each.flags.filter((flag) => !named.includes(flag));
      const flags = sign === '-' ? others : [...others, ...named];
      this.options.folders.setFlags(folder.path, uid, flags);
      known[place] = { ...each, flags };
      if (silent) continue;
      const told = [...(byUid ? ['UID'] : []), 'FLAGS'].map((value) => ({ type: 'ATOM', value }));
      this.say(fetchLine(place + 1, told, { ...known[place], source: () => Buffer.alloc(0) }));
    }
  }

  private copy(uids: readonly number[], to: ImapAttribute | undefined, moving: boolean): string {
    const { folder } = this.opened();
    const target = this.folderIn(to, 'TRYCREATE');
    const pairs = this.options.folders.copy(folder.path, uids, target, moving);
    if (pairs.length === 0) return 'Nothing to be done';
    const [from, there] = [0, 1].map((end) => pairs.map((pair) => pair[end as 0 | 1]).join(','));
    const code = `[COPYUID ${target.uidValidity} ${from} ${there}]`;
    // Told before what is gone (RFC 6851 §4.3).
    if (moving) this.say(`* OK ${code} Moved`);
    return moving ? 'Moved' : `${code} Copied`;
  }

  /** @param among only those, of what is marked as deleted */
  private expunge(among?: readonly number[]): undefined {
    const { folder, isReadOnly } = this.opened();
    if (isReadOnly) throw new No('It was opened to be read only');
    const { folders } = this.options;
    const marked = folders.lying(folder.path).filter(({ flags }) => flags.includes('\\Deleted'));
    const gone = marked.filter(({ uid }) => among?.includes(uid) ?? true).map(({ uid }) => uid);
    folders.remove(folder.path, gone);
  }

  /** Tells what has changed in the open folder since it was last told. */
  private tellChanges(): void {
    if (!this.open) return;
    const { folder, known } = this.open;
    const present = this.options.folders.lying(folder.path);
    const there = new Map(present.map((each) => [each.uid, each]));
    for (let place = known.length - 1; place >= 0; place--)
      if (!there.has(known[place]!.uid)) {
        known.splice(place, 1);
        this.say(`* ${place + 1} EXPUNGE`);
      }
    const told = [
      { type: 'ATOM', value: 'UID' },
      { type: 'ATOM', value: 'FLAGS' },
    ];
    for (const [place, each] of known.entries()) {
      const now = there.get(each.uid)!;
      if (sameFlags(now.flags, each.flags)) continue;
      known[place] = now;
      this.say(fetchLine(place + 1, told, { ...now, source: () => Buffer.alloc(0) }));
    }
    if (present.length === known.length) return;
    this.open.known = present;
    this.say(`* ${present.length} EXISTS`);
  }

  /** Tells of changes as they happen, until the program has enough (RFC 2177). */
  private async idle(): Promise<string> {
    const { folders } = this.options;
    // What changes at once is told together.
    let telling: NodeJS.Immediate | undefined;
    const tell = () => {
      telling ??= setImmediate(() => {
        telling = undefined;
        this.tellChanges();
      });
    };
    this.say('+ Listening');
    folders.on('changed', tell);
    try {
      await this.reader.line();
    } finally {
      folders.off('changed', tell);
      clearImmediate(telling);
    }
    return 'Enough';
  }
}

/** Serves one connection until it ends, whatever comes. */
export async function serveMailbox(socket: Socket, options: SessionOptions): Promise<void> {
  // Who hangs up is no trouble of the post office.
  socket.on('error', () => {});
  try {
    await new Session(socket, options).serve();
  } catch (error) {
    if (error instanceof Unreadable) socket.write(`* BYE ${error.message}\r\n`);
  } finally {
    socket.end();
  }
}
