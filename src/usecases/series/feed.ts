/** The secret address for calendar programs: made, taken back, answered. */
import { timingSafeEqual } from 'node:crypto';
import { nanoid } from 'nanoid';
import { FEED_DAYS, feedPath } from '#core/series/feed';
import { dropMeta, readMeta, writeMeta } from '#store/settings';
import type { Desk } from '../desk';
import { exportDepartures } from './exchangeSeries';

const KEY = 'calendar';
const TOKEN_LENGTH = 32;

/** Its path; null where there is none. */
export function readFeed(desk: Desk): string | null {
  const token = readMeta(desk.store.db, KEY);
  return token === undefined ? null : feedPath(token);
}

/** A new address; the one before leads nowhere any more. */
export function makeFeed(desk: Desk): string {
  const token = nanoid(TOKEN_LENGTH);
  desk.store.write((tx) => writeMeta(tx, KEY, token));
  return feedPath(token);
}

export const takeBackFeed = (desk: Desk): void => desk.store.write((tx) => dropMeta(tx, KEY));

/** @returns undefined where the address leads nowhere */
export function answerFeed(desk: Desk, token: string): string | undefined {
  const known = readMeta(desk.store.db, KEY);
  const [given, wanted] = [Buffer.from(token), Buffer.from(known ?? '')];
  if (given.length !== wanted.length || !timingSafeEqual(given, wanted)) return undefined;
  return exportDepartures(desk, FEED_DAYS);
}
