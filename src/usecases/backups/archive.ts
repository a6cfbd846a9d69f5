/**
 * The desk in open formats, in one archive (ZIP): what other programs read, as they read it, and every table as lines
 * of JSON, from which the same desk is made again.
 */
import { createHash } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdtempSync,
  openSync,
  closeSync,
  readSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { readMark } from '#store/backup';
import { databasePath } from '#store/store';
import { openTables } from '#store/tables';
import { openDesk, type Desk } from '../desk';
import { exportEvents } from '../events/exchangeEvents';
import { exportMbox } from '../exchange/exportMail';
import { exportCorrespondents } from '../people/exchange';
import { exportSeries } from '../series/exchangeSeries';
import { exportTodos } from '../todos/exchangeTodos';
import { BackupRefused, makeBackup } from './makeBackup';

/** First in every archive: what it is. */
export const CARD = 'desk.json';
/** Last in it: the SHA-256 of all others, in hexadecimal, by their names. */
export const SUMS = 'sums.json';
export const TABLES = 'tables/';
export const FORMAT = 'oak-lantern-desk';
export const VERSION = 1;

/** What an archive says of itself. */
export interface Card {
  format: typeof FORMAT;
  version: number;
  /** Epoch ms. */
  madeAt: number;
  /** When the newest migration was made that the tables have, epoch ms. */
  schema: number;
  /** As in a backup. */
  key?: string;
}

const README = `A desk of Oak Lantern, whole.

mail.mbox           every message as it came or left (RFC 4155)
calendar.ics        the calendar (RFC 5545)
series.ics          what leaves again and again (RFC 5545)
to-dos.ics          to-dos and reminders (RFC 5545)
correspondents.vcf  correspondents (RFC 6350)
settings.json       settings
tables/             every table, a row a line (JSON); bytes as {"base64": "..."}
desk.json           what this is, and of which version
sums.json           SHA-256 of each of these files

"npx oak restore FILE" makes the same desk of it on an empty machine.
`;

/** A row a line: https://jsonlines.org */
function* lines(rows: Iterable<unknown>): Generator<Buffer> {
  for (const row of rows) yield Buffer.from(`${JSON.stringify(row)}\n`);
}

function* one(text: string): Generator<Buffer> {
  yield Buffer.from(text);
}

type Pieces = () => Iterable<Uint8Array>;

function contents(desk: Desk): [name: string, pieces: Pieces][] {
  return [
    ['README.txt', () => one(README)],
    ['mail.mbox', () => exportMbox(desk)],
    ['calendar.ics', () => one(exportEvents(desk))],
    ['series.ics', () => one(exportSeries(desk))],
    ['to-dos.ics', () => one(exportTodos(desk))],
    ['correspondents.vcf', () => one(exportCorrespondents(desk, 'vcard'))],
    ['settings.json', () => one(`${JSON.stringify(desk.settings(), undefined, 2)}\n`)],
  ];
}

/** Puts files into an archive, one after another, with their sums at the end. */
async function writeZip(to: string, files: [name: string, pieces: Pieces][]): Promise<void> {
  const zip = new ZipFile();
  const sums: Record<string, string> = {};
  const failed = new Promise<never>((_, reject) => zip.on('error', reject));
  for (const [name, pieces] of files)
    zip.addReadStreamLazy(name, { mtime: new Date(0) }, (give) => {
      const sum = createHash('sha256');
      function* summed() {
        for (const piece of pieces()) {
          sum.update(piece);
          yield piece;
        }
        sums[name] = sum.digest('hex');
      }
      give(null, Readable.from(summed(), { objectMode: false }));
    });
  zip.addReadStreamLazy(SUMS, { mtime: new Date(0) }, (give) =>
    give(null, Readable.from(one(`${JSON.stringify(sums, undefined, 2)}\n`), { objectMode: false })),
  );
  zip.end();
  await Promise.race([pipeline(zip.outputStream, createWriteStream(to, { mode: 0o600 })), failed]);
}

/**
 * Gives out everything, as it stands at this moment, whatever is at work.
 * @param passphrase as for a backup
 * @returns (resolves) how many messages are in it
 * @throws (rejects) BackupRefused
 */
export async function archiveDesk(dataDir: string, file: string, passphrase?: string): Promise<void> {
  const to = resolve(file);
  if (!existsSync(dirname(to))) throw new BackupRefused(`${dirname(to)} is not there.`);
  if (existsSync(to) && !isArchive(to))
    throw new BackupRefused(
      `${file} is there already and is no archive: it was left as it is. Name another file.`,
    );
  // As it stands at one moment, to be read at leisure.
  const still = mkdtempSync(`${to}.part-`);
  const part = join(still, 'archive.zip');
  try {
    await makeBackup(dataDir, databasePath(still), { passphrase });
    const mark = readMark(databasePath(still))!;
    const tables = openTables(databasePath(still));
    const desk = openDesk(still);
    try {
      const card: Card = { format: FORMAT, version: VERSION, schema: tables.schema, ...mark };
      await writeZip(part, [
        [CARD, () => one(`${JSON.stringify(card, undefined, 2)}\n`)],
        ...contents(desk),
        ...tables.names.map((name): [string, Pieces] => [
          `${TABLES}${name}.jsonl`,
          () => lines(tables.rows(name)),
        ]),
      ]);
    } finally {
      desk.store.close();
      tables.close();
    }
    renameSync(part, to);
  } finally {
    rmSync(still, { recursive: true, force: true });
  }
}

/** True where it begins as a ZIP file does (APPNOTE 4.3.7). */
export function isArchive(path: string): boolean {
  const file = openSync(path, 'r');
  try {
    const head = Buffer.alloc(4);
    return readSync(file, head, 0, 4, 0) === 4 && head.readUInt32LE() === 0x04034b50;
  } catch {
    // A folder, for instance.
    return false;
  } finally {
    closeSync(file);
  }
}
