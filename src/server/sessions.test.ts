import { expect, it } from 'vitest';
import { Sessions } from './sessions';

function desk(passphrase = 'a lantern of oak') {
  const clock = { now: 1_000_000_000_000 };
  return { clock, sessions: new Sessions(passphrase, 'secret', false, () => clock.now) };
}

const cookieOf = (setCookie: string) => setCookie.split(';')[0]!;

it('admits who signed in, for as long as the session lasts, and across a restart', () => {
  const { clock, sessions } = desk();
  const signed = sessions.signIn('a lantern of oak', '10.0.0.1');
  if (!signed.ok) throw new Error('refused');
  expect(signed.cookie).toMatch(/HttpOnly; SameSite=Strict$/);
  const cookie = `other=1; ${cookieOf(signed.cookie)}`;
  expect(sessions.admits({ cookie }, '10.0.0.1')).toBe(true);
  expect(desk().sessions.admits({ cookie }, '10.0.0.2')).toBe(true);
  expect(desk('another passphrase').sessions.admits({ cookie }, '10.0.0.1')).toBe(false);
  clock.now += 31 * 24 * 3_600_000;
  expect(sessions.admits({ cookie }, '10.0.0.1')).toBe(false);
});

it.each([
  {},
  { cookie: 'oak_session=' },
  { cookie: 'oak_session=9999999999999.AAAA' },
  { cookie: 'oak_session=NaN.AAAA' },
  { authorization: 'Bearer wrong' },
  { authorization: 'Basic YTpi' },
])('does not admit %j', (headers) => expect(desk().sessions.admits(headers, '10.0.0.1')).toBe(false));

it('takes the passphrase as a bearer token', () =>
  expect(desk().sessions.admits({ authorization: 'Bearer a lantern of oak' }, 'x')).toBe(true));

it('makes those who guess wait longer and longer, even for the right one, and nobody else', () => {
  const { clock, sessions } = desk();
  const waits: number[] = [];
  for (let guess = 0; waits.length < 4; guess++) {
    const answer = sessions.signIn(`guess ${guess}`, '10.0.0.1');
    if ('waitMs' in answer) {
      waits.push(answer.waitMs);
      expect(sessions.signIn('a lantern of oak', '10.0.0.1').ok).toBe(false);
      expect(sessions.signIn('a lantern of oak', '10.0.0.9').ok).toBe(true);
      clock.now += answer.waitMs;
    }
  }
  expect(waits).toEqual([1000, 2000, 4000, 8000]);
  clock.now += 8000;
  expect(sessions.signIn('a lantern of oak', '10.0.0.1').ok).toBe(true);
});

it('makes everyone wait when the guesses come from everywhere', () => {
  const { sessions } = desk();
  for (let guess = 0; guess < 50; guess++) sessions.signIn('wrong', `10.0.1.${guess}`);
  expect(sessions.signIn('a lantern of oak', '10.0.2.1')).toMatchObject({ ok: false, waitMs: 1000 });
});
