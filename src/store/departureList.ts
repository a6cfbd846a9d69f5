/** Departures as lists show them, a page at a time. */
import { and, asc, count, desc, gte, inArray, isNotNull, lt, sql, type SQL } from 'drizzle-orm';
import { UNSETTLED_STATES, type DepartureState } from '#core/departure/states';
import { departures } from './schema';
import { built } from './built';
import type { Reading } from './store';
import type { SearchQuery } from '#core/search/query';
import { UNANSWERED } from './outcomes';
import { messageFits } from './search';
import type { Departure } from './departures';

/** As the index over them says it, letter by letter: else SQLite does not see that it may use it. */
const UNSETTLED = sql`state IN ('held', 'scheduled', 'paused', 'releasing', 'failed', 'unconfirmed')`;

function inStates(states: readonly DepartureState[]): SQL {
  const unsettled =
    UNSETTLED_STATES.length === states.length && UNSETTLED_STATES.every((each) => states.includes(each));
  return unsettled ? UNSETTLED : inArray(departures.state, [...states]);
}

/** Of a batch, and going its way or stopped with it. */
const APART = sql`NOT (EXISTS (SELECT 1 FROM batch_rows r JOIN batches b ON b.id = r.batch_id
    WHERE r.message_id = departures.message_id AND b.deleted_at IS NULL)
  AND (departures.state IN ('held', 'scheduled', 'releasing') OR departures.paused_for = 'me'))`;

export interface DepartureFilter {
  states?: readonly DepartureState[];
  /** Due at or after / before, epoch ms. */
  from?: number;
  until?: number;
  /** Only those after this one in the order. */
  after?: { due: number; id: string };
  newestFirst?: boolean;
  /** What is looked for in their messages. */
  about?: Pick<SearchQuery, 'groups' | 'withFile'>;
  /** The folder its copy is kept in; empty where none is kept. */
  folder?: string;
  /** Without the rows of batches, but for those that need somebody. */
  batchesApart?: boolean;
  /** Only what has left and nobody has answered. */
  unanswered?: boolean;
  limit: number;
}

/** A page of departures in order of due moment, those of deleted messages left out. */
export function listDepartures(db: Reading, filter: DepartureFilter): Departure[] {
  const conditions: (SQL | undefined)[] = [];
  if (filter.states) conditions.push(inStates(filter.states));
  if (filter.from !== undefined) conditions.push(gte(departures.due, filter.from));
  if (filter.until !== undefined) conditions.push(lt(departures.due, filter.until));
  if (filter.after) {
    const { due, id } = filter.after;
    const beyond = filter.newestFirst
      ? sql`(${departures.due}, ${departures.id}) < (${due}, ${id})`
      : sql`(${departures.due}, ${departures.id}) > (${due}, ${id})`;
    conditions.push(beyond);
  }
  if (filter.about) conditions.push(messageFits(sql`${departures.messageId}`, filter.about));
  if (filter.folder !== undefined)
    conditions.push(
      sql`${departures.messageId} IN (SELECT id FROM messages WHERE coalesce(kept_in, '') = ${filter.folder})`,
    );
  if (filter.batchesApart) conditions.push(APART);
  if (filter.unanswered) conditions.push(isNotNull(departures.headerId), UNANSWERED);
  const order = filter.newestFirst
    ? [desc(departures.due), desc(departures.id)]
    : [asc(departures.due), asc(departures.id)];
  return db
    .select()
    .from(departures)
    .where(and(...conditions))
    .orderBy(...order)
    .limit(filter.limit)
    .all();
}

/** Counting goes no further: nobody reads the difference, and it would cost time with every page. */
const COUNTED = 10_000;

const unsettledCount = built((db) =>
  db
    .select({ n: count() })
    .from(db.select({ id: departures.id }).from(departures).where(UNSETTLED).limit(COUNTED).as('some'))
    .prepare(),
);

/** How many departures still matter, counted up to 10,000. */
export function countUnsettled(db: Reading): number {
  return unsettledCount(db).get()!.n;
}
