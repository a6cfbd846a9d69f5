/** The post office's counter: looking into mailboxes, telling it the time, asking for faults. Loopback only. */
import PostalMime, { type Attachment } from 'postal-mime';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import { answerCalendar } from './calendarServer';
import { correspondents } from './correspondents';
import { NO_FAULTS } from './faults';
import { answerAllDue, type PostOfficeOptions } from './postOffice';
import { saveVersion, sharedFiles } from './sharedFiles';
import type { StoredMessage } from './store';

async function readJson(request: IncomingMessage): Promise<Record<string, unknown>> {
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  return JSON.parse(Buffer.concat(chunks).toString()) as Record<string, unknown>;
}

/** So much of a file is shown. */
const SHOWN = 20_000;

function attached({ filename, mimeType, content }: Attachment) {
  const bytes = typeof content === 'string' ? Buffer.from(content) : Buffer.from(content as ArrayBuffer);
  const text = /^text\//.test(mimeType) ? bytes.toString('utf8').slice(0, SHOWN) : '';
  return { name: filename ?? '', size: bytes.length, text };
}

async function shown({ id, at, direction, envelope, source }: StoredMessage) {
  const mail = await PostalMime.parse(source);
  const raw = source.toString('utf8');
  return {
    id,
    at,
    direction,
    envelope,
    headers: raw.slice(0, Math.max(0, raw.indexOf('\r\n\r\n'))),
    subject: mail.subject ?? '',
    from: mail.from?.name || mail.from?.address || '',
    to: (mail.to ?? []).map((each) => each.name || each.address || ''),
    text: mail.text ?? '',
    attachments: mail.attachments.map(attached),
  };
}

function mailboxes(options: PostOfficeOptions) {
  const filled = new Map(options.store.summaries().map((summary) => [summary.address, summary]));
  const people = correspondents.map(({ address, name }) => ({
    address,
    name,
    messages: filled.get(address)?.messages ?? 0,
    lastAt: filled.get(address)?.lastAt ?? null,
  }));
  const scripted = new Set(people.map((person) => person.address));
  const others = [...filled.values()].filter((summary) => !scripted.has(summary.address));
  return [...people, ...others.map((summary) => ({ ...summary, name: '' }))];
}

async function answer(
  options: PostOfficeOptions,
  request: IncomingMessage,
  goDown: () => void,
): Promise<unknown> {
  const path = new URL(request.url ?? '/', 'http://localhost').pathname;
  switch (`${request.method} ${path}`) {
    case 'GET /mailboxes':
      return mailboxes(options);
    case 'PUT /clock': {
      const { now, rate, limit } = await readJson(request);
      options.clock.set({
        now: Number(now),
        rate: Number(rate),
        limit: limit === null ? null : Number(limit),
      });
      return {};
    }
    case 'GET /faults':
      return options.faults.present;
    case 'PUT /faults':
      options.faults.set({ ...NO_FAULTS, ...(await readJson(request)) });
      if (options.faults.isDown(options.clock.now())) goDown();
      return options.faults.present;
    case 'GET /files':
      return sharedFiles(options.folder);
    case 'POST /files':
      return saveVersion(options.folder, String((await readJson(request)).name), options.clock.now());
    case 'POST /run':
      await answerAllDue(options, Number((await readJson(request)).now));
      return { nextDue: options.store.nextDue() };
  }
  const box = /^\/mailboxes\/(.+)$/.exec(path);
  if (request.method !== 'GET' || !box) return undefined;
  const address = decodeURIComponent(box[1]!).toLowerCase();
  const entry = mailboxes(options).find((each) => each.address === address);
  return entry && { ...entry, messages: await Promise.all(options.store.messages(address).map(shown)) };
}

/** @param goDown breaks off what is under way at the mail server */
export function createCounter(options: PostOfficeOptions, goDown: () => void): Server {
  return createServer((request, response) => {
    if (options.calendar !== undefined && request.url?.startsWith('/dav/')) {
      answerCalendar(options.calendar, request, response).catch(() => response.writeHead(500).end());
      return;
    }
    const reply = (status: number, body: unknown) => {
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
    };
    answer(options, request, goDown).then(
      (body) => (body === undefined ? reply(404, { error: 'unknown' }) : reply(200, body)),
      (error: Error) => reply(500, { error: error.message }),
    );
  });
}
