/** Being signed in: sessions that are kept, and so can be looked at and ended, on the server. */
import { createHash, createHmac, randomBytes, scryptSync, timingSafeEqual } from 'node:crypto';
import { noteChange } from '#store/journal';
import {
  allSessions,
  deleteAllSessions,
  deleteExpired,
  deleteSession,
  findSession,
  insertSession,
  markSeen,
  sessionOfHash,
  type SessionRow,
} from '#store/sessions';
import { dropMeta, keepMeta, readMeta } from '#store/settings';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { NotFound } from '../errors';

export const SESSION_MS = 30 * 24 * 3_600_000;
/** When a session was seen last is written down so often, at most. */
const SEEN_MS = 5 * 60_000;
const LONGEST_AGENT = 300;

/** What is told of a session; times are real epoch ms. */
export type SessionView = Omit<SessionRow, 'hash'>;

const digest = (text: string) => createHash('sha256').update(text).digest();
const same = (a: string, b: string) => timingSafeEqual(digest(a), digest(b));

/** The secret of this database, made once. */
function secretOf(desk: Desk): string {
  const KEY = 'session-secret';
  return desk.store.write((tx) => {
    keepMeta(tx, KEY, randomBytes(32).toString('base64'));
    return readMeta(tx, KEY)!;
  });
}

export class Sessions {
  private readonly key: Buffer;

  /**
   * Sessions outlive a restart, and end with the passphrase they were begun with.
   * @param now real epoch ms
   */
  constructor(
    private readonly desk: Desk,
    private readonly passphrase: string,
    private readonly now: () => number = Date.now,
  ) {
    this.key = scryptSync(passphrase, secretOf(desk), 32);
    const mark = this.hashOf('the passphrase');
    desk.store.write((tx) => {
      const MARK = 'session-passphrase';
      if (readMeta(tx, MARK) !== mark) {
        dropMeta(tx, MARK);
        keepMeta(tx, MARK, mark);
        deleteAllSessions(tx);
      }
      deleteExpired(tx, this.now());
    });
  }

  isPassphrase(given: string): boolean {
    return same(given, this.passphrase);
  }

  /**
   * Begins a session.
   * @param from the address it is begun from; @param agent what the browser says of itself
   * @returns what the browser is to show from then on; only its hash is kept
   */
  begin(from: string, agent: string): string {
    const token = randomBytes(32).toString('base64url');
    const now = this.now();
    this.desk.store.write((tx) => {
      deleteExpired(tx, now);
      const row = { id: newId(), hash: this.hashOf(token), from, agent: agent.slice(0, LONGEST_AGENT) };
      insertSession(tx, { ...row, createdAt: now, seenAt: now, until: now + SESSION_MS });
      noteChange(tx, 'session', row.id);
    });
    return token;
  }

  /** The id of the session a browser shows; undefined where there is none, or it has ended. */
  find(token: string): string | undefined {
    const found = sessionOfHash(this.desk.store.db, this.hashOf(token));
    if (!found || found.until <= this.now()) return undefined;
    if (this.now() - found.seenAt > SEEN_MS) this.seen(found.id);
    return found.id;
  }

  /** Whether a session still is one. */
  stands(id: string): boolean {
    const found = findSession(this.desk.store.db, id);
    return found !== undefined && found.until > this.now();
  }

  private seen(id: string): void {
    try {
      this.desk.store.write((tx) => markSeen(tx, id, this.now()));
    } catch {
      // A full disk keeps nobody out; it is only not written down.
    }
  }

  private hashOf(token: string): string {
    return createHmac('sha256', this.key).update(token).digest('base64url');
  }
}

/** Those that have not ended, the one seen last first. */
export const listSessions = (desk: Desk, now = Date.now()): SessionView[] =>
  allSessions(desk.store.db)
    .filter(({ until }) => until > now)
    .map(({ hash: _, ...view }) => view);

/** Ends all of them but one. */
export function endOtherSessions(desk: Desk, mine: string | undefined): void {
  for (const { id } of listSessions(desk)) if (id !== mine) endSession(desk, id);
}

/** Ends a session: its cookie and its stream of events are good for nothing any more. @throws NotFound */
export function endSession(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    if (!deleteSession(tx, id)) throw new NotFound('There is no such session; it may have ended.');
    noteChange(tx, 'session', id);
  });
}
