/** The post office's own database: what lies in the mailboxes, and the answers still to be written. */
import Database from 'better-sqlite3';
import type { ReportAsked } from './report';

export interface StoredMessage {
  id: number;
  at: number;
  direction: 'received' | 'written';
  /** The commands it came with, as they were given; empty for what was written here. */
  envelope: string;
  source: Buffer;
}

/** Something still to be sent: an answer, or a report that it was delivered or seen. */
export interface PendingAnswer {
  id: number;
  kind: 'answer' | 'again' | 'delivered' | 'failed' | 'seen';
  /** Who answers, for the first time or with another answer, or whom the report is about. */
  address: string;
  due: number;
  source: Buffer;
  /** What the envelope asked for; null for what asks in the message itself. */
  asked: ReportAsked | null;
}

type NewAnswer = Omit<PendingAnswer, 'id' | 'source'>;

const SCHEMA = `
  CREATE TABLE IF NOT EXISTS mailbox_messages (
    id INTEGER PRIMARY KEY,
    address TEXT NOT NULL,
    at INTEGER NOT NULL,
    direction TEXT NOT NULL,
    envelope TEXT NOT NULL DEFAULT '',
    source BLOB NOT NULL
  );
  CREATE INDEX IF NOT EXISTS mailbox_by_address ON mailbox_messages (address, id);
  CREATE TABLE IF NOT EXISTS answers (
    id INTEGER PRIMARY KEY,
    address TEXT NOT NULL,
    due INTEGER NOT NULL,
    kind TEXT NOT NULL DEFAULT 'answer',
    asked TEXT,
    source BLOB NOT NULL
  );
  CREATE INDEX IF NOT EXISTS answers_by_due ON answers (due);
`;

/** Columns a database of an earlier version does not have. */
const LATER = [
  ['mailbox_messages', 'envelope', "TEXT NOT NULL DEFAULT ''"],
  ['answers', 'kind', "TEXT NOT NULL DEFAULT 'answer'"],
  ['answers', 'asked', 'TEXT'],
] as const;

export class PostOfficeStore {
  private readonly sqlite: Database.Database;

  constructor(path: string) {
    this.sqlite = new Database(path);
    this.sqlite.pragma('journal_mode = WAL');
    this.sqlite.exec(SCHEMA);
    for (const [table, column, type] of LATER) {
      const columns = this.sqlite.pragma(`table_info(${table})`) as { name: string }[];
      if (!columns.some(({ name }) => name === column))
        this.sqlite.exec(`ALTER TABLE ${table} ADD COLUMN ${column} ${type}`);
    }
  }

  /** Keeps a message in several mailboxes and the answers it will get, all or nothing. */
  keep(
    at: number,
    boxes: readonly { address: string; envelope: string }[],
    source: Buffer,
    answers: NewAnswer[],
  ): void {
    const insert = this.sqlite.prepare(
      `INSERT INTO mailbox_messages (address, at, direction, envelope, source) VALUES (?, ?, 'received', ?, ?)`,
    );
    const plan = this.sqlite.prepare(
      'INSERT INTO answers (address, due, kind, asked, source) VALUES (?, ?, ?, ?, ?)',
    );
    this.sqlite.transaction(() => {
      for (const { address, envelope } of boxes) insert.run(address, at, envelope, source);
      for (const { address, due, kind, asked } of answers)
        plan.run(address, due, kind, asked && JSON.stringify(asked), source);
    })();
  }

  /** It has been delivered and is done; an answer lies in its writer's mailbox. */
  answered(answer: PendingAnswer, at: number, source: Buffer): void {
    this.sqlite.transaction(() => {
      this.sqlite.prepare('DELETE FROM answers WHERE id = ?').run(answer.id);
      if (answer.kind !== 'answer' && answer.kind !== 'again') return;
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
    const row = this.sqlite
      .prepare('SELECT * FROM answers WHERE due <= ? ORDER BY due, id LIMIT 1')
      .get(now) as (Omit<PendingAnswer, 'asked'> & { asked: string | null }) | undefined;
    return row && { ...row, asked: row.asked ? (JSON.parse(row.asked) as ReportAsked) : null };
  }

  messages(address: string): StoredMessage[] {
    return this.sqlite
      .prepare(
        'SELECT id, at, direction, envelope, source FROM mailbox_messages WHERE address = ? ORDER BY id DESC',
      )
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
