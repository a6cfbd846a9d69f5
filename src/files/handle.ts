/**
 * Opening what is under the allowed folders, and nothing else. What is checked is the file that is open, not the path it was
 * looked for under: links and folders may be swapped between the two.
 */
import { constants } from 'node:fs';
import { lstat, open, readlink, realpath, type FileHandle } from 'node:fs/promises';
import { cleanPath, isWithin } from '#core/files/paths';
import type { LinkTrouble } from '#core/files/link';

/** What is there is not what may be read. */
export class FileTrouble extends Error {
  constructor(readonly trouble: LinkTrouble) {
    super(trouble);
    this.name = 'FileTrouble';
  }
}

const codeOf = (error: unknown) => (error as NodeJS.ErrnoException).code;

/** What an error of the file system comes to. */
export function troubleOf(error: unknown): LinkTrouble {
  if (error instanceof FileTrouble) return error.trouble;
  const code = codeOf(error);
  return code === 'ENOENT' || code === 'ENOTDIR' ? 'missing' : 'unreadable';
}

/** The allowed folders as they really are; those that are not there are left out. */
export async function realFolders(folders: readonly string[]): Promise<string[]> {
  const all = await Promise.all(folders.map((folder) => realpath(folder).catch(() => undefined)));
  return all.filter((each) => each !== undefined);
}

/**
 * Where a path really leads, links followed.
 * @param folders those allowed, as {@link realFolders} gives them
 * @throws (rejects) FileTrouble where it leads out of them; else as the file system says
 */
export async function realInside(path: string, folders: readonly string[]): Promise<string> {
  const real = await realpath(cleanPath(path));
  if (!folders.some((folder) => isWithin(real, folder))) throw new FileTrouble('outside');
  return real;
}

/** Where an open file really is, whatever its path leads to by now. */
async function whereIs(file: FileHandle, path: string): Promise<string | undefined> {
  try {
    return await readlink(`/proc/self/fd/${file.fd}`);
  } catch {
    // No such folder on this system: the file at its path has to be the one that is open.
  }
  const [there, opened, real] = [await lstat(path), await file.stat(), await realpath(path)];
  return there.ino === opened.ino && there.dev === opened.dev && real === path ? path : undefined;
}

/**
 * Opens a file or folder to be read. Close it.
 * @throws (rejects) FileTrouble where it is outside of the allowed folders, or neither file nor folder
 */
export async function openInside(
  path: string,
  folders: readonly string[],
): Promise<{ file: FileHandle; path: string }> {
  const real = await realInside(path, folders);
  // Without waiting: what is no file may have nobody at its other end.
  const file = await open(real, constants.O_RDONLY | constants.O_NONBLOCK | constants.O_NOFOLLOW);
  try {
    const where = await whereIs(file, real);
    if (where === undefined || !folders.some((folder) => isWithin(where, folder)))
      throw new FileTrouble('outside');
    const info = await file.stat();
    if (!info.isFile() && !info.isDirectory()) throw new FileTrouble('unreadable');
    return { file, path: where };
  } catch (error) {
    await file.close();
    throw error;
  }
}
