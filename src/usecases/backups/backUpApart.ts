/** Backups by a process of their own: reading a large database whole keeps nobody else waiting. */
import { spawn, type ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';
import { Refused } from '../errors';

const COMMAND = 'dist/cli.mjs';
/** It may take its time. */
const LOW_PRIORITY = 10;
/** Of what it says when it fails. */
const MOST_SAID = 2000;

/** Those under way from this process. */
const running = new Set<ChildProcess>();

/** @throws (rejects) Refused, in words, where it could not be made */
export async function backUpApart(dataDir: string): Promise<void> {
  const child = spawn(process.execPath, [COMMAND, 'backup', '--data', dataDir], {
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  running.add(child);
  let said = '';
  child.stderr.on('data', (piece: Buffer) => (said = (said + piece.toString()).slice(-MOST_SAID)));
  try {
    if (child.pid !== undefined) setPriority(child.pid, LOW_PRIORITY);
  } catch {
    // It has ended already, or may not be told.
  }
  try {
    const status = await new Promise<number | null>((resolve, reject) => {
      child.once('error', reject);
      child.once('close', resolve);
    });
    if (status !== 0) throw new Refused(said.trim() || 'The backup was broken off.');
  } finally {
    running.delete(child);
  }
}

/** Breaks off what is under way: nothing of it is kept. */
export function endBackups(): void {
  for (const child of running) child.kill('SIGTERM');
}
