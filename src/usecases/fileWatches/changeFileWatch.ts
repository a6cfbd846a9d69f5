/** What a person does with a message that leaves when a file changes. */
import {
  allFileWatches,
  deleteFileWatch,
  fileWatchOf,
  findFileWatch,
  setWatched,
  swapFileWatch,
  type FileWatch,
} from '#store/fileWatches';
import { findMessage, swapMessage } from '#store/messages';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { NotFound, Refused, Stale } from '../errors';

export type FileWatchView = FileWatch & { subject: string };

export const fileWatchOfMessage = (desk: Desk, messageId: string): FileWatch | undefined =>
  fileWatchOf(desk.store.db, messageId);

export const listFileWatches = (desk: Desk): FileWatchView[] => allFileWatches(desk.store.db);

function change(
  desk: Desk,
  id: string,
  work: (tx: Tx, seen: FileWatch) => Partial<FileWatch>,
): FileWatchView {
  return desk.store.write((tx) => {
    const seen = findFileWatch(tx, id);
    if (!seen) throw new NotFound('There is nothing watched under this name.');
    const next = swapFileWatch(tx, seen, work(tx, seen));
    if (!next) throw new Stale('file watch');
    noteChange(tx, 'departure', id);
    return { ...next, subject: findMessage(tx, seen.messageId)!.subject };
  });
}

/** @throws NotFound; Refused where it has ended */
export const pauseFileWatch = (desk: Desk, id: string): FileWatchView =>
  change(desk, id, (_tx, { state }) => {
    if (state === 'ended') throw new Refused('It has ended.');
    return { state: 'paused', reason: null };
  });

/** What has changed meanwhile is found at once. @throws NotFound */
export const resumeFileWatch = (desk: Desk, id: string): FileWatchView =>
  // What it was stopped for is counted anew.
  change(desk, id, () => ({ state: 'watching', reason: null, onDay: 0 }));

/** @throws NotFound */
export const endFileWatch = (desk: Desk, id: string): FileWatchView =>
  change(desk, id, () => ({ state: 'ended', reason: null }));

/** The message is a draft again, with its plan; what was made of it goes on. @throws NotFound */
export function takeFileWatchBack(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    const seen = findFileWatch(tx, id);
    if (!seen) throw new NotFound('There is nothing watched under this name.');
    setWatched(tx, seen.messageId, null);
    const { plan, choices } = seen;
    if (!swapMessage(tx, findMessage(tx, seen.messageId)!, { plan, choices })) throw new Stale('message');
    deleteFileWatch(tx, id);
    noteChange(tx, 'departure', id);
    noteChange(tx, 'message', seen.messageId);
  });
}
