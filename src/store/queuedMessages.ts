/** Messages that waited in a browser until they could be sent. */
import { eq, lt } from 'drizzle-orm';
import { queuedMessages } from './schema';
import type { Reading, Tx } from './store';

export const queuedMessage = (db: Reading, key: string): string | undefined =>
  db.select().from(queuedMessages).where(eq(queuedMessages.key, key)).get()?.messageId;

export const noteQueued = (tx: Tx, key: string, messageId: string, at: number): void =>
  void tx.insert(queuedMessages).values({ key, messageId, at }).run();

/** Nobody tells of them again. */
export const forgetQueued = (tx: Tx, before: number): void =>
  void tx.delete(queuedMessages).where(lt(queuedMessages.at, before)).run();
