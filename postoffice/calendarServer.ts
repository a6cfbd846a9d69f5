/**
 * A small calendar server: as much of CalDAV (RFC 4791) on WebDAV (RFC 4918) as programs ask to keep a calendar the same. One account, one
 * calendar, each event a file.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { basename, join } from 'node:path';

export const CALENDAR_ACCOUNT = { user: 'registrar', password: 'lantern' };
/** Where the calendar is: before it its account, and the server. */
export const CALENDAR_PATH = '/dav/registrar/house/';
const [ROOT, HOME] = ['/dav/', '/dav/registrar/'];
const NAME = 'Museum house';

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);
const etagOf = (text: string) => `"${createHash('sha256').update(text).digest('hex').slice(0, 20)}"`;

async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}

interface Item {
  name: string;
  text: string;
  etag: string;
}

/** The files of a folder as the events of a calendar. */
class Kept {
  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }

  private readonly path = (name: string) => join(this.folder, basename(name));

  all(): Item[] {
    return readdirSync(this.folder)
      .filter((name) => name.endsWith('.ics'))
      .sort()
      .flatMap((name) => this.one(name) ?? []);
  }

  one(name: string): Item | undefined {
    try {
      const text = readFileSync(this.path(name), 'utf8');
      return { name, text, etag: etagOf(text) };
    } catch {
      return undefined;
    }
  }

  put(name: string, text: string): void {
    writeFileSync(this.path(name), text);
  }

  remove(name: string): void {
    rmSync(this.path(name), { force: true });
  }
}

const response = (href: string, props: string) =>
  `<d:response><d:href>${escaped(href)}</d:href><d:propstat><d:prop>${props}</d:prop><d:status>HTTP/1.1 200 OK</d:status></d:propstat></d:response>`;

const gone = (href: string) =>
  `<d:response><d:href>${escaped(href)}</d:href><d:status>HTTP/1.1 404 Not Found</d:status></d:response>`;

const LEADS = `<d:current-user-principal><d:href>${HOME}</d:href></d:current-user-principal><d:principal-URL><d:href>${HOME}</d:href></d:principal-URL><c:calendar-home-set><d:href>${HOME}</d:href></c:calendar-home-set>`;

const hrefOf = (name: string) => CALENDAR_PATH + encodeURIComponent(name);

function itemProps({ etag, text }: Item, withData: boolean): string {
  const data = withData ? `<c:calendar-data>${escaped(text)}</c:calendar-data>` : '';
  return `<d:getetag>${escaped(etag)}</d:getetag><d:getcontenttype>text/calendar; component=vevent</d:getcontenttype>${data}`;
}

function collectionProps(kept: Kept): string {
  const tag = etagOf(
    kept
      .all()
      .map(({ name, etag }) => name + etag)
      .join(),
  );
  return `<d:resourcetype><d:collection/><c:calendar/></d:resourcetype><d:displayname>${NAME}</d:displayname><s:getctag>${escaped(tag)}</s:getctag><c:supported-calendar-component-set><c:comp name="VEVENT"/></c:supported-calendar-component-set>${LEADS}`;
}

const folderProps = `<d:resourcetype><d:collection/></d:resourcetype>${LEADS}`;

/** What is known of a place, and of what is in it. */
function properties(path: string, deep: boolean, kept: Kept): string[] | undefined {
  if (path === ROOT) return [response(ROOT, folderProps)];
  if (path === HOME)
    return [response(HOME, folderProps), ...(deep ? [response(CALENDAR_PATH, collectionProps(kept))] : [])];
  if (path !== CALENDAR_PATH) return undefined;
  const items = deep ? kept.all().map((item) => response(hrefOf(item.name), itemProps(item, false))) : [];
  return [response(CALENDAR_PATH, collectionProps(kept)), ...items];
}

function report(body: string, kept: Kept): string[] {
  const withData = /calendar-data/.test(body);
  if (!/calendar-multiget/.test(body))
    return kept.all().map((item) => response(hrefOf(item.name), itemProps(item, withData)));
  return [...body.matchAll(/<[^<>/]*href[^<>]*>([^<]+)</g)].map(([, href]) => {
    const name = decodeURIComponent(basename(href!.trim()));
    const item = kept.one(name);
    return item ? response(hrefOf(name), itemProps(item, true)) : gone(href!);
  });
}

/** An event is changed only by who has seen how it is (RFC 9110 §13). */
function mayChange({ headers }: IncomingMessage, item: Item | undefined): boolean {
  const { 'if-match': match, 'if-none-match': none } = headers;
  if (none === '*' && item) return false;
  return match === undefined || (match === '*' ? item !== undefined : match === item?.etag);
}

/** @param folder where its events are kept */
export async function answerCalendar(
  folder: string,
  request: IncomingMessage,
  reply: ServerResponse,
): Promise<void> {
  const kept = new Kept(folder);
  const path = new URL(request.url ?? '/', 'http://localhost').pathname;
  const { user, password } = CALENDAR_ACCOUNT;
  const end = (status: number, headers: Record<string, string> = {}, body = '') =>
    void reply.writeHead(status, headers).end(body);
  const multistatus = (responses: readonly string[]) =>
    end(
      207,
      { 'content-type': 'application/xml; charset=utf-8' },
      `<?xml version="1.0" encoding="utf-8"?><d:multistatus xmlns:d="DAV:" xmlns:c="urn:ietf:params:xml:ns:caldav" xmlns:s="http://calendarserver.org/ns/">${responses.join('')}</d:multistatus>`,
    );
  const body = await bodyOf(request);
  if (request.headers.authorization !== `Basic ${Buffer.from(`${user}:${password}`).toString('base64')}`)
    return end(401, { 'www-authenticate': 'Basic realm="calendars"' });
  const name = path.startsWith(CALENDAR_PATH) ? decodeURIComponent(path.slice(CALENDAR_PATH.length)) : '';
  const item = name ? kept.one(name) : undefined;
  switch (request.method) {
    case 'OPTIONS':
      return end(200, { dav: '1, 3, calendar-access', allow: 'OPTIONS, GET, PUT, DELETE, PROPFIND, REPORT' });
    case 'PROPFIND': {
      const found = name
        ? item && [response(path, itemProps(item, false))]
        : properties(path.replace(/\/?$/, '/'), request.headers.depth === '1', kept);
      return found ? multistatus(found) : end(404);
    }
    case 'REPORT':
      return path === CALENDAR_PATH ? multistatus(report(body, kept)) : end(404);
    case 'GET':
      return item ? end(200, { 'content-type': 'text/calendar', etag: item.etag }, item.text) : end(404);
    case 'PUT': {
      if (!name.endsWith('.ics') || name.includes('/')) return end(403);
      if (!mayChange(request, item)) return end(412);
      if (!/^BEGIN:VCALENDAR/m.test(body)) return end(415);
      kept.put(name, body);
      return end(item ? 204 : 201, { etag: etagOf(body) });
    }
    case 'DELETE':
      if (!item) return end(404);
      if (!mayChange(request, item)) return end(412);
      kept.remove(name);
      return end(204);
  }
  end(405);
}
