/** A file or a folder of past mail, taken in piece by piece. */
import { open, readdir, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { Desk } from '#usecases/desk';
import { beginImport, receiveImport } from '#usecases/exchange/importMail';

export interface Imported {
  added: number;
  same: number;
  unreadable: number;
}

const PIECE = 4 * 1024 * 1024;
const NOTHING: Imported = { added: 0, same: 0, unreadable: 0 };
const plus = (a: Imported, b: Imported): Imported => ({
  added: a.added + b.added,
  same: a.same + b.same,
  unreadable: a.unreadable + b.unreadable,
});

async function importFile(
  desk: Desk,
  path: string,
  name: string,
  place: 'archive' | 'inbox',
  tell: (words: string) => void,
): Promise<Imported> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    if (size === 0) return NOTHING;
    const head = Buffer.alloc(Math.min(5, size));
    await file.read(head, 0, head.length, 0);
    const mbox = head.toString('latin1') === 'From ' || /\.(mbox|mbx)$/i.test(path);
    let row = beginImport(desk, { name, size, format: mbox ? 'mbox' : 'eml' });
    // Of one that goes on, what was taken in before is not counted again.
    const before = { added: row.added, same: row.same, unreadable: row.unreadable };
    while (row.received < size) {
      const piece = Buffer.alloc(Math.min(PIECE, size - row.received));
      await file.read(piece, 0, piece.length, row.received);
      row = await receiveImport(desk, row.id, row.received, piece, place);
      tell(`${name}: ${Math.floor((row.received / size) * 100)} %, ${row.added} taken in`);
    }
    return {
      added: row.added - before.added,
      same: row.same - before.same,
      unreadable: row.unreadable - before.unreadable,
    };
  } finally {
    await file.close();
  }
}

/**
 * Takes in a file, or everything in a folder and the folders in it.
 * @param tell is told of progress
 * @throws (rejects) where it cannot be read
 */
export async function importPath(
  desk: Desk,
  path: string,
  place: 'archive' | 'inbox',
  tell: (words: string) => void,
  name = basename(path),
): Promise<Imported> {
  if (!(await stat(path)).isDirectory()) return importFile(desk, path, name, place, tell);
  let sum = NOTHING;
  for (const each of (await readdir(path)).sort())
    sum = plus(sum, await importPath(desk, join(path, each), place, tell, `${name}/${each}`));
  return sum;
}
