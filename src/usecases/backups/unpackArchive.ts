/** A database made from an archive, before anything depends on it. */
import { createHash } from 'node:crypto';
import { createInterface } from 'node:readline';
import { PassThrough, type Readable } from 'node:stream';
import { open, type Entry, type ZipFile } from 'yauzl';
import { markBackup } from '#store/backup';
import { newestMigration } from '#store/checkFile';
import { newTables, type NewTables, type Row } from '#store/tables';
import { CARD, FORMAT, SUMS, TABLES, VERSION, type Card } from './archive';
import { BackupRefused } from './makeBackup';

/** Rows that are put in together. */
const AT_ONCE = 500;
/** What it says of itself is short. */
const MOST_SAID = 1_000_000;

const openZip = (path: string): Promise<ZipFile> =>
  new Promise((give, fail) =>
    open(path, { lazyEntries: true, autoClose: false }, (error, zip) => (error ? fail(error) : give(zip))),
  );

function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((give, fail) => {
    const entries = new Map<string, Entry>();
    zip.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => give(entries));
    zip.on('error', fail);
    zip.readEntry();
  });
}

const streamOf = (zip: ZipFile, entry: Entry): Promise<Readable> =>
  new Promise((give, fail) =>
    zip.openReadStream(entry, (error, stream) => (error ? fail(error) : give(stream))),
  );

async function textOf(zip: ZipFile, entry: Entry | undefined): Promise<string> {
  if (!entry || entry.uncompressedSize > MOST_SAID) throw new BackupRefused('It is no archive of a desk.');
  const pieces: Buffer[] = [];
  for await (const piece of await streamOf(zip, entry)) pieces.push(piece as Buffer);
  return Buffer.concat(pieces).toString();
}

function cardIn(text: string): Card {
  const card = JSON.parse(text) as Card;
  if (card.format !== FORMAT) throw new BackupRefused('It is no archive of a desk.');
  if (card.version > VERSION || card.schema > newestMigration())
    throw new BackupRefused('It was made by a newer version of Oak Lantern. Use that version for it.');
  return card;
}

/** Reads one file of it whole. @param take told of the rows, where it is a table */
async function readSummed(zip: ZipFile, entry: Entry, take?: (rows: Row[]) => void): Promise<string> {
  const sum = createHash('sha256');
  const stream = await streamOf(zip, entry);
  if (!take) {
    for await (const piece of stream) sum.update(piece as Buffer);
    return sum.digest('hex');
  }
  const summed = new PassThrough();
  stream.on('data', (piece: Buffer) => sum.update(piece));
  stream.on('error', (error) => summed.destroy(error));
  stream.pipe(summed);
  let rows: Row[] = [];
  for await (const line of createInterface({ input: summed, crlfDelay: Infinity })) {
    rows.push(JSON.parse(line) as Row);
    if (rows.length < AT_ONCE) continue;
    take(rows);
    rows = [];
  }
  take(rows);
  return sum.digest('hex');
}

/** The table a file of it holds; undefined for any other file. */
const tableOf = (name: string): string | undefined =>
  name.startsWith(TABLES) && name.endsWith('.jsonl')
    ? name.slice(TABLES.length, -'.jsonl'.length)
    : undefined;

async function readAll(zip: ZipFile, into: (schema: number) => NewTables): Promise<Card> {
  const entries = await entriesOf(zip);
  const card = cardIn(await textOf(zip, entries.get(CARD)));
  const sums = JSON.parse(await textOf(zip, entries.get(SUMS))) as Record<string, string>;
  const tables = into(card.schema);
  try {
    for (const [name, sum] of Object.entries(sums)) {
      const entry = entries.get(name);
      if (!entry) throw new BackupRefused(`${name} is missing in it.`);
      const table = tableOf(name);
      const found = await readSummed(
        zip,
        entry,
        table === undefined ? undefined : (rows) => tables.put(table, rows),
      );
      if (found !== sum) throw new BackupRefused(`${name} in it is not as it was when it was made.`);
    }
    tables.finish();
  } finally {
    tables.close();
  }
  return card;
}

/**
 * Makes a database of it, marked as a backup is.
 * @param to where there is none yet
 * @throws (rejects) BackupRefused where it is damaged, of a newer version, or something else
 */
export async function unpackArchive(file: string, to: string): Promise<void> {
  let zip: ZipFile | undefined;
  try {
    zip = await openZip(file);
    const { madeAt, key } = await readAll(zip, (schema) => newTables(to, schema));
    markBackup(to, { madeAt, ...(key !== undefined && { key }) });
  } catch (error) {
    const { message } = error as Error;
    throw new BackupRefused(
      error instanceof BackupRefused
        ? `${file} cannot be used: ${message}`
        : `${file} is damaged: ${message}.`,
    );
  } finally {
    zip?.close();
  }
}
