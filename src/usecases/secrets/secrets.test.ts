/** What is kept secret: sealed where it lies, opened with the right key for the right thing only. */
import { chmodSync, existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { randomBytes } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { tempDesk, tempDir } from '#test/support/desk';
import { allCalendars, changeCalendar } from '#store/calendars';
import { followCalendar, readCalendar, syncFollowed } from '../calendars/followedCalendars';
import { openDesk } from '../desk';
import { prepareData, UnusableData } from '../prepareData';
import { openSecret, SealedForGood, sealedAnew, sealSecret } from './keys';
import { openByPassphrase, seal, sealByPassphrase, unseal } from './seal';
import { passwordOf } from './sealAll';

beforeEach(() => vi.stubEnv('OAK_SECRET', ''));
afterEach(() => vi.unstubAllEnvs());

const WORDS = 'sixteen letters at least';

describe('sealing', () => {
  const key = randomBytes(32);

  it('opens for what it was sealed for, with that key, unaltered', () => {
    const sealed = seal('pässwörd 🗝', key, 'calendar:a');
    expect(unseal(sealed, key, 'calendar:a')).toBe('pässwörd 🗝');
    expect(unseal(sealed, key, 'calendar:b')).toBeUndefined();
    expect(unseal(sealed, randomBytes(32), 'calendar:a')).toBeUndefined();
    expect(seal('pässwörd 🗝', key, 'calendar:a')).not.toBe(sealed);
    for (let at = sealed.indexOf(':', 8) + 1; at < sealed.length - 1; at++) {
      const other = sealed[at] === 'A' ? 'B' : 'A';
      expect(
        unseal(sealed.slice(0, at) + other + sealed.slice(at + 1), key, 'calendar:a'),
        `${at}`,
      ).toBeUndefined();
    }
    for (const none of ['', 'sealed:', 'sealed:AAAAAAAAAAA:AA', 'plain'])
      expect(unseal(none, key, 'x')).toBeUndefined();
  });

  it('by a passphrase', () => {
    const sealed = sealByPassphrase('a key', 'the passphrase', 'backup');
    expect(openByPassphrase(sealed, 'the passphrase', 'backup')).toBe('a key');
    expect(openByPassphrase(sealed, 'The passphrase', 'backup')).toBeUndefined();
    expect(openByPassphrase('', 'x', 'backup')).toBeUndefined();
    // However the letters are put together.
    expect(openByPassphrase(sealByPassphrase('a', 'caf\u00e9 mondo', 'b'), 'cafe\u0301 mondo', 'b')).toBe(
      'a',
    );
  });
});

describe('the key of a data folder', () => {
  it('is made when it is needed, for its owner alone, and closed again where somebody opened it', () => {
    const dir = tempDir();
    expect(sealSecret(dir, '', 'x')).toBe('');
    expect(readdirSync(dir)).toEqual([]);
    const sealed = sealSecret(dir, 'geheim', 'x');
    const path = join(dir, 'secret.key');
    expect(statSync(path).mode & 0o777).toBe(0o600);
    chmodSync(path, 0o644);
    expect(openSecret(dir, sealed, 'x')).toBe('geheim');
    expect(statSync(path).mode & 0o777).toBe(0o600);
  });

  it('lost, what it sealed is lost, and is said; altered, nothing is begun with it', () => {
    const dir = tempDir();
    const sealed = sealSecret(dir, 'geheim', 'x');
    rmSync(join(dir, 'secret.key'));
    expect(() => openSecret(dir, sealed, 'x')).toThrow(SealedForGood);
    expect(sealedAnew(dir, sealed, 'x')).toBe(sealed);
    writeFileSync(join(dir, 'secret.key'), 'garbage');
    expect(() => sealSecret(dir, 'geheim', 'x')).toThrow(/is no key/);
  });

  it('OAK_SECRET goes before it, and what the file had sealed is sealed with it from then on; and back', () => {
    const dir = tempDir();
    const byFile = sealSecret(dir, 'geheim', 'x');
    vi.stubEnv('OAK_SECRET', WORDS);
    expect(openSecret(dir, byFile, 'x')).toBe('geheim');
    const bySecret = sealedAnew(dir, byFile, 'x');
    expect(bySecret).not.toBe(byFile);
    rmSync(join(dir, 'secret.key'));
    expect(openSecret(dir, bySecret, 'x')).toBe('geheim');
    // The same words are the same key elsewhere.
    expect(openSecret(tempDir(), bySecret, 'x')).toBe('geheim');
    vi.stubEnv('OAK_SECRET', 'other words, as many');
    expect(() => openSecret(dir, bySecret, 'x')).toThrow(SealedForGood);
    vi.stubEnv('OAK_SECRET', 'short');
    expect(() => sealSecret(dir, 'y', 'x')).toThrow(/at least 16/);
  });
});

describe('passwords of calendars', () => {
  const follow = (desk: ReturnType<typeof tempDesk>['desk']) =>
    followCalendar(desk, {
      kind: 'caldav',
      place: 'http://127.0.0.1:1/dav/',
      user: 'me',
      password: 'geheim-4711',
    }).id;
  const everyFile = (dir: string) =>
    Buffer.concat(readdirSync(dir).map((name) => readFileSync(join(dir, name)))).includes('geheim-4711');

  it('are in no file of the data folder', () => {
    const { desk, dir } = tempDesk();
    follow(desk);
    expect(everyFile(dir)).toBe(false);
  });

  it('that lay open before are sealed at the next start, and nothing is left of them', () => {
    const { desk, dir } = tempDesk();
    const id = follow(desk);
    desk.store.write((tx) => changeCalendar(tx, id, { password: 'geheim-4711' }));
    desk.store.close();
    expect(everyFile(dir)).toBe(true);
    prepareData(dir, 'sandbox');
    expect(everyFile(dir)).toBe(false);
    const again = openDesk(dir);
    expect(openSecret(dir, allCalendars(again.store.db)[0]!.password, passwordOf(id))).toBe('geheim-4711');
    again.store.close();
  });

  it('whose key is lost: the calendar says so, and all else goes on', async () => {
    const { desk, dir } = tempDesk();
    const id = follow(desk);
    rmSync(join(dir, 'secret.key'));
    expect(await syncFollowed(desk, id)).toBeUndefined();
    expect(readCalendar(desk, id).trouble).toMatch(/Type it again/);
    expect(existsSync(join(dir, 'secret.key'))).toBe(false);
  });

  it('with a key that is none, it does not start, and says why', () => {
    const { desk, dir } = tempDesk();
    follow(desk);
    desk.store.write((tx) => changeCalendar(tx, allCalendars(tx)[0]!.id, { password: 'open' }));
    desk.store.close();
    writeFileSync(join(dir, 'secret.key'), 'garbage');
    expect(() => prepareData(dir, 'sandbox')).toThrow(UnusableData);
  });
});
