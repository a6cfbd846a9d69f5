/** Walking the folders that files may be linked from. */
import { folderOf, nameOf } from '#core/files/paths';
import { listFolder, type FolderEntry } from '#files/folder';
import { troubleOf } from '#files/handle';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { allowedFolders, areFixed, usableFolders } from './allowedFolders';
import { allowedPath } from './linkFiles';

export interface FilesView {
  /** null: the allowed folders themselves. */
  folder: string | null;
  /** Where one goes up to; null where there is nothing above that may be seen. */
  above: string | null;
  entries: FolderEntry[];
  total: number;
  /** Settings do not say which folders are allowed. */
  fixed: boolean;
}

const PAGE = 200;

/**
 * @param under a folder; undefined: the allowed folders
 * @param words what names contain
 * @throws (rejects) Invalid for a folder that is not allowed, NotFound
 */
export async function listFiles(
  desk: Desk,
  { under, q = '', offset = 0 }: { under?: string; q?: string; offset?: number },
): Promise<FilesView> {
  const roots = allowedFolders(desk);
  const fixed = areFixed();
  if (under === undefined) {
    const entries = roots.map((path): FolderEntry => ({
      name: nameOf(path) || path,
      path,
      kind: 'folder',
      size: 0,
      modifiedAt: 0,
    }));
    return { folder: null, above: null, entries, total: entries.length, fixed };
  }
  const folder = allowedPath(desk, desk.store.db, under, 'under');
  try {
    const page = await listFolder(folder, await usableFolders(desk), { words: q, offset, limit: PAGE });
    return { folder, above: roots.includes(folder) ? null : folderOf(folder), fixed, ...page };
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const trouble = troubleOf(error);
    if (code === undefined && trouble === 'unreadable') throw error;
    throw new NotFound(
      trouble === 'outside'
        ? `“${under}” leads out of the folders that files may be linked from.`
        : `“${under}” is not there, or cannot be read.`,
    );
  }
}
