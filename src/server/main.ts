/** The web part as a process: Next with live updates, sessions and headers around it. */
import next from 'next';
import pino from 'pino';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { problem } from '../api/problem';
import { openDesk, type Desk } from '../usecases/desk';
import { sessionSecret } from '../usecases/sessionSecret';
import { localHost, ownHosts, refusal } from './guard';
import { LiveUpdates } from './liveUpdates';
import { EVERY_ANSWER, newNonce, pagePolicy } from './policy';
import { Sessions } from './sessions';

const { OAK_DATA, OAK_HOST = '127.0.0.1', OAK_PORT = '4180', OAK_LOG = 'info' } = process.env;
const { OAK_PASSPHRASE, OAK_ORIGIN } = process.env;
const port = Number(OAK_PORT);
const log = pino({ name: 'web', level: OAK_LOG }, pino.destination(2));

/** Seen without having signed in: the page to do so, and what it is made of. */
const OPEN = /^\/(sign-in$|_next\/static\/|mark\.svg$)/;
const MAX_PASSPHRASE = 10_000;

function answer(
  response: ServerResponse,
  status: number,
  detail: string,
  headers: Record<string, string> = {},
): void {
  response.writeHead(status, { 'content-type': 'application/problem+json', ...headers });
  response.end(JSON.stringify(problem(status, detail)));
}

async function readPassphrase(request: IncomingMessage): Promise<string> {
  let text = '';
  for await (const chunk of request) {
    text += String(chunk);
    if (text.length > MAX_PASSPHRASE) return '';
  }
  try {
    const { passphrase } = JSON.parse(text) as { passphrase?: unknown };
    return typeof passphrase === 'string' ? passphrase : '';
  } catch {
    return '';
  }
}

/** `/api/v1/session`: signs in and out. */
async function session(
  sessions: Sessions,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  if (request.method === 'DELETE') {
    response.writeHead(204, { 'set-cookie': sessions.signOut() }).end();
    return;
  }
  if (request.method !== 'POST') return answer(response, 405, 'POST signs in, DELETE signs out.');
  const signed = sessions.signIn(await readPassphrase(request), request.socket.remoteAddress ?? '');
  if (signed.ok) {
    response.writeHead(204, { 'set-cookie': signed.cookie }).end();
    return;
  }
  if ('wrong' in signed) return answer(response, 401, 'This is not the passphrase.');
  const seconds = Math.ceil(signed.waitMs / 1000);
  answer(response, 429, `Too many wrong tries. Wait ${seconds} s, then try again.`, {
    'retry-after': String(seconds),
  });
}

/** Deals with a request of someone who has to sign in first. @returns true where it is done with */
async function turnAway(
  sessions: Sessions,
  path: string,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<boolean> {
  if (path === '/api/v1/session') {
    await session(sessions, request, response);
    return true;
  }
  if (OPEN.test(path) || sessions.admits(request.headers, request.socket.remoteAddress ?? '')) return false;
  if (path.startsWith('/api/')) {
    answer(response, 401, 'Sign in first, or send the passphrase as a bearer token.', {
      'www-authenticate': 'Bearer realm="Oak Lantern"',
    });
  } else response.writeHead(303, { location: '/sign-in' }).end();
  return true;
}

/** True for what a person opens, as against data and parts of pages. */
const isPage = (path: string, request: IncomingMessage) =>
  request.method === 'GET' &&
  !path.startsWith('/api/') &&
  !path.startsWith('/_next/') &&
  (request.headers.accept ?? '').includes('text/html');

async function main(): Promise<void> {
  const desk = openDesk(OAK_DATA!);
  // Route handlers share it: see theDesk().
  (globalThis as { oakDesk?: Desk }).oakDesk = desk;
  const app = next({ dev: false, dir: process.cwd(), hostname: OAK_HOST, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const live = new LiveUpdates(desk);
  const hosts = ownHosts(OAK_HOST, port, OAK_ORIGIN);
  const sessions = OAK_PASSPHRASE
    ? new Sessions(OAK_PASSPHRASE, sessionSecret(desk), OAK_ORIGIN?.startsWith('https:') ?? false)
    : undefined;

  async function serve(request: IncomingMessage, response: ServerResponse): Promise<void> {
    for (const [name, value] of Object.entries(EVERY_ANSWER)) response.setHeader(name, value);
    const why = refusal(request, new Set([...hosts, localHost(request.socket.localAddress, port)]));
    if (why) return answer(response, 403, why);
    const path = request.url?.split('?')[0] ?? '/';
    if (sessions && (await turnAway(sessions, path, request, response))) return;
    if (path === '/api/v1/events' && request.method === 'GET') return live.listen(request, response);
    // Before anything can be sent it has to be known by whom.
    const begins = isPage(path, request) && !/^\/(welcome|settings|sign-in)/.test(path);
    if (begins && !desk.settings().me.address) {
      response.writeHead(303, { location: '/welcome' }).end();
      return;
    }
    // Next takes the nonce for its own scripts from the request's policy.
    const nonce = newNonce();
    request.headers['x-nonce'] = nonce;
    request.headers['content-security-policy'] = pagePolicy(nonce);
    if (!path.startsWith('/api/')) response.setHeader('content-security-policy', pagePolicy(nonce));
    await handle(request, response);
  }

  const server = createServer((request, response) => {
    serve(request, response).catch((error: unknown) => {
      log.error({ err: error }, 'request failed');
      if (response.headersSent) response.destroy();
      else answer(response, 500, 'Nothing was changed. Try again; if it stays like this, look at the log.');
    });
  });
  server.listen(port, OAK_HOST, () => process.send?.({ ready: true }));

  const stop = () => {
    live.stop();
    server.close(() => process.exit(0));
    server.closeAllConnections();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  // The launcher is gone: nothing outlives it.
  process.on('disconnect', stop);
}

main().catch((error: unknown) => {
  log.fatal({ err: error }, 'the web part could not start');
  process.exit(1);
});
