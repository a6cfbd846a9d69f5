/**
 * Reading what has arrived, apart from everything else. What is too much is tried once more after the others, with more
 * time; and then kept with what its header says.
 */
import { EFFORT } from '#core/limits';
import type { Strange } from '#core/message/strange';
import { digestOf } from '#mail/saysTheSame';
import { HEAD_BYTES, READER_VERSION, readNothing, type ReadMail } from '#mail/readMail';
import { isTooStrange, isUnreadable, longMs, type ReadingPool } from '#reading/pool';
import { bytesOfArrival, nextArrivals, noteTry, type Arrival } from '#store/arrivals';
import { findMessage, readByOlder } from '#store/messages';
import { sourceOf } from '#store/sources';
import type { Desk } from '../desk';
import { diskTrouble } from '../diskTrouble';
import { isMine } from '../people/isMine';
import { describeAnew } from './keepIncoming';
import { keepArrived } from './receiveMail';

export type { Arrival } from '#store/arrivals';

/** Times a message is tried to be read as a whole. */
const MOST_TRIES = 2;

/** What is to be read next, in order. @param without being read already */
export const arrivalsToRead = (desk: Desk, without: readonly string[], limit: number): Arrival[] =>
  nextArrivals(desk.store.db, without, limit);

/** Why a reading came to nothing; undefined where that is no matter of what was read. */
function strangeness(error: unknown): Strange | undefined {
  if (isTooStrange(error)) return error.why;
  return isUnreadable(error) ? 'form' : undefined;
}

/** What can be read of one; undefined where it is to be tried once more, after the others. */
async function readMost(pool: ReadingPool, bytes: Buffer, tries: number): Promise<ReadMail | undefined> {
  // It was read, and could not be kept as it was.
  if (tries >= MOST_TRIES) return readLittle(pool, bytes, 'form');
  try {
    return await pool.read('message', [bytes], { ms: tries === 0 ? EFFORT.shortMs : longMs(bytes.length) });
  } catch (error) {
    const strange = strangeness(error);
    if (!strange) throw error;
    return tries + 1 < MOST_TRIES ? undefined : readLittle(pool, bytes, strange);
  }
}

/** What its header says; where even that is too much, nothing. */
async function readLittle(pool: ReadingPool, bytes: Buffer, strange: Strange): Promise<ReadMail> {
  const known = { digest: digestOf(bytes), links: [], hint: null };
  try {
    return { mail: await pool.read('head', [bytes.subarray(0, HEAD_BYTES), strange]), ...known };
  } catch (error) {
    if (!strangeness(error)) throw error;
    return { mail: readNothing(strange), ...known };
  }
}

/**
 * Reads one and keeps it as a message.
 * @returns the message's id; undefined where it is to be read again later, or has been read already
 * @throws (rejects) where that is no fault of the message; it stays
 */
export async function readArrival(
  desk: Desk,
  pool: ReadingPool,
  arrival: Arrival,
): Promise<string | undefined> {
  const bytes = bytesOfArrival(desk.store.db, arrival.id);
  if (!bytes) return undefined;
  const read = await readMost(pool, bytes, arrival.tries);
  try {
    if (read) return await desk.group.run((tx) => keepArrived(desk, tx, arrival, read));
  } catch (error) {
    // The disk's fault is none of the message's; any other would come again and again.
    if (!diskTrouble(error)) desk.store.write((tx) => noteTry(tx, arrival));
    throw error;
  }
  desk.store.write((tx) => noteTry(tx, arrival));
  return undefined;
}

/**
 * Reads what an older version of the reader found too strange, one after another.
 * @param told of each that was read after all
 */
export async function readStrangeAnew(
  desk: Desk,
  pool: ReadingPool,
  told: (id: string) => void,
): Promise<void> {
  for (const id of readByOlder(desk.store.db, READER_VERSION)) {
    const bytes = sourceOf(desk.store.db, id);
    if (!bytes) continue;
    const read = await pool.read('message', [bytes], { ms: longMs(bytes.length) }).catch((error: unknown) => {
      const strange = strangeness(error);
      if (!strange) throw error;
      return readLittle(pool, bytes, strange);
    });
    desk.store.write((tx) =>
      describeAnew(tx, findMessage(tx, id)!, read, isMine(desk, tx, read.mail.from.address)),
    );
    told(id);
  }
}
