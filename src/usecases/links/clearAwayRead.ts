/** Clearing away what has gone out: once everybody's server has it, and never what has changed since. */
import { troubleOf } from '#files/handle';
import { clearAway, putBack, type Cleared } from '#files/clearAway';
import { deliveriesOf } from '#store/deliveries';
import { departuresOf, type Departure } from '#store/departures';
import { noteChange, record } from '#store/journal';
import { changeRead, clearingDue, findRead, readsOf, type LinkedRead } from '#store/linkedFiles';
import { departuresOfOccurrence } from '#store/series';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { NotFound, Refused } from '../errors';
import { readAttachment } from '../messages/attachments';
import { usableFolders } from './allowedFolders';

/** The copies of one message, or of one occurrence: what is linked to it is read for each. */
function together(tx: Tx, { messageId, seriesId, occurrence }: Departure): Departure[] {
  const all = [
    ...departuresOf(tx, messageId),
    ...(seriesId && occurrence ? departuresOfOccurrence(tx, seriesId, occurrence) : []),
  ];
  return [...new Map(all.map((each) => [each.id, each])).values()];
}

/** It has left: where all who were to have it have it, its files may go. Part of recording that. */
export function noteClearing(tx: Tx, left: Departure): void {
  const all = together(tx, left).filter(({ state }) => state !== 'ended' && state !== 'draft');
  if (!all.every(({ state }) => state === 'sent')) return;
  const ids = all.map(({ id }) => id);
  if (!deliveriesOf(tx, ids).every(({ status }) => status === 'accepted')) return;
  const seen = new Set<string>();
  for (const read of ids.flatMap((id) => readsOf(tx, id))) {
    if (read.clearing !== 'waiting') continue;
    // Of several copies that took the same file, one clears it away.
    const key = `${read.path} ${read.hash}`;
    changeRead(tx, read.id, { clearing: seen.has(key) ? null : 'due' });
    seen.add(key);
  }
}

const asked = (read: LinkedRead): Cleared => ({ ...read, begun: read.clearing === 'begun' });

async function clearOne(desk: Desk, read: LinkedRead, folders: readonly string[]): Promise<void> {
  if (read.clearing === 'due') desk.store.write((tx) => changeRead(tx, read.id, { clearing: 'begun' }));
  const done = await clearAway(asked(read), folders);
  desk.store.write((tx) => {
    const cleared = done.as === 'cleared';
    changeRead(tx, read.id, { clearing: cleared ? 'done' : 'changed', movedTo: cleared ? done.to : null });
    const { messageId, departureId, path } = read;
    if (cleared)
      record(tx, { at: desk.now(tx), messageId, departureId, what: 'cleared-away', why: done.to ?? path });
    noteChange(tx, 'message', messageId);
  });
}

/**
 * Clears away whatever is due, and what a crash left half done.
 * @param trouble told of what did not work; it is tried again the next time
 */
export async function clearAwayDue(desk: Desk, trouble: (read: LinkedRead, error: unknown) => void) {
  const all = clearingDue(desk.store.db);
  if (all.length === 0) return;
  const folders = await usableFolders(desk);
  for (const read of all) {
    try {
      await clearOne(desk, read, folders);
    } catch (error) {
      trouble(read, error);
    }
  }
}

/**
 * Puts a file back that was cleared away, as long as its bytes are kept.
 * @throws (rejects) NotFound; Refused where it is not away, or something else is at its place
 */
export async function undoClearing(desk: Desk, id: string): Promise<void> {
  const read = findRead(desk.store.db, id);
  if (!read) throw new NotFound('There is no such file.');
  if (read.clearing !== 'done') throw new Refused('This file was not cleared away.');
  const { bytes } = await readAttachment(desk, read.attachmentId);
  try {
    await putBack(read, bytes, read.movedTo, await usableFolders(desk));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST')
      throw new Refused(`Something else is at ${read.path} by now; that stays.`);
    if (troubleOf(error) === 'outside' || troubleOf(error) === 'missing')
      throw new Refused(`The folder of ${read.path} is not there any more, or not allowed.`);
    throw error;
  }
  desk.store.write((tx) => {
    changeRead(tx, id, { clearing: 'undone', movedTo: null });
    const { messageId, departureId, path } = read;
    record(tx, { at: desk.now(tx), messageId, departureId, what: 'put-back', why: path });
    noteChange(tx, 'message', messageId);
  });
}
