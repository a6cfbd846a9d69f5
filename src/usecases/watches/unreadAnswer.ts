/** Mail that has come in and has not been read may be the answer that a chaser asks for. */
import { setTimeout as rest } from 'node:timers/promises';
import { firstArrivalAt } from '#store/arrivals';
import type { Reading } from '#store/store';
import { findChaser } from '#store/watchChasers';
import type { Desk } from '../desk';

const LOOK_MS = 20;
/** As long as it is waited in one go, about five seconds; what is still due then is asked again. */
const MOST_LOOKS = 250;

/** True of a chaser while something that came in by `now`, epoch ms, has not been read. */
export function mayBeAnswered(db: Reading, messageId: string, now: number): boolean {
  const first = firstArrivalAt(db);
  return first !== null && first <= now && findChaser(db, messageId) !== undefined;
}

/** Waits until what came in by now has been read, if the message is a chaser. @returns false where that takes too long */
export async function mayLeave(desk: Desk, messageId: string): Promise<boolean> {
  const now = desk.now();
  for (let looks = 0; mayBeAnswered(desk.store.db, messageId, now); looks++) {
    if (looks === MOST_LOOKS) return false;
    await rest(LOOK_MS);
  }
  return true;
}
