/** Second messages that follow where nobody answers. */
import { asc, eq, sql } from 'drizzle-orm';
import { watchChasers } from './schema';
import { among, built } from './built';
import type { Reading, Tx } from './store';

export type Chaser = typeof watchChasers.$inferSelect;

export const insertChaser = (tx: Tx, row: Chaser): void => void tx.insert(watchChasers).values(row).run();

const ofMessage = built((db) =>
  db
    .select()
    .from(watchChasers)
    .where(eq(watchChasers.messageId, sql.placeholder('message')))
    .prepare(),
);

/** What a message chases; undefined where it is no chaser. */
export const findChaser = (db: Reading, messageId: string): Chaser | undefined =>
  ofMessage(db).get({ message: messageId });

const ofWatches = built((db) =>
  db
    .select()
    .from(watchChasers)
    .where(among(watchChasers.watchId))
    .orderBy(asc(watchChasers.madeAt))
    .prepare(),
);

/** In the order they were made. */
export const chasersOf = (db: Reading, watchIds: readonly string[]): Chaser[] =>
  ofWatches(db).all({ ids: JSON.stringify(watchIds) });

export const removeChaser = (tx: Tx, messageId: string): void =>
  void tx.delete(watchChasers).where(eq(watchChasers.messageId, messageId)).run();
