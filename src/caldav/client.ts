/** A calendar of a CalDAV server (RFC 4791), as far as keeping events the same needs it. */
import { createHash } from 'node:crypto';
import { DAVClient, DAVNamespaceShort, type DAVResponse } from 'tsdav';

/** What went wrong, in words for the person. */
export class CalendarServerError extends Error {
  /** @param kind whether it may be different soon */
  constructor(
    message: string,
    readonly kind: 'unreachable' | 'refused' | 'changed',
    options?: ErrorOptions,
  ) {
    super(message, options);
  }
}

export interface CalendarAccess {
  /** Of the server, or of anything on it that leads to the calendars. */
  url: string;
  user: string;
  password: string;
}

export interface FoundCalendar {
  url: string;
  name: string;
}

/** Of one event with all its exceptions. */
export interface CalendarItem {
  href: string;
  etag: string;
}

/** Longer no answer is waited for, ms. */
const PATIENCE_MS = 20_000;
/** So many are asked for at once. */
const AT_ONCE = 50;
/** So often it may be led on. */
const MOST_HOPS = 5;

const D = DAVNamespaceShort.DAV;
const C = DAVNamespaceShort.CALDAV;
const ONLY_EVENTS = [
  {
    'comp-filter': { _attributes: { name: 'VCALENDAR' }, 'comp-filter': { _attributes: { name: 'VEVENT' } } },
  },
];

/** Of what the server has answered: the client goes on where it is not let in, and says something else in the end. */
interface Seen {
  refused: boolean;
}

/** What is sent waits no longer than that, and follows no redirection to another server with the password in it. */
function patientFetch(access: CalendarAccess, seen: Seen, hops = MOST_HOPS): typeof fetch {
  const { origin } = new URL(access.url);
  return (input, init) => {
    const url = new URL(input instanceof Request ? input.url : String(input));
    if (url.origin !== origin)
      throw new CalendarServerError(
        `The server leads to another one, ${url.origin}, which is not given the password.`,
        'refused',
      );
    return fetch(input, { ...init, redirect: 'manual', signal: AbortSignal.timeout(PATIENCE_MS) }).then(
      async (answer) => {
        if (answer.status === 401 || answer.status === 403) seen.refused = true;
        const to = answer.headers.get('location');
        if (answer.status >= 301 && answer.status <= 308 && to && hops > 0)
          return patientFetch(access, seen, hops - 1)(new URL(to, url).href, init);
        // A page that asks to sign in, say, is no empty calendar (RFC 4918 §11.1).
        if (init?.method === 'REPORT' && answer.ok && answer.status !== 207)
          throw new CalendarServerError('What it answers is no calendar.', 'unreachable');
        return answer;
      },
    );
  };
}

const clientOf = (access: CalendarAccess, seen: Seen) =>
  new DAVClient({
    serverUrl: access.url,
    credentials: { username: access.user, password: access.password },
    authMethod: 'Basic',
    defaultAccountType: 'caldav',
    fetch: patientFetch(access, seen),
  });

/** @throws (rejects) CalendarServerError in words */
async function inWords<T>(seen: Seen, work: () => Promise<T>): Promise<T> {
  seen.refused = false;
  try {
    return await work();
  } catch (error) {
    if (error instanceof CalendarServerError) throw error;
    const words = error instanceof Error ? error.message : String(error);
    if (seen.refused || /credential/i.test(words))
      throw new CalendarServerError('The server does not take this name and password.', 'refused', {
        cause: error,
      });
    throw new CalendarServerError(`The server could not be asked: ${words}`, 'unreachable', { cause: error });
  }
}

const assertDone = ({ status, statusText }: Response): void => {
  if (status === 412 || status === 409)
    throw new CalendarServerError('It has changed there meanwhile.', 'changed');
  if (status === 401 || status === 403)
    throw new CalendarServerError('The server does not allow it with this name and password.', 'refused');
  if (status >= 300)
    throw new CalendarServerError(`The server answered ${status} ${statusText}.`, 'unreachable');
};

/** The calendars for events of an account. @throws (rejects) CalendarServerError */
export function findCalendars(access: CalendarAccess): Promise<FoundCalendar[]> {
  const seen = { refused: false };
  return inWords(seen, async () => {
    const client = clientOf(access, seen);
    await client.login();
    const calendars = await client.fetchCalendars();
    return calendars
      .filter(({ components }) => !components || components.includes('VEVENT'))
      .map(({ url, displayName }) => ({
        url: new URL(url, access.url).href,
        name: (typeof displayName === 'string' && displayName) || url.split('/').findLast(Boolean) || url,
      }));
  });
}

/** As text: the client reads one that looks like a number as that. */
function etagIn(props: unknown): string | undefined {
  const { getetag } = (props ?? {}) as { getetag?: unknown };
  return typeof getetag === 'string' || typeof getetag === 'number' ? String(getetag) : undefined;
}

const decoded = (part: string): string => {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
};

/** What an event is called there: nothing in it has to be written otherwise. */
function fileOf(uid: string): string {
  const plain = uid.replace(/[^\w.-]/g, '_').slice(0, 100);
  if (plain === uid) return `${plain}.ics`;
  return `${plain}-${createHash('sha256').update(uid).digest('hex').slice(0, 8)}.ics`;
}

export class CalendarServer {
  private readonly client: DAVClient;
  private readonly seen: Seen = { refused: false };

  /** @param access with the address of the calendar itself */
  constructor(private readonly access: CalendarAccess) {
    this.client = clientOf(access, this.seen);
    const pair = Buffer.from(`${access.user}:${access.password}`).toString('base64');
    this.client.authHeaders = { authorization: `Basic ${pair}` };
  }

  /** Written in one way, however a server writes it. */
  private readonly path = (url: string) =>
    new URL(url, this.access.url).pathname
      .split('/')
      .map((part) => encodeURIComponent(decoded(part)))
      .join('/');

  /** Everything that is there. @throws (rejects) CalendarServerError */
  list(): Promise<CalendarItem[]> {
    return inWords(this.seen, async () => {
      const all = await this.client.calendarQuery({
        url: this.access.url,
        props: { [`${D}:getetag`]: {} },
        filters: ONLY_EVENTS,
        depth: '1',
      });
      return all.map(({ href, props, status, statusText }) => {
        const etag = etagIn(props);
        // What is not told of is not gone: nothing is taken out because an answer was not understood.
        if (href === undefined || etag === undefined) throw new Error(`${status} ${statusText}`);
        return { href: this.path(href), etag };
      });
    });
  }

  /** Those that are still there. @throws (rejects) CalendarServerError */
  read(hrefs: readonly string[]): Promise<(CalendarItem & { text: string })[]> {
    return inWords(this.seen, async () => {
      const read: (CalendarItem & { text: string })[] = [];
      for (let from = 0; from < hrefs.length; from += AT_ONCE) {
        const answers: DAVResponse[] = await this.client.calendarMultiGet({
          url: this.access.url,
          props: { [`${D}:getetag`]: {}, [`${C}:calendar-data`]: {} },
          objectUrls: hrefs.slice(from, from + AT_ONCE),
          depth: '1',
        });
        for (const { href, props } of answers) {
          const etag = etagIn(props);
          const { calendarData } = (props ?? {}) as Record<string, unknown>;
          const data = (calendarData as { _cdata?: unknown } | undefined)?._cdata ?? calendarData;
          if (href !== undefined && etag !== undefined && typeof data === 'string')
            read.push({ href: this.path(href), etag, text: data });
        }
      }
      return read;
    });
  }

  /**
   * @param known where it stands there; undefined: it is new there
   * @throws (rejects) CalendarServerError `changed` where that has changed meanwhile
   */
  put(uid: string, text: string, known: CalendarItem | undefined): Promise<CalendarItem> {
    return inWords(this.seen, async () => {
      const filename = fileOf(uid);
      const url = known
        ? new URL(known.href, this.access.url).href
        : new URL(filename, `${this.access.url.replace(/\/?$/, '/')}`).href;
      const answer = known
        ? await this.client.updateCalendarObject({ calendarObject: { url, etag: known.etag, data: text } })
        : await this.client.createCalendarObject({
            calendar: { url: this.access.url.replace(/\/?$/, '/') },
            filename,
            iCalString: text,
          });
      assertDone(answer);
      const href = this.path(url);
      // A server that has changed it says no tag: then it is asked (RFC 4791 §5.3.4).
      const etag = answer.headers.get('etag') ?? (await this.read([href]))[0]?.etag;
      if (etag === undefined) throw new CalendarServerError('It is gone there again.', 'changed');
      return { href, etag };
    });
  }

  /** @throws (rejects) CalendarServerError `changed` where it has changed meanwhile */
  remove({ href, etag }: CalendarItem): Promise<void> {
    return inWords(this.seen, async () => {
      const url = new URL(href, this.access.url).href;
      const answer = await this.client.deleteCalendarObject({ calendarObject: { url, etag } });
      if (answer.status !== 404) assertDone(answer);
    });
  }
}
