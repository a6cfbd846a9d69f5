/** The data folder is its owner's alone: mail and keys lie in it. */
import { chmodSync, lstatSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

const PRIVATE_FILE = 0o600;
const PRIVATE_FOLDER = 0o700;

/** What Oak Lantern itself puts into a data folder. */
const OURS =
  /^(oak\.db|postoffice\.db|engine\.|reader\.|launcher\.|backup\.|secret\.key$|backups$|files$|demo$)/;

/** What this process makes from now on, nobody else on the machine can open. */
export const closeToOthers = (): void => void process.umask(0o077);

function closeFile(path: string): void {
  // What a link leads to is somebody else's.
  const info = lstatSync(path, { throwIfNoEntry: false });
  if (!info || info.uid !== process.getuid?.()) return;
  if (info.isDirectory()) {
    chmodSync(path, PRIVATE_FOLDER);
    for (const name of readdirSync(path)) closeFile(join(path, name));
  } else if (info.isFile()) chmodSync(path, PRIVATE_FILE);
}

/**
 * Closes a folder that was open, and what is in it. A folder that holds other things too is left as it is,
 * and only what is ours in it closed.
 * @returns words where the folder stays open to others
 */
export function closeFolder(dataDir: string): string | undefined {
  const names = readdirSync(dataDir);
  for (const name of names) if (OURS.test(name)) closeFile(join(dataDir, name));
  const { mode, uid } = statSync(dataDir);
  if ((mode & 0o077) === 0) return undefined;
  const shared = names.some((name) => !OURS.test(name)) || uid !== process.getuid?.();
  if (!shared) {
    chmodSync(dataDir, PRIVATE_FOLDER);
    return undefined;
  }
  return `${dataDir} is open to others on this machine and holds other things too, so it was left as it is; Oak Lantern’s own files in it are closed to them.`;
}
