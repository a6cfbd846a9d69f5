/** Linked files in words. */
import type { LinksJson } from '#api/types';
import { sizeWords } from '#core/message/attachment';
import { isPattern, nameOf } from '#core/files/paths';

type Link = LinksJson['links'][number];
type Named = Pick<Link, 'path' | 'which' | 'now'>;

/** “stock.csv”, “the newest of stock-*.csv”, “all of lists”. */
export function linkName({ path, which, now }: Named): string {
  const name = nameOf(path) || path;
  if (which === 'newest') return `the newest of ${name}`;
  const isOne = !isPattern(path) && now.files.length === 1 && now.files[0]!.name === name;
  const isMissing = !isPattern(path) && now.files.length === 0;
  return isOne || isMissing ? name : `all of ${name}`;
}

/** What would go now: its size and time, or how many. @param moment words of an instant */
export function nowWords({ path, now: { files } }: Named, moment: (at: string) => string): string {
  const size = sizeWords(files.reduce((sum, each) => sum + each.size, 0));
  const [first] = files;
  if (!first) return '';
  if (files.length > 1) return `${files.length} files, ${size}`;
  const name = first.name === nameOf(path) ? '' : `${first.name}, `;
  return `${name}${size}, of ${moment(first.modifiedAt)}`;
}

/** What becomes of the file afterwards; empty where it stays. */
export function afterWords({ after, moveTo }: Pick<Link, 'after' | 'moveTo'>): string {
  if (after === 'delete') return 'deleted afterwards';
  return after === 'move' ? `moved to ${nameOf(moveTo ?? '')} afterwards` : '';
}
