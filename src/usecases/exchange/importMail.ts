/** Taking in past mail from files: message by message, so that it can stop anywhere and go on. */
import { splitMbox } from '../../core/formats/mbox';
import { readStrictly } from '../../mail/readMail';
import type { IncomingMessage } from '../../mail/parse';
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
} from '../../store/imports';
import { noteChange } from '../../store/journal';
import type { Tx } from '../../store/store';
import type { Place } from '../../store/threads';
import { newId, type Desk } from '../desk';
import { Invalid, NotFound, Refused } from '../errors';
import { keepIncoming } from '../incoming/keepIncoming';
import { knownAlready } from '../incoming/knownAlready';

export type { Import } from '../../store/imports';

/** Messages are committed together in batches of so many. */
const BATCH = 200;
/** A message that grows beyond this is none. */
const LONGEST = 64 * 1024 * 1024;

/** What was read of one message of a file. */
export type ReadOne = { bytes: Buffer; mail: IncomingMessage } | { bytes: Buffer; reason: string };

const [LF, CR] = [10, 13];

export async function readOne(bytes: Buffer): Promise<ReadOne> {
  // Nothing in it would be where it belongs: all of it is one line.
  if (bytes.includes(CR) && !bytes.includes(LF))
    return {
      bytes,
      reason: 'Its lines end with CR alone; a message has CRLF, a mailbox file LF (RFC 4155).',
    };
  try {
    return { bytes, mail: await readStrictly(bytes) };
  } catch (error) {
    return { bytes, reason: error instanceof Error ? error.message : 'It is malformed.' };
  }
}

/** How many messages became what. */
export interface Counts {
  added: number;
  same: number;
  unreadable: number;
}

/** Keeps what was read; one that is here already, or that left from here, is passed over. */
export function keepBatch(desk: Desk, tx: Tx, name: string, batch: readonly ReadOne[], place: Place): Counts {
  const now = desk.now(tx);
  const counts: Counts = { added: 0, same: 0, unreadable: 0 };
  for (const one of batch) {
    if ('reason' in one) {
      if (!isAside(tx, name, one.bytes))
        keepAside(tx, { id: newId(), name, reason: one.reason, bytes: one.bytes, at: now });
      counts.unreadable++;
      continue;
    }
    // A date that is missing, or cannot be, is now.
    const { date, messageId } = one.mail;
    const at = date !== undefined && date > 0 && date <= now ? date : now;
    if (knownAlready(tx, messageId, one.bytes)) counts.same++;
    else {
      keepIncoming(tx, one.mail, one.bytes, { at, now, place, what: `taken in from ${name}` });
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
    const anew = { received: 0, rest: null, added: 0, same: 0, unreadable: 0 };
    if (before) return updateImport(tx, before.id, { ...anew, format, createdAt: desk.now(tx) });
    return insertImport(tx, { id: newId(), name, size, format, createdAt: desk.now(tx) });
  });
}

/**
 * The next piece of a file; resolves once what it completes is kept.
 * @param offset of its first byte
 * @throws (rejects) NotFound; Refused where another piece is next
 */
export async function receiveImport(
  desk: Desk,
  id: string,
  offset: number,
  piece: Buffer,
  place: Place = 'archive',
): Promise<Import> {
  const seen = findImport(desk.store.db, id);
  if (!seen) throw new NotFound('There is no such import.');
  if (offset !== seen.received) throw new Refused(`The next byte is ${seen.received}. Go on from there.`);
  if (offset + piece.length > seen.size) throw new Invalid('This is more than the file holds.', 'size');
  const bytes = seen.rest ? Buffer.concat([seen.rest, piece]) : piece;
  const last = offset + piece.length === seen.size;
  const whole = seen.format === 'eml';
  const { messages, rest } = whole
    ? { messages: last ? [bytes] : [], rest: last ? new Uint8Array() : bytes }
    : splitMbox(bytes, last);
  if (rest.length > LONGEST)
    throw new Invalid('A single message longer than 64 MB: this is no mailbox file.', 'size');
  const read: ReadOne[] = [];
  for (const message of messages) read.push(await readOne(Buffer.from(message)));
  // All of a piece in one commit: either it has come, with its messages, or it has not.
  return desk.store.write((tx) => {
    const now = findImport(tx, id);
    if (now?.received !== offset) throw new Refused('This piece is being taken in already.');
    const counts: Counts = { added: 0, same: 0, unreadable: 0 };
    for (let from = 0; from < read.length; from += BATCH) {
      const some = keepBatch(desk, tx, seen.name, read.slice(from, from + BATCH), place);
      counts.added += some.added;
      counts.same += some.same;
      counts.unreadable += some.unreadable;
    }
    noteChange(tx, 'message', id);
    return updateImport(tx, id, {
      received: offset + piece.length,
      rest: rest.length > 0 ? Buffer.from(rest) : null,
      added: now.added + counts.added,
      same: now.same + counts.same,
      unreadable: now.unreadable + counts.unreadable,
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
