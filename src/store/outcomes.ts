/** What came of departures: whether a person has answered, and whether an answer is waited for. */
import { sql, type SQL } from 'drizzle-orm';
import type { SettledHow, WatchState } from '#core/watch/watch';
import { built } from './built';
import type { Reading } from './store';

export interface Outcome {
  departureId: string;
  /** When the first answer by a person came, epoch ms; null where none has. */
  answeredAt: number | null;
  /** The newest watch on it; null where there is none. */
  watch: WatchState | null;
  /** When that runs out, or ran out, epoch ms. */
  watchAt: number | null;
  /** What ended it; null where nothing has. */
  watchBy: SettledHow | null;
}

/** Answers by persons to a departure. @param id of its Message-ID */
const answersTo = (id: SQL): SQL =>
  sql`FROM messages a WHERE a.in_reply_to = ${id} AND a.direction = 'in' AND a.automatic = 0 AND a.deleted_at IS NULL`;

/** Answers of a departure’s readers to the question it asks, by whatever way they came. @param d its name in the query */
const answersToQuestion = (d: string): SQL =>
  sql.raw(`FROM questions q JOIN question_answers g ON g.question_id = q.id WHERE q.message_id = ${d}.message_id
    AND g.status = 'counts' AND (${d}.reader IS NULL OR g.reader = lower(${d}.reader))`);

/** What ended a watch that is settled. @param w its name in the query */
export const settledHow = (w: string): SQL =>
  sql.raw(`CASE WHEN ${w}.settled_by = 'decision' THEN 'decision' WHEN ${w}.ended_by IS NULL THEN 'visit'
    WHEN (SELECT m.classified ->> '$.is' FROM messages m WHERE m.id = ${w}.ended_by) = 'receipt' THEN 'receipt'
    ELSE 'answer' END`);

/** True for a departure nobody has answered. */
export const UNANSWERED: SQL = sql`NOT EXISTS (SELECT 1 ${answersTo(sql`departures.header_id`)})
  AND NOT EXISTS (SELECT 1 ${answersToQuestion('departures')})
  AND NOT EXISTS (SELECT 1 FROM watches w WHERE w.message_id = departures.message_id AND w.state = 'settled'
    AND ${settledHow('w')} = 'answer' AND (w.copy = '' OR w.copy = lower(departures.reader)))`;

const outcomes = built((db) => {
  const watched = (column: SQL) =>
    sql`(SELECT ${column} FROM watches w WHERE w.message_id = d.message_id
      AND (w.copy = '' OR w.copy = lower(d.reader)) ORDER BY w.created_at DESC, w.id LIMIT 1)`;
  return db
    .select({
      departureId: sql<string>`d.id`,
      answeredAt: sql<number | null>`(SELECT min(at) FROM (SELECT a.at AS at ${answersTo(sql`d.header_id`)}
        UNION ALL SELECT g.at ${answersToQuestion('d')}))`,
      watch: sql<WatchState | null>`${watched(sql`w.state`)}`,
      watchAt: sql<number | null>`${watched(sql`w.at`)}`,
      watchBy: sql<SettledHow | null>`${watched(sql`CASE w.state WHEN 'settled' THEN ${settledHow('w')} END`)}`,
    })
    .from(sql`json_each(${sql.placeholder('ids')}) JOIN departures d ON d.id = value`)
    .prepare();
});

export const outcomesOf = (db: Reading, departureIds: readonly string[]): Map<string, Outcome> =>
  new Map(
    outcomes(db)
      .all({ ids: JSON.stringify(departureIds) })
      .map((outcome) => [outcome.departureId, outcome]),
  );
