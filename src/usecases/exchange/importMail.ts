/** Taking in past mail from files: message by message, so that it can stop anywhere and go on. */
import { READING } from '#core/limits';
import { BEFORE, beginsIn, splitMbox } from '#core/formats/mbox';
import {
  findImport,
  findImportOf,
  findSetAside,
  isAside,
  insertImport,
  keepAside,
  listImports,
  listSetAside,
  updateImport,
  type Import,
  type SetAside,
} from '#store/imports';
import { noteChange } from '#store/journal';
import { addRest, dropRest, endOfRest, wholeOf } from '#store/sources';
import type { Tx } from '#store/store';
import type { Place } from '#store/threads';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid, NotFound, Refused } from '../errors';
import { classifiedOf, keepIncoming } from '../incoming/keepIncoming';
import { mineIn } from '../people/isMine';
import { knownAlready } from '../incoming/knownAlready';
import { groupsOf, readGroup, type ReadOne } from './readInGroups';

export type { Import } from '#store/imports';

/** So many messages are committed together at most, and none is begun after so long: nobody waits long for a turn. */
const [BATCH, TURN_MS] = [100, 40];
/** A message that grows beyond this is none. */
const LONGEST = 64 * 1024 * 1024;
const TAKEN = 'This piece is being taken in already.';

/** How many messages became what; `done` of all. */
interface Counts {
  done: number;
  added: number;
  same: number;
  unreadable: number;
}

/** Keeps of what was read as much as a turn takes; one that is here already, or that left from here, is passed over. */
function keepBatch(desk: Desk, tx: Tx, name: string, batch: readonly ReadOne[], place: Place): Counts {
  const now = desk.now(tx);
  const mine = mineIn(desk, tx);
  const counts: Counts = { done: 0, added: 0, same: 0, unreadable: 0 };
  const end = performance.now() + TURN_MS;
  for (const one of batch) {
    if (counts.done > 0 && performance.now() > end) break;
    counts.done++;
    if ('reason' in one) {
      if (!isAside(tx, name, one.bytes))
        keepAside(tx, { id: newId(), name, reason: one.reason, bytes: one.bytes, at: now });
      counts.unreadable++;
      continue;
    }
    // A date that is missing, or cannot be, is now.
    const { date } = one.read.mail;
    const at = date !== undefined && date > 0 && date <= now ? date : now;
    if (knownAlready(tx, one.read)) counts.same++;
    else {
      keepIncoming(
        tx,
        one.read,
        { bytes: one.bytes },
        {
          at,
          now,
          place,
          unseen: false,
          what: `taken in from ${name}`,
          classified: classifiedOf(one.read.mail, mine(one.read.mail.from.address)),
        },
      );
      counts.added++;
    }
  }
  return counts;
}

export interface ImportInput {
  name: string;
  /** Bytes. */
  size: number;
  format: 'mbox' | 'eml';
}

/**
 * Begins to take in a file, or goes on with one of the same name and size that was not finished. One that was is gone
 * through again: what is here already is passed over, and another file may happen to have that name and size.
 */
export function beginImport(desk: Desk, { name, size, format }: ImportInput): Import {
  return desk.store.write((tx) => {
    const before = findImportOf(tx, name, size);
    if (before && before.received < before.size) return before;
    const anew = { received: 0, rest: null, done: 0, added: 0, same: 0, unreadable: 0 };
    if (before) return updateImport(tx, before.id, { ...anew, format, createdAt: desk.now(tx) });
    return insertImport(tx, { id: newId(), name, size, format, createdAt: desk.now(tx) });
  });
}

/**
 * The next piece of a file; resolves once what it completes is kept. Where it breaks off, the same piece goes on.
 * @param offset of its first byte
 * @param signal stops it; what has been kept of the piece stays
 * @throws (rejects) NotFound; Refused where another piece is next
 */
export async function receiveImport(
  desk: Desk,
  id: string,
  offset: number,
  piece: Buffer,
  place: Place = 'archive',
  signal?: AbortSignal,
): Promise<Import> {
  const seen = findImport(desk.store.db, id);
  if (!seen) throw new NotFound('There is no such import.');
  if (offset !== seen.received) throw new Refused(`The next byte is ${seen.received}. Go on from there.`);
  if (offset + piece.length > seen.size) throw new Invalid('This is more than the file holds.', 'size');
  const last = offset + piece.length === seen.size;
  const before = endOfRest(desk.store.db, id);
  if ((seen.rest?.length ?? 0) + (before?.size ?? 0) > LONGEST)
    throw new Invalid('A single message longer than 64 MB: this is no mailbox file.', 'size');
  // Most pieces of a long message only add to it.
  if (
    seen.rest &&
    !last &&
    !(seen.format === 'mbox' && beginsIn((before?.last ?? seen.rest).subarray(-BEFORE), piece))
  )
    return desk.store.write((tx) => {
      if (findImport(tx, id)?.received !== offset) throw new Refused(TAKEN);
      addRest(tx, id, before?.size ?? 0, piece);
      return updateImport(tx, id, { received: offset + piece.length });
    });
  const bytes = seen.rest ? Buffer.concat([wholeOf(desk.store.db, id, seen.rest), piece]) : piece;
  const whole = seen.format === 'eml';
  const { messages, rest } = whole
    ? { messages: last ? [bytes] : [], rest: last ? new Uint8Array() : bytes }
    : splitMbox(bytes, last);
  const found = messages.map((each) => Buffer.from(each.buffer, each.byteOffset, each.length));
  // What was kept of a piece that broke off is not kept again.
  let now = seen;
  let kept = Math.min(seen.done, found.length);
  for (const group of groupsOf(found.slice(kept), ({ length }) => length)) {
    if (signal?.aborted) throw new Refused('It was stopped; go on whenever you like.');
    const read = await readGroup(group);
    // In between, others have their turn: some of a piece at a time.
    for (let from = 0; from < read.length;) {
      const batch = read.slice(from, from + BATCH);
      const before = now.done;
      now = desk.store.write((tx) => {
        const present = findImport(tx, id);
        if (present?.received !== offset || present.done !== before) throw new Refused(TAKEN);
        const counts = keepBatch(desk, tx, seen.name, batch, place);
        return updateImport(tx, id, {
          done: present.done + counts.done,
          added: present.added + counts.added,
          same: present.same + counts.same,
          unreadable: present.unreadable + counts.unreadable,
        });
      });
      from += now.done - before;
      kept += now.done - before;
      if (now.unreadable > READING.unreadable)
        throw new Invalid(
          `More than ${READING.unreadable} of its messages cannot be read: this is no mailbox file.`,
          'size',
        );
      await new Promise((resolve) => setImmediate(resolve));
    }
  }
  return desk.store.write((tx) => {
    const present = findImport(tx, id);
    if (present?.received !== offset || present.done !== now.done) throw new Refused(TAKEN);
    dropRest(tx, id);
    noteChange(tx, 'message', id);
    return updateImport(tx, id, {
      received: offset + piece.length,
      rest: rest.length > 0 ? Buffer.from(rest) : null,
      done: now.done - kept,
    });
  });
}

export interface Imports {
  imports: Import[];
  /** What could not be read, the newest first. */
  aside: Omit<SetAside, 'bytes'>[];
}

export const readImports = (desk: Desk): Imports => ({
  imports: listImports(desk.store.db, 100),
  aside: listSetAside(desk.store.db, 500),
});

/** The bytes of what was kept aside. @throws NotFound */
export function readAside(desk: Desk, id: string): SetAside {
  const found = findSetAside(desk.store.db, id);
  if (!found) throw new NotFound('There is no such thing kept aside.');
  return found;
}
