/** Paths as they are written, before any disk is asked. Folders are told apart by `/`. */

/** A path that is not taken. `message` is fit to show. */
export class PathError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'PathError';
  }
}

/** Bytes of a path; systems take no more. */
const LONGEST = 4096;

/**
 * The same without empty and idle parts: `/srv//lists/./a.csv` is `/srv/lists/a.csv`.
 * @throws PathError for one that does not begin with `/`, goes up, or holds what no path holds
 */
export function cleanPath(path: string): string {
  if (!path.startsWith('/')) throw new PathError('A path begins with “/”, as /srv/lists/stock.csv.');
  if (path.includes('\0') || path.length > LONGEST) throw new PathError('This is no path.');
  const parts = path.split('/').filter((part) => part !== '' && part !== '.');
  if (parts.includes('..')) throw new PathError('A path must not go up by “..”: write where it leads.');
  return `/${parts.join('/')}`;
}

/** True where a clean path is a folder or in it. */
export const isWithin = (path: string, folder: string): boolean =>
  folder === '/' || path === folder || path.startsWith(`${folder}/`);

/** The folder a clean path is in. */
export const folderOf = (path: string): string => path.slice(0, path.lastIndexOf('/')) || '/';

/** The last part of a clean path. */
export const nameOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

/** True where the last part of a path stands for several names: `stock-*.csv`. */
export const isPattern = (path: string): boolean => /[*?[\]{}]/.test(nameOf(path));

/**
 * The folders of a list, `:` between, each once.
 * @throws PathError
 */
export const folderList = (list: string): string[] => [
  ...new Set(
    list
      .split(':')
      .filter((each) => each.trim() !== '')
      .map((each) => cleanPath(each.trim())),
  ),
];
