/** The `oak` command: taking mail in and giving it out without the interface. */
import { Command } from 'commander';
import { createWriteStream } from 'node:fs';
import { resolve } from 'node:path';
import { once } from 'node:events';
import { openDesk, type Desk } from '#usecases/desk';
import { exportMbox } from '#usecases/exchange/exportMail';
import { closeToOthers } from '#usecases/ownFolder';
import { importPath } from './importPath';

/** What stops a command, in words. */
function giveUp(words: string): never {
  process.stderr.write(`${words}\n`);
  process.exit(1);
}

function deskAt(folder: string | undefined): Desk {
  const dir = resolve(folder ?? process.env.OAK_DATA ?? './data');
  try {
    return openDesk(dir);
  } catch {
    return giveUp(`There is no database in ${dir}. Start Oak Lantern once, or name its folder with --data.`);
  }
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
  .description('give out all mail as one mbox file')
  .argument('<file>')
  .option('--data <folder>', 'the data folder (OAK_DATA, else ./data)')
  .action(async (file: string, { data }: { data?: string }) => {
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

await program.parseAsync();
