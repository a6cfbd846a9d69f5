/** What is in a folder, and what a link names there. */
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import picomatch from 'picomatch';
import { folderOf, isPattern, nameOf } from '#core/files/paths';
import type { LinkChoice } from '#core/files/link';
import { FileTrouble, realInside } from './handle';

export interface FolderEntry {
  name: string;
  path: string;
  kind: 'file' | 'folder';
  /** Bytes; 0 of a folder. */
  size: number;
  /** Epoch ms. */
  modifiedAt: number;
}

const byName = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
/** What begins with a dot is not shown, and is not part of a folder that goes as a whole. */
const isHidden = (name: string) => name.startsWith('.');

/** Looks at so many at once. */
const AT_ONCE = 64;

async function described(folder: string, names: readonly string[], folders: readonly string[]) {
  const entries: FolderEntry[] = [];
  for (let at = 0; at < names.length; at += AT_ONCE) {
    const some = names.slice(at, at + AT_ONCE).map(async (name): Promise<FolderEntry | undefined> => {
      const path = join(folder, name);
      try {
        // What a link leads to elsewhere is not told of either.
        const info = await stat(await realInside(path, folders));
        if (!info.isFile() && !info.isDirectory()) return undefined;
        const kind = info.isFile() ? 'file' : 'folder';
        return { name, path, kind, size: kind === 'file' ? info.size : 0, modifiedAt: info.mtimeMs };
      } catch {
        // Gone meanwhile, or not for us.
        return undefined;
      }
    });
    for (const entry of await Promise.all(some)) if (entry) entries.push(entry);
  }
  return entries;
}

/** A page of a folder: folders first, each by name. @param words a part of the names, or a pattern of them @throws (rejects) FileTrouble, or as the file system says */
export async function listFolder(
  folder: string,
  folders: readonly string[],
  { words = '', offset = 0, limit }: { words?: string; offset?: number; limit: number },
): Promise<{ entries: FolderEntry[]; total: number }> {
  await realInside(folder, folders);
  const asked = words.toLowerCase();
  const matches = isPattern(words)
    ? picomatch(words, { nocase: true })
    : (name: string) => name.toLowerCase().includes(asked);
  const found = (await readdir(folder, { withFileTypes: true })).filter(
    ({ name }) => !isHidden(name) && matches(name),
  );
  const sorted = found
    .map((each) => ({ name: each.name, first: each.isDirectory() ? 0 : 1 }))
    .sort((a, b) => a.first - b.first || byName.compare(a.name, b.name));
  const page = sorted.slice(offset, offset + limit).map(({ name }) => name);
  return { entries: await described(folder, page, folders), total: sorted.length };
}

const isFile = ({ kind }: FolderEntry) => kind === 'file';

/** The files of a folder by a pattern of names; all without one. */
async function filesOf(folder: string, pattern: string | undefined, folders: readonly string[]) {
  await realInside(folder, folders);
  const matches = pattern === undefined ? () => true : picomatch(pattern, { nocase: false });
  const names = (await readdir(folder)).filter((name) => !isHidden(name) && matches(name));
  return (await described(folder, names.sort(byName.compare), folders)).filter(isFile);
}

/** The one changed last; of several at once the last by name. */
const newestOf = (files: readonly FolderEntry[]): FolderEntry[] =>
  files.length === 0 ? [] : [files.reduce((a, b) => (b.modifiedAt >= a.modifiedAt ? b : a))];

/**
 * The files a link names now, by name.
 * @param path a file, a folder, or a folder and a pattern of names
 * @throws (rejects) FileTrouble `missing` where nothing is there, `outside`, `unreadable`
 */
export async function namedFiles(
  path: string,
  which: LinkChoice,
  folders: readonly string[],
): Promise<FolderEntry[]> {
  const [entry] = await described(folderOf(path), [nameOf(path)], folders);
  let files: FolderEntry[];
  if (entry?.kind === 'file') files = [entry];
  else if (entry) files = await filesOf(path, undefined, folders);
  else if (isPattern(path)) files = await filesOf(folderOf(path), nameOf(path), folders);
  else {
    // It says why there is nothing.
    await realInside(path, folders);
    throw new FileTrouble('missing');
  }
  if (files.length === 0) throw new FileTrouble('missing');
  return which === 'newest' ? newestOf(files) : files;
}
