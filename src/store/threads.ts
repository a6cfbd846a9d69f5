/** Threads: which one a message belongs to, and the pages of those in one place. */
import { and, desc, eq, gt, inArray, isNull, not, sql, type SQL } from 'drizzle-orm';
import { folded } from '#core/text/folded';
import { messages, recipients, threads } from './schema';
import { among, built, builtBy, givenLimit, placeholders } from './built';
import { leftUnder, wasSaid } from './left';
import type { Reading, Tx } from './store';

export type Thread = typeof threads.$inferSelect;
export type Place = NonNullable<Thread['place']>;

const insert = built((db) =>
  db.insert(threads).values(placeholders<typeof threads.$inferInsert>('id subject subjectKey')).prepare(),
);

export function insertThread(tx: Tx, id: string, subject: string): void {
  insert(tx).run({ id, subject, subjectKey: folded(subject) });
}

const related = built((db) => {
  const ids = sql`(SELECT value FROM json_each(${sql.placeholder('named')}))`;
  // One after another: asked for together, each would be looked for in all messages.
  const named = sql`SELECT id FROM messages WHERE header_id IN ${ids}`;
  const naming = sql`SELECT message_id FROM message_references WHERE header_id = ${sql.placeholder('headerId')}`;
  return db
    .select({ threadId: messages.threadId })
    .from(messages)
    .where(sql`${messages.id} IN (${named} UNION ${naming} UNION ${leftUnder(ids)})`)
    .groupBy(messages.threadId)
    .orderBy(sql`min(${messages.at})`)
    .prepare();
});

/**
 * The threads a message touches: those holding a message it names, or one that names it. Oldest thread first by
 * its first message.
 */
export function relatedThreads(db: Reading, headerId: string | undefined, named: string[]): string[] {
  return related(db)
    .all({ headerId: headerId ?? '', named: JSON.stringify(named) })
    .map((row) => row.threadId);
}

/** Moves all messages of the other threads into the first and drops them. */
export function mergeThreads(tx: Tx, keep: string, others: string[]): void {
  if (others.length === 0) return;
  tx.update(messages).set({ threadId: keep }).where(inArray(messages.threadId, others)).run();
  tx.delete(threads).where(inArray(threads.id, others)).run();
}

const alike = built((db) =>
  db
    .select({ id: threads.id })
    .from(threads)
    .innerJoin(messages, eq(messages.threadId, threads.id))
    .leftJoin(recipients, eq(recipients.messageId, messages.id))
    .where(
      and(
        eq(threads.subjectKey, sql.placeholder('subject')),
        gt(messages.at, sql.placeholder('since')),
        // What I have not sent nobody has answered.
        wasSaid('messages'),
        sql`(lower(${messages.fromAddress}) = ${sql.placeholder('address')} OR lower(${recipients.address}) = ${sql.placeholder('address')})`,
      ),
    )
    .orderBy(desc(messages.at))
    .limit(1)
    .prepare(),
);

/**
 * The newest thread of a subject in which somebody has written or been written to.
 * @param subject without “Re:”; @param address lower case; @param since epoch ms
 */
export function threadAlike(
  db: Reading,
  subject: string,
  address: string,
  since: number,
): string | undefined {
  return alike(db).get({ subject: folded(subject), address, since })?.id;
}

const after = built((db) =>
  db
    .select({ id: messages.id })
    .from(messages)
    .where(
      and(
        eq(messages.threadId, sql.placeholder('threadId')),
        eq(messages.unseen, true),
        isNull(messages.deletedAt),
        // In the order they were written down: a clock may stand still, or be moved.
        sql`${messages}.rowid > (SELECT max(known.rowid) FROM messages known WHERE known.id IN (SELECT value FROM json_each(${sql.placeholder('ids')})))`,
      ),
    )
    .prepare(),
);

/** What has come into a thread after the last of these messages of it and has not been seen. */
export const cameAfter = (db: Reading, threadId: string, messageIds: readonly string[]): string[] =>
  after(db)
    .all({ threadId, ids: JSON.stringify(messageIds) })
    .map(({ id }) => id);

const newest = built((db) =>
  db
    .select({ threadId: messages.threadId, id: messages.id, row: sql<number>`max(${messages}.rowid)` })
    .from(messages)
    .where(and(among(messages.threadId), eq(messages.direction, 'in'), isNull(messages.deletedAt)))
    .groupBy(messages.threadId)
    .prepare(),
);

/** The message that was written down last of each thread, by thread. */
export const newestOfThreads = (db: Reading, threadIds: readonly string[]): Map<string, string> =>
  new Map(
    newest(db)
      .all({ ids: JSON.stringify(threadIds) })
      .map(({ threadId, id }) => [threadId, id]),
  );

/** Where a page of threads goes on: after this one. */
export interface AfterThread {
  sortAt: number;
  id: string;
}

/** Which threads of a place: those something of came back in, or those whose newest message is by one of these. */
export type ThreadPart = 'all' | 'returned' | { by: readonly string[] } | { notBy: readonly string[] };

const kindOf = (part: ThreadPart) => (typeof part === 'string' ? part : 'by' in part ? 'by' : 'notBy');

function partCondition(kind: ReturnType<typeof kindOf>): SQL | undefined {
  if (kind === 'all') return undefined;
  const returned = sql`(${threads.returnedId} IS NOT NULL)`;
  if (kind === 'returned') return sql`${returned} = 1`;
  const some = among(threads.writer);
  return and(sql`${returned} = 0`, kind === 'by' ? some : not(some));
}

/** By the kind of the part, and whether it goes on after a thread. */
const pageOf = builtBy((db, key) => {
  const [kind, after] = key.split(' ') as [ReturnType<typeof kindOf>, string | undefined];
  return db
    .select()
    .from(threads)
    .where(
      and(
        eq(threads.place, sql.placeholder('place')),
        partCondition(kind),
        after === undefined
          ? undefined
          : sql`(${threads.sortAt}, ${threads.id}) < (${sql.placeholder('sortAt')}, ${sql.placeholder('id')})`,
      ),
    )
    .orderBy(desc(threads.sortAt), desc(threads.id))
    .limit(givenLimit())
    .prepare();
});

/** The threads in a place, the newest first. */
export function threadsIn(
  db: Reading,
  place: Place,
  part: ThreadPart,
  after: AfterThread | undefined,
  limit: number,
): Thread[] {
  const listed = typeof part === 'string' ? [] : 'by' in part ? part.by : part.notBy;
  const values = { place, ids: JSON.stringify(listed), ...after, limit };
  return pageOf(db, after ? `${kindOf(part)} after` : kindOf(part)).all(values);
}

const unseen = built((db) => {
  const some = db
    .select({ at: threads.unseenAt })
    .from(threads)
    .where(and(eq(threads.place, 'inbox'), sql`${threads.unseenAt} IS NOT NULL`))
    .orderBy(threads.unseenAt)
    .limit(givenLimit())
    .as('some');
  return db
    .select({ count: sql<number>`count(*)`, since: sql<number | null>`min(${some.at})` })
    .from(some)
    .prepare();
});

/** How many threads of the inbox have something new, counted up to `limit`, and since when the first has. */
export const unseenThreads = (db: Reading, limit: number): { count: number; since: number | null } =>
  unseen(db).get({ limit })!;

const counted = built((db) => {
  const some = db
    .select({ one: sql`1` })
    .from(threads)
    .where(eq(threads.place, sql.placeholder('place')))
    .limit(givenLimit())
    .as('some');
  return db
    .select({ n: sql<number>`count(*)` })
    .from(some)
    .prepare();
});

/** How many threads are in a place, counted up to `limit`. */
export const countThreads = (db: Reading, place: Place, limit: number): number =>
  counted(db).get({ place, limit })!.n;
