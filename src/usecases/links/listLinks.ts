/** What is linked where, what would go now, and what has gone. */
import { MAX_ATTACHED, sizeWords } from '#core/message/attachment';
import { TROUBLE_WORDS, type LinkTrouble } from '#core/files/link';
import { nameOf } from '#core/files/paths';
import { namedFiles } from '#files/folder';
import { FileTrouble, troubleOf } from '#files/handle';
import { readStill } from '#files/readStill';
import { allLinks, lastReads, lastSent, linksOf, type LinkedFile, type LinkedRead } from '#store/linkedFiles';
import { UNSETTLED_STATES } from '#core/departure/states';
import { departuresOf } from '#store/departures';
import { fileWatchOf } from '#store/fileWatches';
import { findMessage } from '#store/messages';
import { findSeries } from '#store/series';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { usableFolders } from './allowedFolders';

/** What would go if it left now. */
export interface LinkNow {
  files: { name: string; size: number; modifiedAt: number }[];
  /** Why it could not go, in words; null where it could. */
  trouble: string | null;
}

export interface LinkView extends LinkedFile {
  subject: string;
  /** Its message may still leave by itself. */
  used: boolean;
  now: LinkNow;
}

async function wouldGo(db: Reading, link: LinkedFile, folders: readonly string[]): Promise<LinkNow> {
  const none = (trouble: LinkTrouble, files: LinkNow['files'] = []): LinkNow => ({
    files,
    trouble: `“${nameOf(link.path)}” ${TROUBLE_WORDS[trouble]}.`,
  });
  try {
    const named = await namedFiles(link.path, link.which, folders);
    const files = named.map(({ name, size, modifiedAt }) => ({ name, size, modifiedAt }));
    const most = Math.min(link.largerThan ?? MAX_ATTACHED, MAX_ATTACHED);
    if (files.some(({ size }) => size === 0)) return none('empty', files);
    if (files.some(({ size }) => size > most)) return none('large', files);
    const all = files.reduce((sum, { size }) => sum + size, 0);
    if (all > MAX_ATTACHED)
      return { files, trouble: `${sizeWords(all)} in all; mail takes ${sizeWords(MAX_ATTACHED)}.` };
    // A time yet to come, of another clock, says nothing about it.
    const ages = files.map(({ modifiedAt }) => Date.now() - modifiedAt);
    if (ages.some((age) => age >= 0 && age < link.settleSeconds * 1000)) return none('busy', files);
    const before = link.ifUnchanged === null ? new Set<string>() : lastSent(db, link.origin);
    if (before.size === 0) return { files, trouble: null };
    for (const { path } of named)
      if (!before.has((await readStill(path, folders, most, { settleMs: 0, waitMs: 1000 })).hash))
        return { files, trouble: null };
    return none('unchanged', files);
  } catch (error) {
    if (!(error instanceof FileTrouble) && !(error as NodeJS.ErrnoException).code) throw error;
    return none(troubleOf(error));
  }
}

function isUsed(db: Reading, messageId: string): boolean {
  const watch = fileWatchOf(db, messageId);
  if (watch) return watch.state !== 'ended';
  const seriesId = findMessage(db, messageId)?.seriesId ?? null;
  const series = seriesId === null ? undefined : findSeries(db, seriesId);
  if (series) return series.state !== 'ended' && series.deletedAt === null;
  return departuresOf(db, messageId).some(({ state }) => UNSETTLED_STATES.includes(state));
}

/** Looks at so many at once. */
const AT_ONCE = 16;

/**
 * Those of one message, or all of messages that may still leave, but for those that a series makes.
 * @throws (rejects) NotFound
 */
export async function listLinks(desk: Desk, messageId?: string): Promise<LinkView[]> {
  const { db } = desk.store;
  const message = messageId === undefined ? undefined : findMessage(db, messageId);
  if (messageId !== undefined && !message) throw new NotFound('There is no such message.');
  const links = message
    ? linksOf(db, message.id).map((link) => ({ ...link, subject: message.subject }))
    : allLinks(db);
  const folders = await usableFolders(desk);
  const views: LinkView[] = [];
  for (let at = 0; at < links.length; at += AT_ONCE) {
    const some = links.slice(at, at + AT_ONCE).map(async (link) => ({
      ...link,
      used: isUsed(db, link.messageId),
      now: await wouldGo(db, link, folders),
    }));
    views.push(...(await Promise.all(some)));
  }
  return views;
}

/** What went last, the newest first. */
export interface ReadView extends LinkedRead {
  subject: string;
  leftAt: number | null;
  /** The bytes are still here. */
  isKept: boolean;
}

const READS_SHOWN = 100;

export const listReads = (desk: Desk): ReadView[] =>
  lastReads(desk.store.db, READS_SHOWN).map(({ kept, ...read }) => ({ ...read, isKept: kept !== null }));
