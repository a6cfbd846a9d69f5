/** The post office's own database: what lies in the mailboxes, and the answers still to be written. */
import Database from 'better-sqlite3';

export interface StoredMessage {
  id: number;
  at: number;
  direction: 'received' | 'written';
  source: Buffer;
}

export interface PendingAnswer {
  id: number;
  address: string;
  due: number;
  source: Buffer;
}

const SCHEMA = `
  CREATE TABLE IF NOT EXISTS mailbox_messages (
    id INTEGER PRIMARY KEY,
    address TEXT NOT NULL,
    at INTEGER NOT NULL,
    direction TEXT NOT NULL,
    source BLOB NOT NULL
  );
  CREATE INDEX IF NOT EXISTS mailbox_by_address ON mailbox_messages (address, id);
  CREATE TABLE IF NOT EXISTS answers (
    id INTEGER PRIMARY KEY,
    address TEXT NOT NULL,
    due INTEGER NOT NULL,
    source BLOB NOT NULL
  );
  CREATE INDEX IF NOT EXISTS answers_by_due ON answers (due);
`;

export class PostOfficeStore {
  private readonly sqlite: Database.Database;

  constructor(path: string) {
    this.sqlite = new Database(path);
    this.sqlite.pragma('journal_mode = WAL');
    this.sqlite.exec(SCHEMA);
  }

  /** Keeps a message in several mailboxes and the answers it will get, all or nothing. */
  keep(at: number, addresses: string[], source: Buffer, answers: Omit<PendingAnswer, 'id'>[]): void {
    const insert = this.sqlite.prepare(
      `INSERT INTO mailbox_messages (address, at, direction, source) VALUES (?, ?, 'received', ?)`,
    );
    const plan = this.sqlite.prepare('INSERT INTO answers (address, due, source) VALUES (?, ?, ?)');
    this.sqlite.transaction(() => {
      for (const address of addresses) insert.run(address, at, source);
      for (const answer of answers) plan.run(answer.address, answer.due, answer.source);
    })();
  }

  /** An answer has been delivered: it is done, and lies in its writer's mailbox. */
  answered(answer: PendingAnswer, at: number, source: Buffer): void {
    this.sqlite.transaction(() => {
      this.sqlite.prepare('DELETE FROM answers WHERE id = ?').run(answer.id);
      this.sqlite
        .prepare(`INSERT INTO mailbox_messages (address, at, direction, source) VALUES (?, ?, 'written', ?)`)
        .run(answer.address, at, source);
    })();
  }

  postpone(answer: PendingAnswer, due: number): void {
    this.sqlite.prepare('UPDATE answers SET due = ? WHERE id = ?').run(due, answer.id);
  }

  nextDue(): number | null {
    const row = this.sqlite.prepare('SELECT min(due) AS due FROM answers').get() as { due: number | null };
    return row.due;
  }

  nextAnswer(now: number): PendingAnswer | undefined {
    return this.sqlite.prepare('SELECT * FROM answers WHERE due <= ? ORDER BY due, id LIMIT 1').get(now) as
      PendingAnswer | undefined;
  }

  messages(address: string): StoredMessage[] {
    return this.sqlite
      .prepare('SELECT id, at, direction, source FROM mailbox_messages WHERE address = ? ORDER BY id DESC')
      .all(address) as StoredMessage[];
  }

  summaries(): { address: string; messages: number; lastAt: number }[] {
    return this.sqlite
      .prepare(
        'SELECT address, count(*) AS messages, max(at) AS lastAt FROM mailbox_messages GROUP BY address',
      )
      .all() as { address: string; messages: number; lastAt: number }[];
  }

  close(): void {
    this.sqlite.close();
  }
}
