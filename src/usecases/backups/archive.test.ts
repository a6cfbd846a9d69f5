/** The desk in open formats, and the same desk made of them. */
import fc from 'fast-check';
import { execFileSync } from 'node:child_process';
import { createWriteStream, existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { NOW, inboxOf, tempDesk, tempDir } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { wholeDesk } from '#test/support/wholeDesk';
import { seedDemo } from '#demo/seed';
import { DEMO_MORNING } from '#demo/world';
import { newestMigration } from '#store/checkFile';
import { openDesk, type Desk } from '../desk';
import { createEvent } from '../events/writeEvent';
import { receiveMail } from '../incoming/receiveMail';
import { createDraft } from '../messages/createDraft';
import { deleteMessage } from '../messages/deleteMessage';
import { announceAttachment, receivePiece } from '../messages/attachments';
import { scheduleMessage } from '../messages/scheduleMessage';
import { addCorrespondent } from '../people/correspondents';
import { prepareData } from '../prepareData';
import { indexSome } from '../search/indexByAndBy';
import { search } from '../search/search';
import { addTodo } from '../todos/todos';
import { archiveDesk, CARD, isArchive } from './archive';
import { checkBackupOrArchive } from './checkArchive';
import { BackupRefused } from './makeBackup';
import { restoreBackup } from './restoreBackup';

const PYTHON = 'import sys,zipfile; sys.stdout.buffer.write(zipfile.ZipFile(sys.argv[1]).read(sys.argv[2]))';
/** A file of an archive, as a program reads it that is not ours. */
const fileIn = (archive: string, name: string): string =>
  execFileSync('python3', ['-c', PYTHON, archive, name], { encoding: 'utf8', maxBuffer: 1e9 });

/** An archive of the same files, some of them changed or left out. */
async function altered(archive: string, change: Record<string, string | undefined>): Promise<string> {
  const zip = new ZipFile();
  const folder = tempDir();
  execFileSync('python3', ['-m', 'zipfile', '-e', archive, folder]);
  const to = join(tempDir(), 'altered.zip');
  for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort()) {
    if (name === 'tables') continue;
    const text = name in change ? change[name] : readFileSync(join(folder, name));
    if (text !== undefined) zip.addBuffer(Buffer.from(text), name);
  }
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(to));
  return to;
}

async function anew(archive: string): Promise<Desk> {
  const dir = join(tempDir(), 'new');
  await restoreBackup(archive, dir);
  return openDesk(dir);
}

describe('everything in one archive', () => {
  it('of the demo: read by other programs, and the same desk made of it, at work as before', async () => {
    const dir = tempDir();
    prepareData(dir, 'sandbox', DEMO_MORNING);
    const desk = openDesk(dir);
    await seedDemo(desk);
    const file = join(tempDir(), 'desk.zip');
    await archiveDesk(dir, file);
    expect(isArchive(file)).toBe(true);
    expect(fileIn(file, 'mail.mbox').match(/^From /gm)!.length).toBeGreaterThan(20);
    expect(fileIn(file, 'calendar.ics')).toMatch(/^BEGIN:VCALENDAR[^]*BEGIN:VEVENT[^]*END:VCALENDAR\s*$/);
    expect(fileIn(file, 'correspondents.vcf')).toContain('FN:Bela Sousa');
    expect(JSON.parse(fileIn(file, CARD))).toMatchObject({ format: 'oak-lantern-desk', version: 1 });
    expect((await checkBackupOrArchive(file)).kind).toBe('sandbox');

    const again = await anew(file);
    const [was, is] = [wholeDesk(desk), wholeDesk(again)];
    for (const table of Object.keys(was)) expect(is[table], table).toEqual(was[table]);
    expect(Object.keys(is)).toEqual(Object.keys(was));

    // The index for words is made anew, and what follows from a change follows again.
    for (const each of [desk, again]) while (indexSome(each));
    const found = search(desk, 'crate', 50).hits.map(({ message }) => message.id);
    expect(found.length).toBeGreaterThan(0);
    expect(search(again, 'crate', 50).hits.map(({ message }) => message.id)).toEqual(found);
    const before = inboxOf(again).messages.length;
    await receiveMail(again, Buffer.from(mailOf({ id: 'new', subject: 'A quokka' })));
    while (indexSome(again));
    expect(inboxOf(again).messages).toHaveLength(before + 1);
    expect(search(again, 'quokka', 5).hits).toHaveLength(1);
    again.store.close();
    desk.store.close();
  });

  it('whatever has been done: the same, table by table', async () => {
    const step = fc.oneof(
      fc.record({ do: fc.constant('mail' as const), words: fc.string({ unit: 'grapheme', maxLength: 40 }) }),
      fc.record({ do: fc.constant('draft' as const), words: fc.string({ unit: 'binary', maxLength: 60 }) }),
      fc.record({
        do: fc.constant('file' as const),
        bytes: fc.uint8Array({ minLength: 1, maxLength: 3000 }),
      }),
      fc.record({ do: fc.constant('schedule' as const), hours: fc.integer({ min: 1, max: 9000 }) }),
      fc.record({ do: fc.constant('event' as const), hours: fc.integer({ min: 1, max: 9000 }) }),
      fc.record({ do: fc.constant('todo' as const), words: fc.string({ minLength: 1, maxLength: 20 }) }),
      fc.record({ do: fc.constant('person' as const), n: fc.integer({ min: 0, max: 1e9 }) }),
      fc.record({ do: fc.constant('delete' as const) }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 14 }), async (steps) => {
        const { desk, dir } = tempDesk();
        const drafts: string[] = [];
        const draft = (text: string) => {
          const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'x', text });
          drafts.push(id);
          return id;
        };
        for (const [n, each] of steps.entries())
          switch (each.do) {
            case 'mail':
              await receiveMail(
                desk,
                Buffer.from(mailOf({ id: `m${n}`, subject: each.words.replace(/[\r\n]/g, ' ') })),
              );
              break;
            case 'draft':
              draft(each.words);
              break;
            case 'file': {
              const file = announceAttachment(desk, draft('x'), {
                name: 'x.bin',
                type: 'application/octet-stream',
                size: each.bytes.length,
              });
              receivePiece(desk, file.id, 0, Buffer.from(each.bytes));
              break;
            }
            case 'schedule': {
              const local = new Date(NOW + each.hours * 3_600_000).toISOString().slice(0, 16);
              scheduleMessage(desk, draft('x'), { kind: 'at', local, zone: 'UTC' });
              break;
            }
            case 'event': {
              const start = new Date(NOW + each.hours * 3_600_000).toISOString().slice(0, 16);
              createEvent(desk, { summary: 'e', start, zone: 'UTC' });
              break;
            }
            case 'todo':
              addTodo(desk, null, { what: `t ${each.words}` });
              break;
            case 'person':
              addCorrespondent(desk, { name: `p${each.n}`, addresses: [`p${n}@x.example`] });
              break;
            case 'delete':
              if (drafts.length > 0) deleteMessage(desk, drafts.pop()!);
          }
        const file = join(tempDir(), 'desk.zip');
        await archiveDesk(dir, file);
        const again = await anew(file);
        expect(wholeDesk(again)).toEqual(wholeDesk(desk));
        again.store.close();
      }),
      { numRuns: 5 },
    );
  });

  it('replaces an archive of before, and nothing else; nothing is left beside it', async () => {
    const { dir } = tempDesk();
    const folder = tempDir();
    const file = join(folder, 'desk.zip');
    await archiveDesk(dir, file);
    await archiveDesk(dir, file);
    writeFileSync(file, 'my novel');
    await expect(archiveDesk(dir, file)).rejects.toThrow(/no archive: it was left/);
    expect(readFileSync(file, 'utf8')).toBe('my novel');
    expect(readdirSync(folder)).toEqual(['desk.zip']);
    await expect(archiveDesk(dir, join(folder, 'no', 'x.zip'))).rejects.toThrow(/is not there/);
  });
});

describe('an archive that is no good', () => {
  it('cut, altered, incomplete, of a newer version, or another one: said, and nothing is made of it', async () => {
    const { desk, dir } = tempDesk();
    await receiveMail(desk, Buffer.from(mailOf({ id: 'one', subject: 'One' })));
    const file = join(tempDir(), 'desk.zip');
    await archiveDesk(dir, file);
    const bytes = readFileSync(file);
    const cut = join(tempDir(), 'cut.zip');
    writeFileSync(cut, bytes.subarray(0, bytes.length - 300));
    const card = JSON.parse(fileIn(file, CARD)) as object;
    const messages = fileIn(file, 'tables/messages.jsonl');
    const bad: [string, string, RegExp][] = [
      ['cut', cut, /damaged/],
      [
        'a letter changed',
        await altered(file, { 'tables/messages.jsonl': messages.replace('One', 'Two') }),
        /not as it was/,
      ],
      ['a table missing', await altered(file, { 'tables/messages.jsonl': undefined }), /missing/],
      ['no card', await altered(file, { [CARD]: undefined }), /no archive of a desk/],
      ['newer', await altered(file, { [CARD]: JSON.stringify({ ...card, version: 2 }) }), /newer/],
      [
        'newer tables',
        await altered(file, { [CARD]: JSON.stringify({ ...card, schema: newestMigration() + 1 }) }),
        /newer/,
      ],
      ['of something else', await altered(file, { [CARD]: '{"format":"other"}' }), /no archive of a desk/],
    ];
    for (const [what, archive, words] of bad) {
      await expect(checkBackupOrArchive(archive), what).rejects.toThrow(words);
      const other = join(tempDir(), 'new');
      await expect(restoreBackup(archive, other), what).rejects.toThrow(BackupRefused);
      expect(existsSync(join(other, 'oak.db')), what).toBe(false);
    }
  });
});
