/** The folder colleagues keep files in: one of them saves a new version when asked. */
import { readdirSync, readFileSync, renameSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export interface SharedFile {
  name: string;
  /** Bytes. */
  size: number;
  /** When it was saved last, epoch ms. */
  at: number;
}

/** Lists grow by a line. */
const isList = (name: string) => name.endsWith('.csv');

const described = (folder: string, name: string): SharedFile => {
  const { size, mtimeMs } = statSync(join(folder, name));
  return { name, size, at: Math.round(mtimeMs) };
};

/** Those that may get another version; none where there is no such folder. */
export function sharedFiles(folder: string | undefined): SharedFile[] {
  if (!folder) return [];
  try {
    return readdirSync(folder)
      .filter((name) => isList(name) && !name.startsWith('.'))
      .sort()
      .map((name) => described(folder, name));
  } catch {
    return [];
  }
}

/**
 * Saves a version with one line more, in one step, as programs do.
 * @param now epoch ms, of the clock of the demo
 * @returns undefined where there is no such file
 */
export function saveVersion(folder: string | undefined, name: string, now: number): SharedFile | undefined {
  if (!folder || !sharedFiles(folder).some((each) => each.name === name)) return undefined;
  const path = join(folder, name);
  const before = readFileSync(path, 'utf8');
  const lines = before.split('\r\n').filter(Boolean);
  const next = lines.length;
  const line = `${next};object ${next};${600 + 20 * next};${500 + 10 * next};${400 + 10 * next};${30 + next}`;
  const aside = join(folder, `.saving-${name}`);
  writeFileSync(aside, `${before}${line}\r\n`);
  utimesSync(aside, new Date(now), new Date(now));
  renameSync(aside, path);
  return described(folder, name);
}
