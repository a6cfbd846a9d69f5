/** Messages of a folder fetched and read, somewhat ahead of whoever keeps them: three things wait for each other otherwise. */
import { INTAKE } from '#core/limits';
import type { DescribedMessage, OpenFolder } from '#imap/client';
import type { ReadingPool } from '#reading/pool';
import type { Account } from '#store/accounts';
import { findItem } from '#store/mailboxes';
import type { Desk } from '../desk';
import { groupsOf, readGroup, type ReadOne } from '../exchange/readInGroups';

export interface Taking {
  desk: Desk;
  pool: ReadingPool;
  account: Account;
  open: OpenFolder;
}

export interface ReadHere {
  one: ReadOne;
  described: DescribedMessage;
}

/** Some of a chunk. */
interface Part {
  /** What is too long to be taken in. */
  long: DescribedMessage[];
  /** The whole chunk, with the last of it. */
  ends?: readonly number[];
}

interface Fetched extends Part {
  there: { bytes: Buffer; described: DescribedMessage }[];
}

interface Read extends Part {
  read: ReadHere[];
}

/** The same, each asked for while the one before is worked on. */
async function* ahead<T>(all: AsyncGenerator<T, void>): AsyncGenerator<T, void> {
  const ask = () => {
    const next = all.next();
    // Taken up below.
    next.catch(() => {});
    return next;
  };
  let next = ask();
  try {
    for (;;) {
      const { done, value } = await next;
      if (done) return;
      next = ask();
      yield value;
    }
  } finally {
    // What is under way comes to its end before anything else is asked of the server.
    await next.catch(() => {});
    await all.return();
  }
}

async function* fetched(
  { desk, account, open }: Taking,
  chunks: Iterable<readonly number[]>,
): AsyncGenerator<Fetched, void> {
  for (const chunk of chunks) {
    const wanted = chunk.filter((uid) => !findItem(desk.store.db, account.id, open.path, uid));
    const all = wanted.length > 0 ? await open.describe(wanted) : [];
    const isLong = ({ size }: DescribedMessage) => size > INTAKE.messageBytes;
    const short = all.filter((each) => !isLong(each));
    for (const group of groupsOf(short, ({ size }) => size)) {
      const sources = await open.sources(group.map(({ uid }) => uid));
      const there = group.flatMap((described) => {
        const bytes = sources.get(described.uid);
        return bytes ? [{ bytes, described }] : [];
      });
      yield { there, long: [] };
    }
    yield { there: [], long: all.filter(isLong), ends: chunk };
  }
}

async function* read({ pool }: Taking, all: AsyncGenerator<Fetched, void>): AsyncGenerator<Read, void> {
  for await (const { there, ...part } of all) {
    const ones =
      there.length > 0
        ? await readGroup(
            there.map(({ bytes }) => bytes),
            pool,
          )
        : [];
    yield { ...part, read: ones.map((one, index) => ({ one, described: there[index]!.described })) };
  }
}

/**
 * @param chunks of UIDs, in the order they are to be kept
 * @throws (rejects) MailboxError
 */
export const readAhead = (taking: Taking, chunks: Iterable<readonly number[]>): AsyncGenerator<Read, void> =>
  ahead(read(taking, ahead(fetched(taking, chunks))));
