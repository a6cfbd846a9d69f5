/** The `oak` command: taking mail in, giving it out and keeping it safe without the interface. */
import { Command } from 'commander';
import { createWriteStream, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { once } from 'node:events';
import { archiveDesk } from '#usecases/backups/archive';
import { checkBackupOrArchive } from '#usecases/backups/checkArchive';
import { backUp } from '#usecases/backups/keepBackups';
import { BackupRefused, makeBackup } from '#usecases/backups/makeBackup';
import { restoreBackup } from '#usecases/backups/restoreBackup';
import { openDesk, type Desk } from '#usecases/desk';
import { exportMbox } from '#usecases/exchange/exportMail';
import { closeToOthers } from '#usecases/ownFolder';
import { importPath } from './importPath';

/** What stops a command, in words. */
function giveUp(words: string): never {
  process.stderr.write(`${words}\n`);
  process.exit(1);
}

const folderOf = (given: string | undefined) => resolve(given ?? process.env.OAK_DATA ?? './data');

function deskAt(folder: string | undefined): Desk {
  const dir = folderOf(folder);
  try {
    return openDesk(dir);
  } catch {
    return giveUp(`There is no database in ${dir}. Start Oak Lantern once, or name its folder with --data.`);
  }
}

/** Says how far something has got, over and over in the same place; into a file nothing. */
const tellPart = (part: number) =>
  void (process.stderr.isTTY && process.stderr.write(`\r\x1b[K${Math.round(part * 100)} %`));
const endTelling = () => void (process.stderr.isTTY && process.stderr.write('\r\x1b[K'));

/** The first line of a file, or of the environment: on the command line everybody on the machine could read it. */
function passphraseFrom(file: string | undefined): string | undefined {
  if (file === undefined) return process.env.OAK_BACKUP_PASSPHRASE || undefined;
  try {
    return readFileSync(file, 'utf8').split(/\r?\n/)[0]!;
  } catch {
    return giveUp(`${file} cannot be read.`);
  }
}

/** Runs it; what cannot be is said in words. */
async function orGiveUp<T>(work: () => T | Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    endTelling();
    if (error instanceof BackupRefused) return giveUp(error.message);
    throw error;
  }
}

const when = (at: number) => new Date(at).toISOString().replace('T', ' ').slice(0, 16) + ' UTC';
const counted = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;

const PASSPHRASE_OPTION = [
  '--passphrase-file <file>',
  'its first line is the passphrase (else OAK_BACKUP_PASSPHRASE)',
] as const;

interface ExportOptions {
  data?: string;
  everything: boolean;
  passphraseFile?: string;
}

closeToOthers();
const program = new Command('oak').description('Oak Lantern from the command line.');

program
  .command('import')
  .description('take in past mail: EML or mbox files, or folders of them; again, it goes on where it stopped')
  .argument('<paths...>')
  .option('--data <folder>', 'the data folder (OAK_DATA, else ./data)')
  .option('--inbox', 'put the messages into the inbox, not the archive', false)
  .action(async (paths: string[], { data, inbox }: { data?: string; inbox: boolean }) => {
    const desk = deskAt(data);
    const total = { added: 0, same: 0, unreadable: 0 };
    for (const path of paths) {
      const counts = await importPath(desk, path, inbox ? 'inbox' : 'archive', (words) =>
        process.stderr.write(process.stderr.isTTY ? `\r\x1b[K${words}` : `${words}\n`),
      ).catch((error: unknown) => giveUp(`${path}: ${(error as Error).message}`));
      total.added += counts.added;
      total.same += counts.same;
      total.unreadable += counts.unreadable;
    }
    if (process.stderr.isTTY) process.stderr.write('\n');
    process.stdout.write(
      `${total.added} taken in, ${total.same} were here already, ${total.unreadable} could not be read and were kept aside\n`,
    );
    desk.store.close();
  });

program
  .command('export')
  .description('give out all mail as one mbox file, or everything in open formats')
  .argument('<file>')
  .option('--data <folder>', 'the data folder (OAK_DATA, else ./data)')
  .option('--everything', 'the whole desk as one ZIP archive, which restore makes the same desk of', false)
  .option(...PASSPHRASE_OPTION)
  .action(async (file: string, { data, everything, passphraseFile }: ExportOptions) => {
    if (everything) {
      await orGiveUp(() => archiveDesk(folderOf(data), file, passphraseFrom(passphraseFile)));
      process.stdout.write(`Everything is in ${file}\n`);
      return;
    }
    const desk = deskAt(data);
    const out = createWriteStream(file);
    let count = 0;
    for (const entry of exportMbox(desk)) {
      if (!out.write(entry)) await once(out, 'drain');
      count++;
    }
    out.end();
    await once(out, 'finish');
    process.stdout.write(`${count} messages in ${file}\n`);
    desk.store.close();
  });

program
  .command('backup')
  .description('back the desk up while it is at work, into one file that is read whole before it is kept')
  .argument('[file]', 'where to; left out: into the folder of backups beside the database')
  .option('--data <folder>', 'the data folder (OAK_DATA, else ./data)')
  .option(...PASSPHRASE_OPTION)
  .action(
    async (
      file: string | undefined,
      { data, passphraseFile }: { data?: string; passphraseFile?: string },
    ) => {
      const dir = folderOf(data);
      const passphrase = passphraseFrom(passphraseFile);
      if (file === undefined) {
        const desk = deskAt(data);
        const { name } = await orGiveUp(() => backUp(desk));
        desk.store.close();
        process.stdout.write(`Backed up to ${resolve(dir, 'backups', name)}\n`);
        return;
      }
      await orGiveUp(() => makeBackup(dir, file, { passphrase, tell: tellPart }));
      endTelling();
      process.stdout.write(`Backed up to ${file}, and found sound\n`);
    },
  );

program
  .command('check')
  .description('read a backup or an archive whole, and say what is in it')
  .argument('<file>')
  .action(async (file: string) => {
    const { madeAt, kind, hasKey, counts } = await orGiveUp(() => checkBackupOrArchive(file));
    const what = [
      counted(counts.messages, 'message'),
      counted(counts.departures, 'departure'),
      counted(counts.events, 'event'),
      counted(counts.correspondents, 'correspondent'),
    ].join(', ');
    process.stdout.write(
      `${file} is sound${madeAt === null ? '' : `, made ${when(madeAt)}`}${kind === 'sandbox' ? ', of the demo’s sandbox' : ''}: ${what}\n${
        hasKey
          ? 'Passwords that are kept can be opened with its passphrase.\n'
          : 'Passwords that are kept need the key of this desk, or are typed again.\n'
      }`,
    );
  });

program
  .command('restore')
  .description(
    'put a backup or an archive in place of the desk, which is kept beside it; Oak Lantern must not be running there',
  )
  .argument('<file>')
  .option('--data <folder>', 'the data folder (OAK_DATA, else ./data)')
  .option(...PASSPHRASE_OPTION)
  .action(async (file: string, { data, passphraseFile }: { data?: string; passphraseFile?: string }) => {
    const restored = await orGiveUp(() =>
      restoreBackup(file, folderOf(data), passphraseFrom(passphraseFile)),
    );
    const { counts, before, departures, chasers } = restored;
    const lines = [
      `Brought back: ${counted(counts.messages, 'message')}, ${counted(counts.departures, 'departure')}`,
      departures > 0 &&
        `${counted(departures, 'departure')} may have left since the backup: they stand still, on top of Departures, until you have looked`,
      chasers > 0 && `${counted(chasers, 'chaser')} will wait for your look instead of leaving`,
      before && `What was there before is kept as ${before}`,
    ];
    process.stdout.write(`${lines.filter(Boolean).join('\n')}\n`);
  });

await program.parseAsync();
