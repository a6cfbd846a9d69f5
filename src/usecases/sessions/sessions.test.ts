import { expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { allSessions } from '#store/sessions';
import { NotFound } from '../errors';
import { endOtherSessions, endSession, listSessions, Sessions, SESSION_MS } from './sessions';

function setUp(passphrase = 'a lantern of oak', desk = tempDesk().desk) {
  const clock = { now: Date.now() };
  return { desk, clock, sessions: new Sessions(desk, passphrase, () => clock.now) };
}

it('a session lasts its time, across a restart, and ends with its passphrase', () => {
  const { desk, clock, sessions } = setUp();
  const token = sessions.begin('10.0.0.1', 'Browser');
  const id = sessions.find(token)!;
  expect(setUp(undefined, desk).sessions.find(token)).toBe(id);
  clock.now += SESSION_MS - 1;
  expect([sessions.find(token), sessions.stands(id)]).toEqual([id, true]);
  clock.now += 1;
  expect([sessions.find(token), sessions.stands(id)]).toEqual([undefined, false]);
  const again = sessions.begin('10.0.0.1', 'Browser');
  // What has expired is forgotten with the next one that begins.
  expect(allSessions(desk.store.db)).toHaveLength(1);
  const { sessions: others } = setUp('another passphrase', desk);
  expect(others.find(again)).toBeUndefined();
  expect(allSessions(desk.store.db)).toEqual([]);
});

it('what is kept of one is no good for showing', () => {
  const { desk, sessions } = setUp();
  const token = sessions.begin('10.0.0.1', 'x'.repeat(5000));
  const kept = JSON.stringify(allSessions(desk.store.db));
  expect(kept).not.toContain(token);
  expect(kept.length).toBeLessThan(1000);
  const { id, hash } = allSessions(desk.store.db)[0]!;
  expect([sessions.find(hash), sessions.find(id), sessions.find('')]).toEqual([
    undefined,
    undefined,
    undefined,
  ]);
  expect(listSessions(desk)[0]).not.toHaveProperty('hash');
});

it('one is ended, or all but one', () => {
  const { desk, sessions } = setUp();
  const tokens = [1, 2, 3].map(() => sessions.begin('10.0.0.1', 'Browser'));
  const [mine, second, third] = tokens.map((token) => sessions.find(token)!);
  endSession(desk, second!);
  expect(tokens.map((token) => sessions.find(token))).toEqual([mine, undefined, third]);
  expect(() => endSession(desk, second!)).toThrow(NotFound);
  endOtherSessions(desk, mine);
  expect(listSessions(desk).map(({ id }) => id)).toEqual([mine]);
});

it('says when one was seen last, and a disk that takes nothing keeps nobody out', () => {
  const { desk, clock, sessions } = setUp();
  const token = sessions.begin('10.0.0.1', 'Browser');
  clock.now += 3_600_000;
  sessions.find(token);
  expect(allSessions(desk.store.db)[0]!.seenAt).toBe(clock.now);
  desk.store.db.run('PRAGMA query_only = ON');
  clock.now += 3_600_000;
  expect(sessions.find(token)).toBeDefined();
  desk.store.db.run('PRAGMA query_only = OFF');
});

it('knows the passphrase from what is nearly it', () => {
  const { sessions } = setUp();
  expect(
    ['a lantern of oak', 'a lantern of oa', 'A lantern of oak', ''].map((each) =>
      sessions.isPassphrase(each),
    ),
  ).toEqual([true, false, false, false]);
});
