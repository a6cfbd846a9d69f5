/** Reading what came from outside, by a process of its own, for somebody who waits for it. */
import { isStopped, isTooStrange, isUnreadable, longMs, reading, type ReadingOptions } from '#reading/pool';
import type { ReadingAnswer, ReadingInput, ReadingKind } from '#reading/readings';
import { Invalid, Refused } from './errors';

/**
 * For showing. @throws (rejects) Refused where it is too strange, in words
 */
export async function readApart<K extends ReadingKind>(
  kind: K,
  input: ReadingInput<K>,
  options: ReadingOptions = {},
): Promise<ReadingAnswer<K>> {
  try {
    return await reading().read(kind, input, options);
  } catch (error) {
    if (isTooStrange(error) || isUnreadable(error))
      throw new Refused(`This is too strange to show: ${error.message} The source can be opened.`, {
        cause: error,
      });
    throw error;
  }
}

/**
 * A file somebody gives.
 * @param size of it, bytes or characters
 * @param signal ends it
 * @throws (rejects) Invalid where it is not what it should be, or too much; Refused where it was stopped
 */
export async function readFileApart<K extends ReadingKind>(
  kind: K,
  input: ReadingInput<K>,
  size: number,
  signal?: AbortSignal,
): Promise<ReadingAnswer<K>> {
  try {
    return await reading().read(kind, input, { ms: longMs(size), signal });
  } catch (error) {
    if (isUnreadable(error)) throw new Invalid(error.message, 'text');
    if (isTooStrange(error))
      throw new Invalid(`This file is too strange to read: ${error.message} Nothing was taken in.`, 'text');
    if (isStopped(error)) throw new Refused('It was stopped; nothing was taken in.');
    throw error;
  }
}

/** What is shown in place of what is too strange. */
export async function unlessStrange<T>(read: Promise<T>, instead: T): Promise<T> {
  try {
    return await read;
  } catch (error) {
    if (error instanceof Refused) return instead;
    throw error;
  }
}

/** Ends the processes that read for this one; it reads nothing any more. */
export const endReading = (): void => reading().close();
