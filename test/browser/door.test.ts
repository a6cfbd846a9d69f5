/** The door: who is not signed in sees and does nothing. Requests go out as they stand, byte for byte. */
import fc from 'fast-check';
import { chmodSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, onTestFinished } from 'vitest';
import type { ProblemJson, SessionsJson, SettingsJson } from '#api/types';
import { openPage, press, sees, startChromium } from '../support/browser';
import { startProduct, type Product } from '../support/product';
import { raw, request } from '../support/raw';
import { patient, until } from '../support/until';

const PASSPHRASE = 'eleven lamps in a row';
const ME = { OAK_FROM: 'Ana Real <ana@real.example>', OAK_ZONE: 'Europe/Lisbon' };
const BEARER = `Authorization: Bearer ${PASSPHRASE}`;
const SECRET = /ana real|real\.example|holdSeconds|BEGIN:|From - /i;

let product: Product;
let port: number;

beforeAll(async () => {
  product = await startProduct('real', { ...ME, OAK_PASSPHRASE: PASSPHRASE, OAK_PROXY: '127.0.0.9' });
  port = Number(new URL(product.origin).port);
});
afterAll(async () => void (await product.stop()));

const statics = () =>
  readdirSync('.next/static', { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => `/_next/${join(entry.parentPath, entry.name).slice('.next/'.length)}`);

async function signIn(headers: readonly string[] = []): Promise<string> {
  const body = JSON.stringify({ passphrase: PASSPHRASE });
  const answer = await raw(
    port,
    request(port, 'POST', '/api/v1/session', [...headers, `Content-Length: ${body.length}`]),
    body,
  );
  expect(answer.status).toBe(204);
  return /^set-cookie: (oak_session=[^;]+); Path=\/; Max-Age=\d+; HttpOnly; SameSite=Strict/im.exec(
    answer.head,
  )![1]!;
}

async function guess(passphrase: string, headers: readonly string[] = []) {
  const body = JSON.stringify({ passphrase });
  const lines = request(port, 'POST', '/api/v1/session', [...headers, `Content-Length: ${body.length}`]);
  return raw(port, lines, body);
}

describe('without signing in', () => {
  it('the files of the page to sign in are open, by their exact names, and the page itself', async () => {
    const page = await raw(port, request(port, 'GET', '/sign-in', ['Accept: text/html']));
    expect(page.status).toBe(200);
    expect(page.body).toContain('Passphrase');
    expect(page.body).not.toMatch(SECRET);
    const wanted = [...page.body.matchAll(/(?:src|href)="(\/_next\/static\/[^"]+)"/g)].map(
      (match) => match[1]!,
    );
    expect(wanted.length).toBeGreaterThan(3);
    for (const path of [...wanted, '/mark.svg'])
      expect((await raw(port, request(port, 'GET', path))).status, path).toBe(200);
  });

  it.each([
    ['/_next/static/../../api/v1/settings', 401],
    ['/_next/static/%2e%2e/%2e%2e/api/v1/settings', 401],
    ['/_next/static/..%2f..%2fapi/v1/settings', 401],
    ['/sign-in/../api/v1/settings', 401],
    ['/sign-in/../inbox', 401],
    ['//api/v1/settings', 401],
    ['/_next/static/nope', 401],
    ['/_next/image?url=%2Fmark.svg&w=64&q=75', 401],
    ['/api/v1/messages/export', 401],
    ['/nope', 303],
    ['/reminder.wav', 303],
    ['/inbox', 303],
    ['/sign-in/', 303],
  ])('GET %s: %i, and nothing of mine', async (target, status) => {
    const answer = await raw(port, request(port, 'GET', target, ['Accept: text/html']));
    expect(answer.status).toBe(status);
    expect(answer.body).not.toMatch(SECRET);
    if (status === 303) expect(answer.head).toMatch(/^location: \/sign-in$/im);
  });

  it(
    'whatever is asked for in whatever way, the answer is no or the page to sign in, and nothing is done',
    async () => {
      const open = new Set(['/sign-in', '/mark.svg', ...statics()]);
      const before = await product.api<SettingsJson>('GET', '/settings', undefined, {
        authorization: `Bearer ${PASSPHRASE}`,
      });
      const start = fc.constantFrom(
        ...open,
        '/_next/static/',
        '/_next/',
        '/_next/data/x/',
        '/',
        '',
        '/sign-in/',
        '/public/',
      );
      const climb = fc.array(
        fc.constantFrom(
          ...[
            '..',
            '.',
            '',
            '%2e%2e',
            '%2E.',
            '.%2e',
            '%252e%252e',
            '..%2f',
            '..%5c',
            '..\\',
            '\\..\\..',
            '..;',
            '...',
          ],
          ...[
            '%c0%ae%c0%ae',
            '%00',
            '%0d%0a',
            '%20',
            '..%00',
            '\x7f',
            'é',
            '%',
            '%zz',
            '_next',
            'sign-in',
            '@',
            ':',
          ],
        ),
        { maxLength: 5 },
      );
      const goal = fc.constantFrom(
        ...[
          'api/v1/settings',
          'api/v1/messages/export',
          'inbox',
          'settings',
          'api/v1/openapi.json',
          'api/v1/changes',
        ],
        ...[
          'API/V1/SETTINGS',
          'api%2fv1%2fsettings',
          'api/v1/settings/',
          'api/v1/settings%00',
          'mark.svg',
          'sign-in',
          '',
        ],
      );
      const form = fc.constantFrom(
        ...[
          '',
          '',
          '',
          `http://127.0.0.1:${0}`,
          'http://evil.example',
          'https://',
          'http:',
          '*',
          'http://a@b',
        ],
      );
      const tail = fc.constantFrom(
        '',
        '?',
        '?_rsc=1',
        '?a=/../',
        '#',
        '#/sign-in',
        '?x=%',
        ';a=b',
        ' ',
        '\t',
      );
      const method = fc.constantFrom(
        ...[
          'GET',
          'GET',
          'HEAD',
          'POST',
          'PUT',
          'PATCH',
          'DELETE',
          'OPTIONS',
          'PROPFIND',
          'TRACE',
          'get',
          'SUBSCRIBE',
        ],
      );
      const extra = fc.subarray([
        ...['RSC: 1', 'Next-Action: x', 'X-Middleware-Subrequest: src/middleware', 'X-Matched-Path: /inbox'],
        ...[
          'X-Invoke-Path: /inbox',
          'X-Original-URL: /inbox',
          'X-Rewrite-URL: /inbox',
          'X-Forwarded-Host: 127.0.0.1',
        ],
        ...[
          'X-HTTP-Method-Override: GET',
          'X-Oak-Session: me',
          'Cookie: oak_session=',
          'Cookie: oak_session=x; oak_session=y',
        ],
        ...[
          'Authorization: Bearer',
          'Authorization: Bearer a',
          'Authorization: Basic YTpi',
          'X-Forwarded-For: 127.0.0.1',
        ],
        ...[
          'Accept: text/html',
          'Upgrade: websocket',
          'Host: evil.example',
          'Expect: 100-continue',
          'Content-Length: 0',
        ],
        ...[
          'Next-Router-State-Tree: %5B%22%22%2C%7B%22children%22%3A%5B%22(desk)%22%5D%7D%5D',
          'Range: bytes=0-',
        ],
        ...[
          'Purpose: prefetch',
          'Next-Router-Prefetch: 1',
          'X-Nextjs-Data: 1',
          'X-Now-Route-Matches: 1=inbox',
        ],
      ]);
      const tries = fc.record({ start, climb, goal, form, tail, method, extra });
      await fc.assert(
        fc.asyncProperty(tries, async ({ start, climb, goal, form, tail, method, extra }) => {
          const path = [start.replace(/\/$/, ''), ...climb, goal].join('/');
          const target = `${form.replace(':0', `:${port}`)}${path}${tail}`;
          const answer = await raw(port, request(port, method, target, extra)).catch(() => undefined);
          if (!answer) return;
          expect(answer.body, target).not.toMatch(SECRET);
          expect(answer.head, target).not.toMatch(/set-cookie|text\/event-stream/i);
          // 0: hung up on. 400: no HTTP at all, or a host too many. 403: a foreign name.
          if ([0, 400, 401, 403, 405, 417, 431].includes(answer.status)) return;
          if (answer.status === 303) {
            expect(answer.head).toMatch(/^location: \/sign-in$/im);
            return;
          }
          expect([200, 206, 304], `${method} ${target} ${extra.join(', ')}`).toContain(answer.status);
          const asked = target.replace(/^https?:\/\/[^/]*/, '').replace(/[?].*$/, '');
          expect(open.has(asked), `${method} ${target}`).toBe(true);
        }),
        { numRuns: 800 },
      );
      const after = await product.api<SettingsJson>('GET', '/settings', undefined, {
        authorization: `Bearer ${PASSPHRASE}`,
      });
      expect(after.body).toEqual(before.body);
    },
    patient(400_000),
  );

  it('a change of protocol gets no answer', async () => {
    // Once Next has answered something, it would listen for these too.
    await raw(port, request(port, 'GET', '/sign-in'));
    const answer = await raw(port, [
      ...[
        'GET /api/v1/settings HTTP/1.1',
        `Host: 127.0.0.1:${port}`,
        'Connection: Upgrade',
        'Upgrade: websocket',
      ],
      ...['Sec-WebSocket-Version: 13', 'Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ=='],
    ]).catch(() => ({ status: 0, head: '', body: '' }));
    expect(answer).toEqual({ status: 0, head: '', body: '' });
  });
});

it('where nothing is there, it is said in plain words, signed in or not', async () => {
  const answer = await raw(port, request(port, 'GET', '/_next/static/nope', ['Accept: text/html', BEARER]));
  expect([answer.status, answer.body]).toEqual([404, expect.stringContaining('There is nothing here.')]);
  expect(answer.head).toMatch(/^content-type: text\/plain/im);
  const odd = await raw(port, request(port, 'GET', '/api/v1/../v1/settings', [BEARER]));
  expect(odd.status).toBe(400);
  // A target with its host is as good as one without (RFC 9112 §3.2.2), for our own host.
  const absolute = await raw(port, request(port, 'GET', `${product.origin}/api/v1/settings`, [BEARER]));
  expect([absolute.status, JSON.parse(absolute.body)]).toMatchObject([200, { me: { name: 'Ana Real' } }]);
  const foreign = await raw(port, request(port, 'GET', 'http://evil.example/api/v1/settings', [BEARER]));
  expect(foreign.status).toBe(403);
});

describe('a session', () => {
  const settings = (cookie: string) =>
    raw(port, request(port, 'GET', '/api/v1/settings', [`Cookie: ${cookie}`]));

  /** A stream of events; resolves with all it said once it has ended. */
  function events(cookie: string) {
    const socket = connect(port, '127.0.0.1');
    let said = '';
    socket.on('data', (chunk: Buffer) => (said += chunk.toString()));
    const ended = new Promise<string>((resolve) => socket.on('close', () => resolve(said)));
    socket.write(`${request(port, 'GET', '/api/v1/changes', [`Cookie: ${cookie}`]).join('\r\n')}\r\n\r\n`);
    return { ended, begun: until('the stream to begin', () => said.includes('event: hello')) };
  }

  it('ends on the server by signing out: its cookie is worth nothing, its stream is over', async () => {
    const [cookie, other] = [await signIn(), await signIn()];
    const stream = events(cookie);
    await stream.begun;
    expect((await settings(cookie)).status).toBe(200);
    const out = await raw(port, request(port, 'DELETE', '/api/v1/session', [`Cookie: ${cookie}`]));
    expect(out.status).toBe(204);
    expect(await stream.ended).toContain('event: signed-out');
    expect((await settings(cookie)).status).toBe(401);
    expect((await settings(other)).status).toBe(200);
  });

  it('is listed, by what its browser said, and can be ended by another; nobody can claim to be one', async () => {
    const mine = await signIn(['User-Agent: Mine/1']);
    const theirs = await signIn(['User-Agent: Theirs/1']);
    const stream = events(theirs);
    await stream.begun;
    const list = async () =>
      JSON.parse(
        (await raw(port, request(port, 'GET', '/api/v1/sessions', [`Cookie: ${mine}`, 'X-Oak-Session: x'])))
          .body,
      ) as SessionsJson;
    const { sessions } = await list();
    expect(sessions.find(({ current }) => current)!.agent).toBe('Mine/1');
    const { id } = sessions.find(({ agent }) => agent === 'Theirs/1')!;
    expect(JSON.stringify(sessions)).not.toContain(theirs.split('=')[1]);
    const end = await raw(port, request(port, 'DELETE', `/api/v1/sessions/${id}`, [`Cookie: ${mine}`]));
    expect(end.status).toBe(204);
    await stream.ended;
    expect((await settings(theirs)).status).toBe(401);
    await raw(port, request(port, 'DELETE', '/api/v1/sessions', [`Cookie: ${mine}`]));
    expect((await list()).sessions.map(({ agent }) => agent)).toEqual(['Mine/1']);
  });

  it('in a browser: another window that signs out takes this one to the page to sign in', async () => {
    const chromium = await startChromium();
    onTestFinished(() => chromium.close());
    const [name, value] = (await signIn()).split('=');
    await chromium.browser.setCookie({ name: name!, value: value!, domain: '127.0.0.1', path: '/' });
    const [one, two] = [
      await openPage(chromium, `${product.origin}/inbox`),
      await openPage(chromium, `${product.origin}/settings/server`),
    ];
    await sees(two, 'this browser');
    await sees(one, 'Inbox');
    await press(two, 'button', 'Sign out');
    await sees(one, 'Passphrase');
    await sees(two, 'Passphrase');
    expect(one.url()).toContain('/sign-in');
  });
});

describe('those who guess', () => {
  const from = (address: string) => ['X-Forwarded-For: ' + address];

  it('are slowed down and told when, and the right one is never turned away, nor is anybody else', async () => {
    const statuses: number[] = [];
    for (let count = 0; count < 8; count++) {
      const answer = await guess(`guess ${count}`);
      statuses.push(answer.status);
      if (answer.status === 429) {
        expect(Number(/^retry-after: (\d+)$/im.exec(answer.head)![1])).toBeGreaterThan(0);
        expect((JSON.parse(answer.body) as ProblemJson).detail).toMatch(/looked at in \d+ s\.$/);
      }
    }
    expect(statuses).toEqual([401, 401, 401, 401, 429, 429, 429, 429]);
    const begun = performance.now();
    // Beside each other they are looked at one after another: guessing more at once is not guessing faster.
    const [right] = await Promise.all([signIn(), ...Array.from({ length: 4 }, () => guess('at once'))]);
    expect(right).toContain('oak_session=');
    expect(performance.now() - begun).toBeGreaterThan(4 * 200);
    expect((await raw(port, request(port, 'GET', '/api/v1/settings', [BEARER]))).status).toBe(200);
  });

  it(
    'from anywhere, lock nobody out; what a proxy says counts only where it is a declared one',
    async () => {
      // Nobody has declared 127.0.0.1 a proxy: these are all from one source, and it is slow; the others are not.
      const many = Array.from({ length: 60 }, (_, index) => guess('wrong', from(`10.0.${index}.1`)));
      await expect(signIn(from('10.9.9.9'))).resolves.toContain('oak_session=');
      const answers = await Promise.all(many);
      expect(answers.every(({ status }) => status === 401 || status === 429)).toBe(true);
      expect(answers.some(({ status }) => status === 429)).toBe(true);
    },
    patient(400_000),
  );
});

describe('the data folder', () => {
  it('is its owner’s alone, and everything in it', () => {
    expect(statSync(product.dataDir).mode & 0o777).toBe(0o700);
    const files = readdirSync(product.dataDir);
    expect(files).toEqual(expect.arrayContaining(['oak.db', 'oak.db-wal', 'engine.lock', 'launcher.lock']));
    for (const name of files)
      expect((statSync(join(product.dataDir, name)).mode & 0o077).toString(8), name).toBe('0');
  });

  it(
    'that was open is closed at the next start, and one that is shared keeps its other things',
    async () => {
      const dir = mkdtempSync(join(tmpdir(), 'oak-open-'));
      onTestFinished(() => rmSync(dir, { recursive: true, force: true }));
      const first = await startProduct('real', { ...ME, OAK_DATA: dir });
      await first.stop();
      chmodSync(dir, 0o755);
      for (const name of readdirSync(dir)) chmodSync(join(dir, name), 0o644);
      const second = await startProduct('real', { ...ME, OAK_DATA: dir });
      await second.stop();
      expect(statSync(dir).mode & 0o777).toBe(0o700);
      for (const name of readdirSync(dir)) expect(statSync(join(dir, name)).mode & 0o077, name).toBe(0);
    },
    patient(400_000),
  );

  it(
    'takes one launcher: a second one changes nothing before it is refused',
    async () => {
      const demo = await startProduct('demo');
      onTestFinished(async () => void (await demo.stop()));
      await demo.api('POST', '/clock', { rate: 0 });
      // Something is due on the way.
      await demo.moveClock({ advance: 'PT2H' });
      const { body: before } = await demo.api<{ now: string }>('GET', '/clock');
      await expect(startProduct('demo', { OAK_DATA: demo.dataDir })).rejects.toThrow(
        /running on .* already; nothing was changed/,
      );
      await expect(startProduct('real', { OAK_DATA: demo.dataDir })).rejects.toThrow(/running on .* already/);
      const { body: after } = await demo.api<{ now: string }>('GET', '/clock');
      expect(after.now).toBe(before.now);
      expect((await demo.api('GET', '/health')).body).toMatchObject({ engine: { running: true } });
    },
    patient(400_000),
  );
});
