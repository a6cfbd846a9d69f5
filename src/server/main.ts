/** The web part as a process: Next with live updates, sessions and headers around it. */
import next from 'next';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { answerToken } from '#core/question/token';
import { feedToken } from '#core/series/feed';
import { visitToken } from '#core/watch/visits';
import { openDesk, type Desk } from '#usecases/desk';
import { diskWords } from '#usecases/diskTrouble';
import { openLog } from '#usecases/openLog';
import { closeToOthers } from '#usecases/ownFolder';
import { answer, plainNotFound } from './answer';
import { answerCalendar } from './feed';
import { Door, type Admitted } from './door';
import { localHost, ownHosts, refusal } from './guard';
import { LiveUpdates } from './liveUpdates';
import { FILES_LIST, listFiles, openFiles } from './openFiles';
import { EVERY_ANSWER, newNonce, pagePolicy } from './policy';
import { answerQuestion } from './questionPage';
import { STATIC, staticFiles } from './staticFiles';
import { readTarget } from './target';
import { answerVisit } from './visits';
import { warmUp } from './warmUp';

const { OAK_DATA, OAK_HOST = '127.0.0.1', OAK_PORT = '4180' } = process.env;
const { OAK_PASSPHRASE, OAK_ORIGIN, OAK_PROXY = '' } = process.env;
const port = Number(OAK_PORT);
const log = openLog('web');

/** Tells the routes which session asks; nobody else may say so. */
const SESSION_HEADER = 'x-oak-session';

/** True for what a person opens, as against data and parts of pages. */
const isPage = (path: string, request: IncomingMessage) =>
  request.method === 'GET' &&
  !path.startsWith('/api/') &&
  (request.headers.accept ?? '').includes('text/html');

/** What people look at first; most of what it is made of is in everything else too. */
const OFTEN_ASKED = ['/inbox', '/write', '/api/v1/inbox'];

/** A connection nobody uses is kept so long; programs that talk to it close theirs before. */
const KEPT_MS = 75_000;

async function main(): Promise<void> {
  closeToOthers();
  const desk = openDesk(OAK_DATA!);
  // Route handlers share it: see theDesk().
  (globalThis as { oakDesk?: Desk }).oakDesk = desk;
  const dir = process.cwd();
  // It would answer requests to change the protocol, past everything here: there it gets none.
  const httpServer = createServer();
  const app = next({ dev: false, dir, hostname: OAK_HOST, port, httpServer });
  await app.prepare();
  const handle = app.getRequestHandler();
  const hosts = ownHosts(OAK_HOST, port, OAK_ORIGIN);
  const files = openFiles(dir);
  const sendFile = staticFiles(dir);
  const door = OAK_PASSPHRASE
    ? new Door(desk, files, {
        passphrase: OAK_PASSPHRASE,
        secure: OAK_ORIGIN?.startsWith('https:') ?? false,
        proxies: OAK_PROXY.split(/[\s,]+/).filter(Boolean),
      })
    : undefined;
  const live = new LiveUpdates(desk, (session) => door?.sessions.stands(session) ?? true);

  async function serve(request: IncomingMessage, response: ServerResponse): Promise<void> {
    for (const [name, value] of Object.entries(EVERY_ANSWER)) response.setHeader(name, value);
    const target = readTarget(request.url ?? '');
    if (target?.host !== undefined) request.headers.host = target.host;
    const why = refusal(request, new Set([...hosts, localHost(request.socket.localAddress, port)]));
    if (why) return answer(response, 403, why);
    if (target) request.url = target.path + target.search;
    delete request.headers[SESSION_HEADER];
    // Readers of my mail are nobody here, and are let through to where a link leads.
    const token = target && visitToken(target.path);
    if (token) return answerVisit(desk, token, request, response);
    const proof = target && answerToken(target.path);
    if (proof) return answerQuestion(desk, proof, request, response);
    // A calendar program does not sign in; it knows the address.
    const calendar = target && feedToken(target.path);
    if (calendar) return answerCalendar(desk, calendar, request, response);
    const who = door ? await door.admit(target, request, response) : ('open' as const);
    if (who) await serveAdmitted(target, who, request, response);
  }

  async function serveAdmitted(
    target: ReturnType<typeof readTarget>,
    who: Admitted | 'open',
    request: IncomingMessage,
    response: ServerResponse,
  ): Promise<void> {
    if (!target) return answer(response, 400, 'This address can be read in more than one way.');
    const { path } = target;
    const session = who === 'open' ? undefined : who.session;
    if (session !== undefined) request.headers[SESSION_HEADER] = session;
    if (path === '/api/v1/changes' && request.method === 'GET')
      return live.listen(request, response, session);
    // What is no file of ours would be answered with a page of ours.
    if (path.startsWith('/_next/') && !files.has(path)) return plainNotFound(response);
    const reads = request.method === 'GET' || request.method === 'HEAD';
    if (reads && path === FILES_LIST) return listFiles(files, response);
    if (reads && path.startsWith(STATIC)) return sendFile(request, response);
    // Before anything can be sent it has to be known by whom.
    const begins = isPage(path, request) && !/^\/(welcome|settings|sign-in)/.test(path);
    if (begins && !desk.settings().me.address) {
      response.writeHead(303, { location: '/welcome' }).end();
      return;
    }
    await show(path, request, response);
  }

  async function show(path: string, request: IncomingMessage, response: ServerResponse): Promise<void> {
    // Next takes the nonce for its own scripts from the request's policy.
    const nonce = newNonce();
    request.headers['x-nonce'] = nonce;
    request.headers['x-path'] = path;
    request.headers['content-security-policy'] = pagePolicy(nonce);
    if (!path.startsWith('/api/')) response.setHeader('content-security-policy', pagePolicy(nonce));
    await handle(request, response);
  }

  const server = createServer((request, response) => {
    serve(request, response).catch((error: unknown) => {
      log.error({ err: error }, 'request failed');
      const disk = diskWords(error);
      if (response.headersSent) response.destroy();
      else if (disk) answer(response, 507, disk);
      else answer(response, 500, 'Nothing was changed. Try again; if it stays like this, look at the log.');
    });
  });
  // Nothing here changes its protocol.
  server.on('upgrade', (_request, socket) => socket.destroy());
  // A connection that is closed just as it is used again would lose what is asked on it.
  server.keepAliveTimeout = KEPT_MS;
  for (const path of OFTEN_ASKED)
    await warmUp((request, response) => {
      show(path, request, response).catch(() => response.destroy());
    }, path);
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
