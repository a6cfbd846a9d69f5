/** What linked files hold, read whole and still, as the message leaves. */
import mime from 'mime';
import { MAX_ATTACHED, mediaType, safeFileName, sizeWords } from '#core/message/attachment';
import { policyFor, TROUBLE_WORDS, type LinkTrouble } from '#core/files/link';
import { nameOf } from '#core/files/paths';
import { namedFiles } from '#files/folder';
import { FileTrouble, troubleOf } from '#files/handle';
import { readStill, type StillFile } from '#files/readStill';
import { lastSent, linksOf, type LinkedFile } from '#store/linkedFiles';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { usableFolders } from './allowedFolders';

/** More of one folder do not go in one message. */
const MOST_FILES = 100;
/** What is being written is waited for so long at least, ms of the machine. */
const LEAST_WAIT_MS = 10_000;

export interface LinkedContent extends StillFile {
  link: LinkedFile;
  name: string;
  /** Media type. */
  type: string;
}

export interface LinkStop {
  policy: 'ask' | 'skip';
  trouble: LinkTrouble;
  /** Why, in words. */
  words: string;
}

export type LinksRead =
  /** `lines` stand in the text for what does not go along. */
  { files: LinkedContent[]; lines: string[] } | LinkStop;

const stopWords = ({ path, largerThan }: LinkedFile, trouble: LinkTrouble): string =>
  `“${nameOf(path)}” ${TROUBLE_WORDS[trouble]}${trouble === 'large' ? `: more than ${sizeWords(largerThan ?? MAX_ATTACHED)}` : ''}.`;

async function filesOfLink(
  db: Reading,
  link: LinkedFile,
  folders: readonly string[],
): Promise<LinkedContent[]> {
  const named = await namedFiles(link.path, link.which, folders);
  if (named.length > MOST_FILES) throw new FileTrouble('large');
  const settleMs = link.settleSeconds * 1000;
  const most = Math.min(link.largerThan ?? MAX_ATTACHED, MAX_ATTACHED);
  const files: LinkedContent[] = [];
  for (const { name, path } of named) {
    const still = await readStill(path, folders, most, {
      settleMs,
      waitMs: Math.max(LEAST_WAIT_MS, 3 * settleMs),
    });
    if (still.bytes.length === 0) throw new FileTrouble('empty');
    files.push({ ...still, link, name: safeFileName(name), type: mediaType(mime.getType(name) ?? '') });
  }
  if (link.ifUnchanged !== null) {
    const before = lastSent(db, link.origin);
    if (before.size > 0 && files.every(({ hash }) => before.has(hash))) throw new FileTrouble('unchanged');
  }
  return files;
}

/**
 * Reads what is linked to a message, in order.
 * @param room bytes that still fit into it
 */
export async function readLinks(desk: Desk, messageId: string, room: number): Promise<LinksRead> {
  const { db } = desk.store;
  const links = linksOf(db, messageId);
  if (links.length === 0) return { files: [], lines: [] };
  const folders = await usableFolders(desk);
  const files: LinkedContent[] = [];
  const lines: string[] = [];
  for (const link of links) {
    try {
      files.push(...(await filesOfLink(db, link, folders)));
    } catch (error) {
      const trouble = troubleOf(error);
      const policy = policyFor(trouble, link);
      if (policy !== 'without') return { policy, trouble, words: stopWords(link, trouble) };
      lines.push(link.line);
    }
  }
  const size = files.reduce((sum, { bytes }) => sum + bytes.length, 0);
  if (size > room)
    return {
      policy: 'ask',
      trouble: 'large',
      words: `What is linked comes to ${sizeWords(size)}; mail takes ${sizeWords(MAX_ATTACHED)} in all.`,
    };
  return { files, lines };
}
