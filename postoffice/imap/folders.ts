/** What lies in the mailbox programs look into by IMAP: its folders, and the messages in them, each under a UID. */
import Database from 'better-sqlite3';
import { EventEmitter } from 'node:events';

export interface Folder {
  path: string;
  /** What it is for (RFC 6154), as `\Sent`; null where it is for nothing of its own. */
  use: string | null;
  /** Another one whenever a folder of that path is made (RFC 9051 §2.3.1.1). */
  uidValidity: number;
  /** The next message gets it. */
  uidNext: number;
}

export interface Lying {
  uid: number;
  /** When it came, epoch ms. */
  at: number;
  flags: string[];
  /** Bytes. */
  size: number;
}

const SCHEMA = `
  CREATE TABLE IF NOT EXISTS folders (
    path TEXT PRIMARY KEY,
    use TEXT,
    uidValidity INTEGER NOT NULL,
    uidNext INTEGER NOT NULL
  );
  CREATE TABLE IF NOT EXISTS messages (
    path TEXT NOT NULL,
    uid INTEGER NOT NULL,
    at INTEGER NOT NULL,
    flags TEXT NOT NULL,
    source BLOB NOT NULL,
    PRIMARY KEY (path, uid)
  );
`;

/** The folders a mailbox begins with. */
const USUAL: [string, string | null][] = [
  ['INBOX', null],
  ['Archive', '\\Archive'],
  ['Drafts', '\\Drafts'],
  ['Sent', '\\Sent'],
];

/** INBOX in whatever case (RFC 9051 §5.1). */
const named = (path: string) => (path.toUpperCase() === 'INBOX' ? 'INBOX' : path);

export class Folders extends EventEmitter<{ changed: [] }> {
  private readonly sqlite: Database.Database;

  constructor(file: string) {
    super();
    // Every session listens.
    this.setMaxListeners(0);
    this.sqlite = new Database(file);
    this.sqlite.pragma('journal_mode = WAL');
    this.sqlite.exec(SCHEMA);
    for (const [path, use] of USUAL) if (!this.find(path)) this.make(path, use);
  }

  all(): Folder[] {
    return this.sqlite.prepare('SELECT * FROM folders ORDER BY path').all() as Folder[];
  }

  find(path: string): Folder | undefined {
    return this.sqlite.prepare('SELECT * FROM folders WHERE path = ?').get(named(path)) as Folder | undefined;
  }

  /** @returns false where there is one already */
  make(path: string, use: string | null = null): boolean {
    const last = this.sqlite.prepare('SELECT max(uidValidity) AS last FROM folders').get() as {
      last: number | null;
    };
    return (
      this.sqlite
        .prepare('INSERT INTO folders VALUES (?, ?, ?, 1) ON CONFLICT DO NOTHING')
        .run(named(path), use, (last.last ?? 0) + 1).changes > 0
    );
  }

  /** In the order of their UIDs. */
  lying(path: string): Lying[] {
    const rows = this.sqlite
      .prepare('SELECT uid, at, flags, length(source) AS size FROM messages WHERE path = ? ORDER BY uid')
      .all(path) as (Omit<Lying, 'flags'> & { flags: string })[];
    return rows.map((row) => ({ ...row, flags: JSON.parse(row.flags) as string[] }));
  }

  source(path: string, uid: number): Buffer | undefined {
    const row = this.sqlite
      .prepare('SELECT source FROM messages WHERE path = ? AND uid = ?')
      .get(path, uid) as { source: Buffer } | undefined;
    return row?.source;
  }

  /** @returns the UID it has there */
  put(folder: Folder, source: Buffer, { at, flags }: Pick<Lying, 'at' | 'flags'>): number {
    const uid = this.sqlite.transaction(() => {
      const { uidNext } = this.find(folder.path)!;
      this.sqlite
        .prepare('INSERT INTO messages VALUES (?, ?, ?, ?, ?)')
        .run(folder.path, uidNext, at, JSON.stringify(flags), source);
      this.sqlite.prepare('UPDATE folders SET uidNext = uidNext + 1 WHERE path = ?').run(folder.path);
      return uidNext;
    })();
    this.emit('changed');
    return uid;
  }

  setFlags(path: string, uid: number, flags: readonly string[]): void {
    this.sqlite
      .prepare('UPDATE messages SET flags = ? WHERE path = ? AND uid = ?')
      .run(JSON.stringify(flags), path, uid);
    this.emit('changed');
  }

  remove(path: string, uids: readonly number[]): void {
    const remove = this.sqlite.prepare('DELETE FROM messages WHERE path = ? AND uid = ?');
    this.sqlite.transaction(() => uids.forEach((uid) => remove.run(path, uid)))();
    this.emit('changed');
  }

  /** All or none of them. @returns the UID each had and has, by the other */
  copy(path: string, uids: readonly number[], to: Folder, moving: boolean): [number, number][] {
    return this.sqlite.transaction(() => {
      const lying = new Map(this.lying(path).map((each) => [each.uid, each]));
      const pairs = uids.flatMap((uid): [number, number][] => {
        const each = lying.get(uid);
        return each ? [[uid, this.put(to, this.source(path, uid)!, each)]] : [];
      });
      if (moving) this.remove(path, uids);
      return pairs;
    })();
  }

  close(): void {
    this.sqlite.close();
  }
}
