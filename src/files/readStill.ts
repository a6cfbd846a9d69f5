/** Reading a file as a whole, never half-written. */
import { createHash } from 'node:crypto';
import type { Stats } from 'node:fs';
import type { FileHandle } from 'node:fs/promises';
import { setTimeout as sleep } from 'node:timers/promises';
import { FileTrouble, openInside } from './handle';

/** A file as it was read. */
export interface StillFile {
  /** Where it really was. */
  path: string;
  bytes: Buffer;
  /** SHA-256 of the bytes, hexadecimal. */
  hash: string;
  /** Epoch ms, of this machine. */
  modifiedAt: number;
  /** The file itself, whatever it is called. */
  inode: number;
}

type Look = Pick<Stats, 'ino' | 'size' | 'mtimeMs' | 'ctimeMs'>;
const isSame = (a: Look, b: Look) =>
  a.ino === b.ino && a.size === b.size && a.mtimeMs === b.mtimeMs && a.ctimeMs === b.ctimeMs;

const SHORTEST_PAUSE_MS = 10;

export const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

export interface Patience {
  /** Size and time have to stand still for so long, ms. */
  settleMs: number;
  /** So long it is waited for that, ms. */
  waitMs: number;
  /** Real epoch ms. */
  real?: () => number;
}

/** Bytes of a file that is open, as far as it reaches. */
async function allOf(file: FileHandle, size: number): Promise<Buffer> {
  const bytes = Buffer.alloc(size);
  let at = 0;
  while (at < size) {
    const { bytesRead } = await file.read(bytes, at, size - at, at);
    if (bytesRead === 0) break;
    at += bytesRead;
  }
  return bytes.subarray(0, at);
}

/**
 * Reads a file once its size and time have stood still, and only if they still do when it has been read. A path under which
 * another file is put meanwhile is opened anew.
 * @param most bytes
 * @throws (rejects) FileTrouble: `large`, `busy` where it does not come to rest, `missing`, `outside`, `unreadable`
 */
export async function readStill(
  path: string,
  folders: readonly string[],
  most: number,
  { settleMs, waitMs, real = Date.now }: Patience,
): Promise<StillFile> {
  const end = real() + waitMs;
  let first: { look: Look; at: number } | undefined;
  for (;;) {
    const { file, path: where } = await openInside(path, folders);
    try {
      const look = await file.stat();
      if (look.isDirectory()) throw new FileTrouble('unreadable');
      if (look.size > most) throw new FileTrouble('large');
      const now = real();
      if (!first || !isSame(first.look, look)) first = { look, at: now };
      // A time yet to come, of another clock, says nothing: then it has been watched for so long.
      const age = Math.max(now - look.mtimeMs, now - first.at);
      if (age >= settleMs) {
        const bytes = await allOf(file, look.size);
        if (bytes.length === look.size && isSame(look, await file.stat()))
          return { path: where, bytes, hash: hashOf(bytes), modifiedAt: look.mtimeMs, inode: look.ino };
      }
      const pause = Math.max(settleMs - age, SHORTEST_PAUSE_MS);
      if (now + pause > end) throw new FileTrouble('busy');
      await sleep(pause);
    } finally {
      await file.close();
    }
  }
}
