/** What waits for an answer. */
import { and, asc, desc, eq, inArray, lte, min, notInArray, sql } from 'drizzle-orm';
import { READING } from '#core/limits';
import type { SettledHow } from '#core/watch/watch';
import { folded } from '#core/text/folded';
import { messages, watchConsidered, watches, watchOverrules, watchReaders } from './schema';
import { among, built, givenLimit, placeholders } from './built';
import { settledHow } from './outcomes';
import type { Reading, Tx } from './store';

export type Watch = typeof watches.$inferSelect;
export type WatchReader = typeof watchReaders.$inferSelect;
export type Considered = typeof watchConsidered.$inferSelect;

export const findWatch = (db: Reading, id: string): Watch | undefined =>
  db.select().from(watches).where(eq(watches.id, id)).get();

export const insertWatch = (tx: Tx, row: typeof watches.$inferInsert): Watch =>
  tx.insert(watches).values(row).returning().get();

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export function swapWatch(tx: Tx, seen: Watch, patch: Partial<Watch>): Watch | undefined {
  return tx
    .update(watches)
    .set({ ...patch, revision: seen.revision + 1 })
    .where(and(eq(watches.id, seen.id), eq(watches.revision, seen.revision)))
    .returning()
    .get();
}

export const removeWatch = (tx: Tx, id: string): void =>
  void tx.delete(watches).where(eq(watches.id, id)).run();

const ofMessages = built((db) =>
  db.select().from(watches).where(among(watches.messageId)).orderBy(asc(watches.createdAt)).prepare(),
);

/** All there are of these messages, the oldest first. */
export const watchesOf = (db: Reading, messageIds: readonly string[]): Watch[] =>
  ofMessages(db).all({ ids: JSON.stringify(messageIds) });

const waitsToBegin = built((db) =>
  db
    .select()
    .from(watches)
    .where(and(eq(watches.messageId, sql.placeholder('message')), sql`state = 'waiting' AND since IS NULL`))
    .prepare(),
);

const endings = built((db) =>
  db
    .select({ id: watches.id, by: sql<SettledHow>`${settledHow('watches')}` })
    .from(watches)
    .where(and(among(watches.id), eq(watches.state, 'settled')))
    .prepare(),
);

/** What ended those of them that are settled. */
export const settledBy = (db: Reading, ids: readonly string[]): Map<string, SettledHow> =>
  new Map(
    endings(db)
      .all({ ids: JSON.stringify(ids) })
      .map(({ id, by }) => [id, by]),
  );

/** The one that begins when a message is released. */
export const watchToBegin = (db: Reading, messageId: string): Watch | undefined =>
  waitsToBegin(db).get({ message: messageId });

const openByThread = built((db) =>
  db
    .select({ watch: watches })
    .from(messages)
    .innerJoin(watches, eq(watches.messageId, messages.id))
    .where(
      and(
        eq(messages.threadId, sql.placeholder('thread')),
        sql`+${watches.state} IN ('waiting', 'ran-out') AND since IS NOT NULL`,
      ),
    )
    .prepare(),
);

const openByReader = built((db) =>
  db
    .select({ watch: watches })
    .from(watchReaders)
    .innerJoin(watches, eq(watches.id, watchReaders.watchId))
    // With a sign before it: there are few of one person, and many that wait.
    .where(
      and(
        eq(watchReaders.address, sql.placeholder('address')),
        sql`+${watches.state} = 'waiting' AND since IS NOT NULL`,
      ),
    )
    // As they began: the index has them in this order.
    .orderBy(sql`${watchReaders}.rowid DESC`)
    .limit(givenLimit())
    .prepare(),
);

/** Those about a message of a thread that an answer would end: they wait, or have waited in vain. */
export const unansweredInThread = (db: Reading, threadId: string): Watch[] =>
  openByThread(db)
    .all({ thread: threadId })
    .map(({ watch }) => watch);

/** Those that have begun and wait for somebody, by any of these addresses: of each the newest. */
export const openFor = (db: Reading, addresses: readonly string[], limit: number): Watch[] =>
  addresses.flatMap((address) =>
    openByReader(db)
      .all({ address, limit })
      .map(({ watch }) => watch),
  );

const openBySubject = built((db) =>
  db
    .select({ watch: watches })
    .from(messages)
    .innerJoin(watches, eq(watches.messageId, messages.id))
    .where(
      and(
        // The newest threads: of a subject that is used every day there are thousands.
        sql`${messages.threadId} IN (SELECT id FROM threads WHERE subject_key = ${sql.placeholder('subject')}
          ORDER BY rowid DESC LIMIT ${givenLimit()})`,
        sql`+${watches.state} = 'waiting' AND since IS NOT NULL`,
      ),
    )
    .prepare(),
);

/** Those that have begun, in the newest threads of a subject. @param subject without marks of answers */
export const openAbout = (db: Reading, subject: string, limit: number): Watch[] =>
  openBySubject(db)
    .all({ subject: folded(subject), limit })
    .map(({ watch }) => watch);

function insertReaders(
  tx: Tx,
  watchId: string,
  readers: readonly { address: string; name: string }[],
  first: number,
): void {
  if (readers.length > 0)
    tx.insert(watchReaders)
      .values(readers.map((reader, index) => ({ ...reader, watchId, position: first + index })))
      .run();
}

export const setWatchReaders = (
  tx: Tx,
  watchId: string,
  readers: readonly { address: string; name: string }[],
): void => {
  tx.delete(watchReaders).where(eq(watchReaders.watchId, watchId)).run();
  insertReaders(tx, watchId, readers, 0);
};

/** Besides those there are. */
export function addWatchReaders(
  tx: Tx,
  watchId: string,
  readers: readonly { address: string; name: string }[],
): void {
  const before = readersOfWatches(tx, [watchId]);
  const known = new Set(before.map(({ address }) => address));
  const others = readers.filter(({ address }) => !known.has(address));
  insertReaders(tx, watchId, others, before.length);
}

const readersAmong = built((db) =>
  db
    .select()
    .from(watchReaders)
    .where(among(watchReaders.watchId))
    .orderBy(watchReaders.watchId, watchReaders.position)
    .prepare(),
);

/** In the order they stood in. */
export const readersOfWatches = (db: Reading, ids: readonly string[]): WatchReader[] =>
  readersAmong(db).all({ ids: JSON.stringify(ids) });

/** Those who have not answered. */
export const missingReaders = (db: Reading, watchId: string): WatchReader[] =>
  readersOfWatches(db, [watchId]).filter(({ answeredBy }) => answeredBy === null);

/** @param answeredBy null where they have not after all */
export const noteAnswered = (tx: Tx, watchId: string, address: string, answeredBy: string | null): void =>
  void tx
    .update(watchReaders)
    .set({ answeredBy })
    .where(and(eq(watchReaders.watchId, watchId), eq(watchReaders.address, address)))
    .run();

const keep = built((db) =>
  db
    .insert(watchConsidered)
    .values(placeholders<Considered>('watchId messageId counts why reader overruled'))
    .onConflictDoUpdate({
      target: [watchConsidered.watchId, watchConsidered.messageId],
      set: {
        counts: sql`excluded.counts`,
        why: sql`excluded.why`,
        reader: sql`excluded.reader`,
        overruled: sql`excluded.overruled`,
      },
    })
    .prepare(),
);

/** Anew, where it was considered before. */
export const keepConsidered = (tx: Tx, row: Considered): void => void keep(tx).run(row);

export const findConsidered = (db: Reading, watchId: string, messageId: string): Considered | undefined =>
  db
    .select()
    .from(watchConsidered)
    .where(and(eq(watchConsidered.watchId, watchId), eq(watchConsidered.messageId, messageId)))
    .get();

/** What came in while they waited, in the order it came. */
export const consideredOf = (db: Reading, watchIds: readonly string[]) =>
  db
    .select({
      watchId: watchConsidered.watchId,
      messageId: watchConsidered.messageId,
      counts: watchConsidered.counts,
      why: watchConsidered.why,
      overruled: watchConsidered.overruled,
      reader: watchConsidered.reader,
      from: { name: messages.fromName, address: messages.fromAddress },
      subject: messages.subject,
      // When they are back is read of away-messages alone, and every page asks for these.
      away: sql<
        string | null
      >`CASE ${messages.classified} ->> '$.is' WHEN 'away' THEN substr(${messages.text}, 1, ${READING.looked}) END`,
      at: messages.at,
      writtenAt: messages.writtenAt,
    })
    .from(watchConsidered)
    .innerJoin(messages, eq(messages.id, watchConsidered.messageId))
    .where(inArray(watchConsidered.watchId, [...watchIds]))
    .orderBy(asc(messages.at))
    .all();

const said = built((db) =>
  db
    .select({ counts: watchOverrules.counts })
    .from(watchOverrules)
    .where(eq(watchOverrules.address, sql.placeholder('address')))
    .prepare(),
);

/** What the person has said of a writer; undefined where nothing. @param address lower case */
export const overruleOf = (db: Reading, address: string): boolean | undefined =>
  said(db).get({ address })?.counts;

/** @param counts undefined: the rules are to judge them again */
export function setOverrule(tx: Tx, address: string, counts: boolean | undefined): void {
  tx.delete(watchOverrules).where(eq(watchOverrules.address, address)).run();
  if (counts !== undefined) tx.insert(watchOverrules).values({ address, counts }).run();
}

const RUNNING = sql`state = 'waiting' AND at IS NOT NULL`;

const earliest = built((db) =>
  db
    .select({ at: min(watches.at) })
    .from(watches)
    .where(RUNNING)
    .prepare(),
);

/** When the next one runs out, epoch ms; null where none will. @param without left out */
export function nextWatchEnd(db: Reading, without: readonly string[]): number | null {
  if (without.length === 0) return earliest(db).get()?.at ?? null;
  const rest = db
    .select({ at: min(watches.at) })
    .from(watches)
    .where(and(RUNNING, notInArray(watches.id, [...without])));
  return rest.get()!.at;
}

/** Those that run out by `now`, in order, at most `limit`. */
export const endingWatches = (db: Reading, now: number, limit: number): Watch[] =>
  db
    .select()
    .from(watches)
    .where(and(RUNNING, lte(watches.at, now)))
    .orderBy(watches.at)
    .limit(limit)
    .all();

/** One that still waits and has run out by `now`. */
export const findEnding = (db: Reading, id: string, now: number): Watch | undefined =>
  db
    .select()
    .from(watches)
    .where(and(eq(watches.id, id), RUNNING, lte(watches.at, now)))
    .get();

/** What was deleted is waited for no more, until it is brought back. */
const STANDS = sql`${watches.messageId} NOT IN (SELECT id FROM messages WHERE deleted_at IS NOT NULL)`;

/** Those that wait, the soonest first and those not begun last; or those that are over, the last first. */
export function listWatches(db: Reading, state: 'waiting' | 'closed', limit: number): Watch[] {
  const query = db.select().from(watches).limit(limit);
  if (state === 'closed')
    return query
      .where(and(inArray(watches.state, ['settled', 'ran-out', 'undelivered', 'ended']), STANDS))
      .orderBy(desc(watches.endedAt))
      .all();
  return query
    .where(and(eq(watches.state, 'waiting'), STANDS))
    .orderBy(sql`${watches.at} IS NULL`, asc(watches.at), asc(watches.createdAt))
    .all();
}

export const countWaitingWatches = (db: Reading): number =>
  db
    .select({ n: sql<number>`count(*)` })
    .from(watches)
    .where(and(eq(watches.state, 'waiting'), STANDS))
    .get()!.n;
