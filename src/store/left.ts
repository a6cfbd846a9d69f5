/**
 * What has left, and the Message-IDs it left under: facts of departures, each of which has an id of its own, so that
 * a message of several copies is known by every one of them.
 */
import { asc, eq, sql, type SQL } from 'drizzle-orm';
import { departures, messages } from './schema';
import { built } from './built';
import type { Departure } from './departures';
import type { Message } from './messages';
import type { Reading } from './store';

/** Part of what was said between people: it came in, or has left. @param alias of the messages in the query */
export const wasSaid = (alias: string): SQL => {
  const column = (name: string) => sql.raw(`${alias}.${name}`);
  return sql`(${column('direction')} = 'in' OR ${column('left_at')} IS NOT NULL)`;
};

/** Message-IDs of messages of mine among ids given as a subquery or a list. @returns the ids of those messages */
export const leftUnder = (ids: SQL): SQL => sql`SELECT message_id FROM departures WHERE header_id IN ${ids}`;

/** Something of it has left to somebody. */
export const hasLeft = ({ leftAt }: Pick<Message, 'leftAt'>): boolean => leftAt !== null;

const firstId = built((db) =>
  db
    .select({ headerId: departures.headerId })
    .from(departures)
    .where(sql`${departures.messageId} = ${sql.placeholder('id')} AND ${departures.headerId} IS NOT NULL`)
    .orderBy(sql`${departures.leftAt} IS NULL`, asc(departures.leftAt), asc(departures.createdAt))
    .limit(1)
    .prepare(),
);

/** The Message-ID a message is known by: its own, or that of the copy that left first; null where it has none yet. */
export const headerIdOf = (db: Reading, message: Message): string | null =>
  message.direction === 'in' ? message.headerId : (firstId(db).get({ id: message.id })?.headerId ?? null);

const byHeader = built((db) =>
  db
    .select()
    .from(departures)
    .where(eq(departures.headerId, sql.placeholder('headerId')))
    .prepare(),
);

/** The departure that bears a Message-ID. */
export const departureOfHeader = (db: Reading, headerId: string): Departure | undefined =>
  byHeader(db).get({ headerId });

const messagesBearing = built((db) => {
  const ids = sql`(SELECT ${sql.placeholder('headerId')})`;
  return db
    .select()
    .from(messages)
    .where(sql`${messages.id} IN (SELECT id FROM messages WHERE header_id IN ${ids} UNION ${leftUnder(ids)})`)
    .limit(1)
    .prepare();
});

/** A message that came in or left under a Message-ID. */
export const messageUnder = (db: Reading, headerId: string): Message | undefined =>
  messagesBearing(db).get({ headerId });
