/** The web part as a process: Next with live updates beside it. */
import next from 'next';
import pino from 'pino';
import { createServer } from 'node:http';
import { openDesk, type Desk } from '../usecases/desk';
import { ownHosts, refusal } from './guard';
import { LiveUpdates } from './liveUpdates';

const { OAK_DATA, OAK_HOST = '127.0.0.1', OAK_PORT = '4180', OAK_LOG = 'info' } = process.env;
const log = pino({ name: 'web', level: OAK_LOG }, pino.destination(2));

async function main(): Promise<void> {
  const desk = openDesk(OAK_DATA!);
  // Route handlers share it: see theDesk().
  (globalThis as { oakDesk?: Desk }).oakDesk = desk;
  const app = next({ dev: false, dir: process.cwd(), hostname: OAK_HOST, port: Number(OAK_PORT) });
  await app.prepare();
  const handle = app.getRequestHandler();
  const live = new LiveUpdates(desk);
  const hosts = ownHosts(OAK_HOST, Number(OAK_PORT));
  const server = createServer((request, response) => {
    const why = refusal(request, hosts);
    if (why) {
      response.writeHead(403, { 'content-type': 'application/problem+json' });
      return response.end(
        JSON.stringify({ type: 'about:blank', title: 'Not from here', status: 403, detail: why }),
      );
    }
    const path = request.url?.split('?')[0];
    if (path === '/api/v1/events' && request.method === 'GET') return live.listen(request, response);
    handle(request, response).catch((error: unknown) => {
      log.error({ err: error }, 'request failed');
      response.destroy();
    });
  });
  server.listen(Number(OAK_PORT), OAK_HOST, () => process.send?.({ ready: true }));

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
