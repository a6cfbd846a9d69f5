/** Backups: made while others write, checked, brought back, and forgotten in time. */
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { NOW, countRows, inboxOf, tempDesk, tempDir } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { sent } from '#test/support/watching';
import { wholeDesk } from '#test/support/wholeDesk';
import { findDamage } from '#store/backup';
import { findDeparture } from '#store/departures';
import { findFileWatch, insertFileWatch } from '#store/fileWatches';
import { allSessions, insertSession } from '#store/sessions';
import { databasePath } from '#store/store';
import { changeSettings } from '../changeSettings';
import { followCalendar, listCalendars } from '../calendars/followedCalendars';
import { moveClock } from '../clock/sandbox';
import { openDesk, type Desk } from '../desk';
import { receiveMail } from '../incoming/receiveMail';
import { createDraft } from '../messages/createDraft';
import { scheduleMessage } from '../messages/scheduleMessage';
import { claimDeparture } from '../release/claimDeparture';
import { pauseDeparture } from '../departures/changeDeparture';
import { readHealth } from '../health';
import { holdLock } from '../holdLock';
import { openSecret } from '../secrets/keys';
import { passwordOf } from '../secrets/sealAll';
import { allCalendars } from '#store/calendars';
import { runWaker } from '../wakers/wakers';
import { watchesWaker } from '../wakers/watches';
import { readWatch } from '../watches/watchView';
import { checkBackup } from './checkBackup';
import { backupPath, listBackups } from './folder';
import { backUp, backupTrouble, wantsBackup } from './keepBackups';
import { BackupRefused, makeBackup } from './makeBackup';
import { restoreBackup } from './restoreBackup';

const PASSPHRASE = 'under the third stair';
const DAY = 86_400_000;

afterEach(() => vi.unstubAllEnvs());

function schedule(desk: Desk, subject: string, at: number) {
  const { id } = createDraft(desk, { to: ['a@x.example'], subject, text: 'x' });
  const local = new Date(at).toISOString().slice(0, 16);
  return scheduleMessage(desk, id, { kind: 'at', local, zone: 'UTC' })[0]!;
}

/** A desk with a message, and where its backup is to be. */
async function deskWithMail() {
  const { desk, dir } = tempDesk();
  await receiveMail(desk, Buffer.from(mailOf({ id: 'one', subject: 'One' })));
  return { desk, dir, file: join(tempDir(), 'oak.backup') };
}

describe('a backup', () => {
  it('is one sound file of the desk as it stood, closed to others, whoever writes meanwhile', async () => {
    const { desk, dir, file } = await deskWithMail();
    const before = countRows(desk, 'messages');
    let during = 0;
    const made = makeBackup(dir, file, {
      tell: () => void createDraft(desk, { to: [], subject: `meanwhile ${during++}`, text: 'x' }),
    });
    await made;
    expect(during).toBeGreaterThan(0);
    expect(findDamage(file)).toBeUndefined();
    expect(checkBackup(file).counts.messages).toBe(before);
    expect(countRows(desk, 'messages')).toBe(before + during);
    expect(statSync(file).mode & 0o077).toBe(0);
    expect(readdirSync(join(file, '..'))).toEqual(['oak.backup']);
  });

  it('brought back on an empty machine is the same desk, table by table', async () => {
    const { desk, dir, file } = await deskWithMail();
    schedule(desk, 'Later', NOW + 3 * DAY);
    await makeBackup(dir, file);
    const other = join(tempDir(), 'new');
    expect(await restoreBackup(file, other)).toMatchObject({ departures: 0, chasers: 0 });
    const again = openDesk(other);
    expect(wholeDesk(again)).toEqual(wholeDesk(desk));
    expect(statSync(other).mode & 0o077).toBe(0);
    again.store.close();
    // The backup itself is as it was.
    expect(checkBackup(file).madeAt).not.toBeNull();
  });

  it('replaces a backup of before, and nothing else', async () => {
    const { dir, file } = await deskWithMail();
    await makeBackup(dir, file);
    await makeBackup(dir, file);
    writeFileSync(file, 'my novel');
    await expect(makeBackup(dir, file)).rejects.toThrow(/no backup: it was left as it is/);
    expect(readFileSync(file, 'utf8')).toBe('my novel');
    // The database at work least of all.
    await expect(makeBackup(dir, databasePath(dir))).rejects.toThrow(BackupRefused);
  });

  it.each([
    [
      'a folder that is not there',
      (dir: string) => join(dir, 'nowhere', 'x.db'),
      /is not there|cannot be written/,
    ],
    ['a folder in its place', (dir: string) => dir, /no backup/],
  ])('%s is said, and leaves nothing behind', async (_, place, words) => {
    const { dir } = await deskWithMail();
    const folder = tempDir();
    await expect(makeBackup(dir, place(folder))).rejects.toThrow(words);
    expect(readdirSync(folder)).toEqual([]);
  });

  it('is made one at a time', async () => {
    const { desk, dir, file } = await deskWithMail();
    const lock = await holdLock(dir, 'backup');
    await expect(makeBackup(dir, file)).rejects.toThrow(/backed up already/);
    // Whoever asks for one more just then has not found anything wrong.
    await expect(backUp(desk, NOW)).rejects.toThrow(/backed up already/);
    expect(backupTrouble(desk.store.db)).toBeUndefined();
    lock.release();
    await makeBackup(dir, file);
  });
});

describe('a backup that is no good', () => {
  it('cut short, altered, empty, missing or something else: said, and nothing is touched', async () => {
    const { desk, dir, file } = await deskWithMail();
    await makeBackup(dir, file);
    const bytes = readFileSync(file);
    desk.store.close();
    const present = readFileSync(databasePath(dir));
    const spoil: [string, () => void, RegExp][] = [
      ['cut', () => truncateSync(file, bytes.length - 5000), /damaged/],
      ['empty', () => writeFileSync(file, ''), /empty/],
      ['a letter', () => writeFileSync(file, 'Dear Bela, '.repeat(99)), /damaged/],
      ['scribbled over', () => writeFileSync(file, Buffer.from(bytes).fill(0x55, 8192, 20_000)), /damaged/],
    ];
    for (const [what, spoilIt, words] of spoil) {
      spoilIt();
      expect(() => checkBackup(file), what).toThrow(words);
      await expect(restoreBackup(file, dir), what).rejects.toThrow(BackupRefused);
      expect(readFileSync(databasePath(dir)).equals(present), what).toBe(true);
    }
    expect(() => checkBackup(join(dir, 'none'))).toThrow(/is not there/);
  });
});

describe('bringing back', () => {
  it('what may have left since stands still; what is to come goes on', async () => {
    const { desk, dir, file } = await deskWithMail();
    const [soon, later] = [schedule(desk, 'Soon', NOW + 3_600_000), schedule(desk, 'Later', NOW + 9 * DAY)];
    const early = schedule(desk, 'Let go early', NOW + 10 * DAY);
    const back = schedule(desk, 'Taken back', NOW + 11 * DAY);
    const stopped = schedule(desk, 'Paused by me', NOW + 12 * DAY);
    await makeBackup(dir, file);
    // It leaves, and one more is let go before its moment; then the backup is brought back over it.
    moveClock(desk, { set: NOW + 3_600_000 });
    expect(await claimDeparture(desk, soon.id)).toBeDefined();
    desk.store.write((tx) => {
      tx.run(`UPDATE departures SET state = 'sent' WHERE id = '${early.id}'` as never);
      tx.run(`UPDATE departures SET state = 'draft' WHERE id = '${back.id}'` as never);
    });
    pauseDeparture(desk, stopped.id);
    desk.store.close();
    const restored = await restoreBackup(file, dir);
    expect(restored.before).toMatch(/oak\.db\.before-\d{8}T\d{6}Z$/);
    const again = openDesk(dir);
    const stateOf = (id: string) => findDeparture(again.store.db, id)!;
    // By the clock of the backup its moment has not come yet; but the desk that was there knows better.
    expect(stateOf(soon.id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(stateOf(soon.id).reason).toMatch(/Brought back from the backup of .*may have left since/);
    expect(stateOf(early.id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(stateOf(back.id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(stateOf(stopped.id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(stateOf(later.id).state).toBe('scheduled');
    expect(restored.departures).toBe(4);
    again.store.close();
    // What was there before can be looked at, and brought back in its turn.
    expect(checkBackup(restored.before!).counts.messages).toBe(6);
  });

  it('under the real clock, whatever was due meanwhile stands still', async () => {
    const { desk, dir } = tempDesk('real');
    const file = join(tempDir(), 'b.db');
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'x', text: 'x' });
    const [departure] = scheduleMessage(desk, id, { kind: 'now' });
    await makeBackup(dir, file);
    desk.store.write((tx) => tx.run(`UPDATE departures SET due = due - 86400000`));
    await makeBackup(dir, file);
    const other = tempDir();
    expect(await restoreBackup(file, other)).toMatchObject({ departures: 1 });
    const again = openDesk(other);
    expect(findDeparture(again.store.db, departure!.id)).toMatchObject({
      state: 'paused',
      pausedFor: 'review',
    });
    again.store.close();
  });

  it('a chaser that was due meanwhile waits for a look instead of leaving', async () => {
    const { desk, dir } = tempDesk();
    const chasers = { text: 'Has it come?', then: 'leave', times: 2 } as const;
    const { watch, id } = await sent(desk, { deadline: { days: 1 }, chasers });
    const unhurried = await sent(desk, { deadline: { days: 9 }, chasers });
    moveClock(desk, { set: readWatch(desk, watch).at! + 1000 });
    const file = join(tempDir(), 'b.db');
    await makeBackup(dir, file);
    const other = tempDir();
    expect(await restoreBackup(file, other)).toMatchObject({ chasers: 1, departures: 0 });
    const again = openDesk(other);
    expect(readWatch(again, unhurried.watch).chasers!.then).toBe('leave');
    runWaker(again, watchesWaker);
    const [chaser] = readWatch(again, watch).chasers!.made;
    expect(chaser!.state).toBe('stands-still');
    expect(inboxOf(again).messages.map((each) => each.id)).toEqual([id]);
    again.store.close();
  });

  it('a file that is watched begins from what it says now, and who was signed in is not any more', async () => {
    const { desk, dir, file } = await deskWithMail();
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'File', text: 'x' });
    desk.store.write((tx) => {
      insertFileWatch(tx, {
        id: 'w',
        messageId: id,
        plan: { kind: 'on-file-change', path: '/f' } as never,
        choices: {} as never,
        state: 'watching',
        known: 'before',
        createdAt: NOW,
      });
      insertSession(tx, {
        id: 's',
        hash: 'h',
        createdAt: NOW,
        seenAt: NOW,
        until: NOW + DAY,
        from: '',
        agent: '',
      });
    });
    await makeBackup(dir, file);
    const other = tempDir();
    await restoreBackup(file, other);
    const again = openDesk(other);
    expect(findFileWatch(again.store.db, 'w')).toMatchObject({ known: null, state: 'watching' });
    expect(allSessions(again.store.db)).toEqual([]);
    again.store.close();
  });

  it('a database copied by other means is whole with its log', async () => {
    const { desk, dir } = await deskWithMail();
    const folder = tempDir();
    for (const name of ['oak.db', 'oak.db-wal']) copyFileSync(join(dir, name), join(folder, name));
    const other = join(tempDir(), 'new');
    await restoreBackup(join(folder, 'oak.db'), other);
    const again = openDesk(other);
    expect(inboxOf(again).messages).toHaveLength(inboxOf(desk).messages.length);
    again.store.close();
  });

  it('over a desk at work, or one of the other kind, is refused and changes nothing', async () => {
    const { dir, file } = await deskWithMail();
    await makeBackup(dir, file);
    for (const single of ['launcher', 'engine', 'reader'] as const) {
      const lock = await holdLock(dir, single);
      await expect(restoreBackup(file, dir)).rejects.toThrow(/Another|running/);
      lock.release();
    }
    const real = tempDesk('real');
    await expect(restoreBackup(file, real.dir)).rejects.toThrow(/holds real mail/);
    expect(
      readdirSync(real.dir).filter((name) => name.startsWith('backup.') && name !== 'backup.lock'),
    ).toEqual([]);
  });

  it('over a damaged database keeps that aside as it is', async () => {
    const { desk, dir, file } = await deskWithMail();
    await makeBackup(dir, file);
    desk.store.close();
    writeFileSync(databasePath(dir), 'rubbish');
    // Of one that was broken off.
    mkdirSync(join(dir, 'backup.a1B2c3'));
    const { before } = await restoreBackup(file, dir);
    expect(readFileSync(before!, 'utf8')).toBe('rubbish');
    expect(readdirSync(dir).filter((name) => /^backup\.(?!lock)/.test(name))).toEqual([]);
    const again = openDesk(dir);
    expect(inboxOf(again).messages).toHaveLength(1);
    again.store.close();
  });
});

describe('passwords in a backup', () => {
  const follow = (desk: Desk) =>
    followCalendar(desk, {
      kind: 'caldav',
      place: 'https://x.example/dav/',
      user: 'me',
      password: 'geheim-4711',
    });
  const passwordIn = (dir: string, id: string) => {
    const desk = openDesk(dir);
    try {
      return openSecret(dir, allCalendars(desk.store.db)[0]!.password, passwordOf(id));
    } finally {
      desk.store.close();
    }
  };

  it('cannot be read without its passphrase, elsewhere; with it they can', async () => {
    const { desk, dir, file } = await deskWithMail();
    const { id } = follow(desk);
    await makeBackup(dir, file, { passphrase: PASSPHRASE });
    expect(readFileSync(file).includes('geheim-4711')).toBe(false);
    expect(checkBackup(file).hasKey).toBe(true);
    await expect(restoreBackup(file, join(tempDir(), 'x'), 'another passphrase')).rejects.toThrow(
      /not the passphrase/,
    );
    const [without, withIt] = [join(tempDir(), 'a'), join(tempDir(), 'b')];
    await restoreBackup(file, without);
    expect(() => passwordIn(without, id)).toThrow(/Type it again/);
    await restoreBackup(file, withIt, PASSPHRASE);
    expect(passwordIn(withIt, id)).toBe('geheim-4711');
    // On the same machine its own key is enough.
    desk.store.close();
    await restoreBackup(file, dir);
    expect(passwordIn(dir, id)).toBe('geheim-4711');
  });

  it('without a passphrase there is no key in it at all; one that is too short is refused', async () => {
    const { desk, dir, file } = await deskWithMail();
    follow(desk);
    await expect(makeBackup(dir, file, { passphrase: 'short' })).rejects.toThrow(/too short/);
    expect(existsSync(file)).toBe(false);
    await makeBackup(dir, file);
    const key = readFileSync(join(dir, 'secret.key'), 'utf8').trim();
    expect(readFileSync(file).includes(key)).toBe(false);
    expect(checkBackup(file).hasKey).toBe(false);
    expect(JSON.stringify(listCalendars(desk))).not.toContain('sealed:');
  });
});

describe('by themselves', () => {
  const at = (text: string) => Date.parse(text);

  it('one a day, and those of seven days', async () => {
    const { desk } = await deskWithMail();
    changeSettings(desk, { keepBackups: 2 });
    for (const day of [24, 25, 26, 27]) {
      const now = at(`2026-11-${day}T03:00:00Z`);
      expect(wantsBackup(desk, now)).toBe(true);
      const made = await backUp(desk, now);
      expect(made.name).toBe(`oak-202611${day}T030000Z.db`);
      expect(wantsBackup(desk, now + 3_600_000)).toBe(false);
    }
    expect(listBackups(desk.dataDir).map(({ name }) => name)).toEqual([
      'oak-20261127T030000Z.db',
      'oak-20261126T030000Z.db',
    ]);
    changeSettings(desk, { keepBackups: 0 });
    expect(wantsBackup(desk, at('2026-11-29T03:00:00Z'))).toBe(false);
    // Asked for, one is made all the same, and nothing is forgotten.
    await backUp(desk, at('2026-11-29T03:00:00Z'));
    expect(listBackups(desk.dataDir)).toHaveLength(3);
  });

  it('what is no backup in their folder stays, and is not given out', async () => {
    const { desk, dir } = await deskWithMail();
    mkdirSync(join(dir, 'backups'));
    writeFileSync(join(dir, 'backups', 'notes.txt'), 'mine');
    changeSettings(desk, { keepBackups: 1 });
    await backUp(desk, at('2026-11-24T03:00:00Z'));
    await backUp(desk, at('2026-11-25T03:00:00Z'));
    expect(readdirSync(join(dir, 'backups')).sort()).toEqual(['notes.txt', 'oak-20261125T030000Z.db']);
    for (const name of ['notes.txt', '../oak.db', 'oak-20261124T030000Z.db'])
      expect(() => backupPath(dir, name), name).toThrow(/no such backup/);
  });

  it('one that could not be made is told until one can', async () => {
    const { desk, dir } = await deskWithMail();
    writeFileSync(join(dir, 'backups'), 'a file in the way');
    await expect(backUp(desk, NOW)).rejects.toThrow();
    expect(backupTrouble(desk.store.db)?.since).toBe(NOW);
    await expect(backUp(desk, NOW + DAY)).rejects.toThrow();
    expect(backupTrouble(desk.store.db)?.since).toBe(NOW);
    // Whoever asks does not fail by it, and is told as long as there are to be any.
    expect(listBackups(dir)).toEqual([]);
    expect(wantsBackup(desk, NOW + DAY)).toBe(true);
    expect(readHealth(desk, true).failing).toHaveLength(1);
    changeSettings(desk, { keepBackups: 0 });
    expect(readHealth(desk, true).failing).toEqual([]);
  });
});
