/**
 * Clearing away a file that has gone out: moved or deleted once, and only as it was read. It is first put under a name of its
 * own, so that what is looked at and what is cleared away are the same, and a crash in between is found again.
 */
import { constants } from 'node:fs';
import { copyFile, link, lstat, mkdir, rename, unlink, utimes, writeFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { folderOf, nameOf } from '#core/files/paths';
import { openInside, realInside, troubleOf } from './handle';
import { hashOf } from './readStill';

export interface Cleared {
  /** Names this clearing, the same after a crash. */
  id: string;
  /** As it was read. */
  path: string;
  hash: string;
  inode: number;
  modifiedAt: number;
  /** null: it is deleted. */
  moveTo: string | null;
  /** It had begun before: where nothing is left to do it was done. */
  begun: boolean;
}

/** What came of it: cleared away, where to; or left, because it is not what was read. */
export type ClearedAs = { as: 'cleared'; to: string | null } | { as: 'changed' };

const asideOf = ({ id, path }: Cleared) => join(folderOf(path), `.oak-clearing-${id}`);

const isThere = (path: string) =>
  lstat(path).then(
    () => true,
    () => false,
  );

async function hashAt(path: string, folders: readonly string[]): Promise<string | undefined> {
  try {
    const { file } = await openInside(path, folders);
    try {
      return hashOf(await file.readFile());
    } finally {
      await file.close();
    }
  } catch (error) {
    if (troubleOf(error) === 'missing') return undefined;
    throw error;
  }
}

/** Two names of one file. */
async function isOne(a: string, b: string): Promise<boolean> {
  const [one, other] = await Promise.all([lstat(a), lstat(b)]);
  return one.ino === other.ino && one.dev === other.dev;
}

/** Under a name that is free; nothing is written over. @returns where it is */
async function putInto(from: string, folder: string, name: string): Promise<string> {
  const ending = extname(name);
  const stem = name.slice(0, name.length - ending.length);
  for (let n = 1; ; n++) {
    const to = join(folder, n === 1 ? name : `${stem} (${n})${ending}`);
    try {
      await link(from, to);
    } catch (error) {
      const { code } = error as NodeJS.ErrnoException;
      if (code === 'EEXIST') {
        // Put there before a crash.
        if (await isOne(from, to)) return to;
        continue;
      }
      // On another disk, or where files have one name only.
      if (!['EXDEV', 'EPERM', 'ENOTSUP'].includes(code ?? '')) throw error;
      try {
        await copyFile(from, to, constants.COPYFILE_EXCL);
      } catch (copying) {
        if ((copying as NodeJS.ErrnoException).code === 'EEXIST') continue;
        throw copying;
      }
    }
    return to;
  }
}

/**
 * @param folders those allowed, as they really are
 * @throws (rejects) as the file system says; asked again it goes on where it was
 */
export async function clearAway(cleared: Cleared, folders: readonly string[]): Promise<ClearedAs> {
  const { path, hash, inode, modifiedAt, moveTo, begun } = cleared;
  const aside = asideOf(cleared);
  if (!(await isThere(aside))) {
    const there = await lstat(path).catch(() => undefined);
    const isSame = there?.ino === inode && there.mtimeMs === modifiedAt;
    if (begun && !isSame) return { as: 'cleared', to: moveTo };
    if (!isSame || (await hashAt(path, folders)) !== hash) return { as: 'changed' };
    await realInside(path, folders);
    await rename(path, aside);
  }
  if ((await hashAt(aside, folders)) !== hash) {
    // Somebody put something else there in the moment between: it goes back, and over nothing.
    await putInto(aside, folderOf(path), nameOf(path));
    await unlink(aside);
    return { as: 'changed' };
  }
  let to: string | null = null;
  if (moveTo !== null) {
    await realInside(folderOf(moveTo), folders);
    await mkdir(moveTo).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST') throw error;
    });
    to = await putInto(aside, await realInside(moveTo, folders), nameOf(path));
  }
  await unlink(aside);
  return { as: 'cleared', to };
}

/**
 * Puts back what was cleared away; nothing is written over.
 * @param from where it was moved to; that goes, where it still is what it was
 * @throws (rejects) with EEXIST where something is at its place by now
 */
export async function putBack(
  { path, hash, modifiedAt }: Pick<Cleared, 'path' | 'hash' | 'modifiedAt'>,
  bytes: Buffer,
  from: string | null,
  folders: readonly string[],
): Promise<void> {
  await realInside(folderOf(path), folders);
  await writeFile(path, bytes, { flag: 'wx' });
  await utimes(path, new Date(), new Date(modifiedAt));
  if (from !== null && (await hashAt(from, folders)) === hash) await unlink(from);
}
