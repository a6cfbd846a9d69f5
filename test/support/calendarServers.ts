/** Calendar servers to be tested against: the one that ships, and one that is not ours, from the system’s packages. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { createServer as createHttp } from 'node:http';
import { join } from 'node:path';
import { answerCalendar, CALENDAR_ACCOUNT, CALENDAR_PATH } from '#postoffice/calendarServer';
import { until } from './until';

export { answerCalendar, CALENDAR_ACCOUNT, CALENDAR_PATH };

const RADICALE = '/usr/bin/radicale';

export interface CalendarServerUnderTest {
  /** Of the server, and of its calendar. */
  root: string;
  place: string;
  user: string;
  password: string;
  /** Asks as another program would. @param name of the object */
  ask(method: string, name: string, body?: string, headers?: Record<string, string>): Promise<Response>;
  close(): Promise<void>;
}

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

function asking(place: string, { user, password }: { user: string; password: string }) {
  const authorization = `Basic ${Buffer.from(`${user}:${password}`).toString('base64')}`;
  return (method: string, name: string, body?: string, headers: Record<string, string> = {}) =>
    fetch(place + name, {
      method,
      body,
      headers: { authorization, ...(body && { 'content-type': 'text/calendar' }), ...headers },
    });
}

/** The one that ships. */
export async function startOurs(dir: string): Promise<CalendarServerUnderTest> {
  const folder = join(dir, 'calendar');
  const server = createHttp((request, response) => void answerCalendar(folder, request, response));
  const port = await new Promise<number>((resolve) =>
    server.listen(0, '127.0.0.1', () => resolve((server.address() as AddressInfo).port)),
  );
  const root = `http://127.0.0.1:${port}/dav/`;
  const place = `http://127.0.0.1:${port}${CALENDAR_PATH}`;
  return {
    root,
    place,
    ...CALENDAR_ACCOUNT,
    ask: asking(place, CALENDAR_ACCOUNT),
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

/** Radicale, with one calendar; `npm test` installs it. */
export async function startRadicale(dir: string): Promise<CalendarServerUnderTest> {
  if (!existsSync(RADICALE)) throw new Error(`${RADICALE} is not there: install the package radicale.`);
  const port = await freePort();
  const [user, password] = ['tamsin', 'a wren'];
  const folder = join(dir, 'radicale');
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(dir, 'users'), `${user}:${password}\n`);
  const options = {
    'server-hosts': `127.0.0.1:${port}`,
    'auth-type': 'htpasswd',
    'auth-htpasswd-filename': join(dir, 'users'),
    'auth-htpasswd-encryption': 'plain',
    'storage-filesystem-folder': folder,
    'logging-level': 'error',
  };
  const child = spawn(
    RADICALE,
    Object.entries(options).map(([name, value]) => `--${name}=${value}`),
    { stdio: 'ignore' },
  );
  const root = `http://127.0.0.1:${port}/`;
  const place = `${root}${user}/house/`;
  const ask = asking(place, { user, password });
  await until('radicale to answer', () =>
    fetch(root).then(
      () => true,
      () => false,
    ),
  );
  const made = await ask(
    'MKCALENDAR',
    '',
    '<?xml version="1.0"?><c:mkcalendar xmlns:d="DAV:" xmlns:c="urn:ietf:params:xml:ns:caldav"><d:set><d:prop><d:displayname>Museum house</d:displayname></d:prop></d:set></c:mkcalendar>',
    { 'content-type': 'application/xml' },
  );
  if (made.status !== 201) throw new Error(`No calendar could be made: ${made.status}`);
  return {
    root,
    place,
    user,
    password,
    ask,
    close: () =>
      new Promise((resolve) => {
        if (child.exitCode !== null || child.signalCode !== null) return resolve();
        child.once('exit', () => resolve());
        child.kill('SIGKILL');
      }),
  };
}
