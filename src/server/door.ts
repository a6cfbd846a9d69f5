/**
 * The door. Who is not signed in gets the page to sign in and the files it is made of, by a list of what there is;
 * everything else is closed, whatever it is called.
 */
import type { IncomingMessage, ServerResponse } from 'node:http';
import proxyAddr from 'proxy-addr';
import { endSession, Sessions, SESSION_MS } from '#usecases/sessions/sessions';
import { NotFound } from '#usecases/errors';
import type { Desk } from '#usecases/desk';
import { answer } from './answer';
import { SIGN_IN } from './openFiles';
import { Patience, sourceOf } from './patience';
import type { Target } from './target';

const COOKIE = 'oak_session';
const MAX_PASSPHRASE = 10_000;

/** Who asks: by a session, or by the passphrase itself. */
export interface Admitted {
  session?: string;
}

type Check = { ok: true; who: Admitted } | { ok: false; waitSeconds: number };

export interface DoorOptions {
  passphrase: string;
  /** The product is reached by https. */
  secure: boolean;
  /** Addresses of the proxies in front, whose word on who asks is taken; see {@link proxyAddr.compile}. */
  proxies: readonly string[];
}

/** What a page is asked for with, and no more: nothing else can have an open one answer for a closed one. */
const PLAIN_HEADERS = [
  ...['host', 'connection', 'accept', 'accept-encoding', 'accept-language', 'user-agent'],
  ...['if-none-match', 'if-modified-since'],
];

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

/** Node joins repeated ones. The values of all cookies of our name: one of another path may stand before ours. */
const cookiesOf = ({ headers }: IncomingMessage): string[] =>
  (headers.cookie ?? '')
    .split(';')
    .map((each) => each.trim())
    .filter((each) => each.startsWith(`${COOKIE}=`))
    .map((each) => each.slice(COOKIE.length + 1));

export class Door {
  readonly sessions: Sessions;
  private readonly patience = new Patience();
  private readonly trusts: (address: string, index: number) => boolean;

  /** @throws TypeError where a proxy is no address */
  constructor(
    private readonly desk: Desk,
    private readonly files: ReadonlySet<string>,
    private readonly options: DoorOptions,
  ) {
    this.sessions = new Sessions(desk, options.passphrase);
    this.trusts = proxyAddr.compile([...options.proxies]);
  }

  /**
   * Answers who has to sign in first, or lets them have what is open.
   * @param target undefined where the request's cannot be understood in one way only
   * @returns who may go on; `open` where nobody has to be anybody; undefined where it is done with
   */
  async admit(
    target: Target | undefined,
    request: IncomingMessage,
    response: ServerResponse,
  ): Promise<Admitted | 'open' | undefined> {
    const { method = '' } = request;
    if (target?.path === '/api/v1/session') {
      await this.session(request, response);
      return undefined;
    }
    const reading = method === 'GET' || method === 'HEAD';
    if (target && reading && (target.path === SIGN_IN || this.files.has(target.path))) {
      for (const name of Object.keys(request.headers))
        if (!PLAIN_HEADERS.includes(name)) delete request.headers[name];
      request.url = target.path;
      return 'open';
    }
    const check = await this.identify(request);
    if (check.ok) return check.who;
    this.turnAway(target, reading, check.waitSeconds, response);
    return undefined;
  }

  private turnAway(
    target: Target | undefined,
    reading: boolean,
    waitSeconds: number,
    response: ServerResponse,
  ): void {
    if (target && reading && !/^\/(api|_next)\//.test(target.path)) {
      response.writeHead(303, { location: SIGN_IN }).end();
      return;
    }
    answer(response, 401, 'Sign in first, or send the passphrase as a bearer token.', {
      'www-authenticate': 'Bearer realm="Oak Lantern"',
      ...(waitSeconds > 0 && { 'retry-after': String(waitSeconds) }),
    });
  }

  private async identify(request: IncomingMessage): Promise<Check> {
    const bearer = /^Bearer (.+)$/i.exec(request.headers.authorization ?? '')?.[1];
    if (bearer !== undefined) return this.tryPassphrase(bearer, request);
    for (const token of cookiesOf(request)) {
      const session = this.sessions.find(token);
      if (session !== undefined) return { ok: true, who: { session } };
    }
    return { ok: false, waitSeconds: 0 };
  }

  private async tryPassphrase(given: string, request: IncomingMessage): Promise<Check> {
    const source = sourceOf(this.addressOf(request));
    await this.patience.turn(source, () => request.socket.destroyed);
    if (!this.sessions.isPassphrase(given)) return { ok: false, waitSeconds: this.patience.wrong(source) };
    this.patience.right(source);
    return { ok: true, who: {} };
  }

  /** Of whoever asks; behind a proxy of ours, what it says. */
  private addressOf(request: IncomingMessage): string {
    return proxyAddr(request, this.trusts).replace(/^::ffff:/, '');
  }

  /** `/api/v1/session`: signs in and out. */
  private async session(request: IncomingMessage, response: ServerResponse): Promise<void> {
    if (request.method === 'DELETE') return this.signOut(request, response);
    if (request.method !== 'POST')
      return answer(response, 401, 'POST signs in, DELETE signs out.', { allow: 'POST, DELETE' });
    const check = await this.tryPassphrase(await readPassphrase(request), request);
    if (check.ok) {
      const token = this.sessions.begin(this.addressOf(request), request.headers['user-agent'] ?? '');
      response.writeHead(204, { 'set-cookie': this.cookie(token, SESSION_MS / 1000) }).end();
      return;
    }
    const { waitSeconds } = check;
    if (waitSeconds === 0) return answer(response, 401, 'This is not the passphrase.');
    const words = `This is not the passphrase. There were many wrong tries from here: the next one is looked at in ${waitSeconds} s.`;
    answer(response, 429, words, { 'retry-after': String(waitSeconds) });
  }

  private signOut(request: IncomingMessage, response: ServerResponse): void {
    for (const token of cookiesOf(request)) {
      const session = this.sessions.find(token);
      try {
        if (session) endSession(this.desk, session);
      } catch (error) {
        // Another window was faster.
        if (!(error instanceof NotFound)) throw error;
      }
    }
    response.writeHead(204, { 'set-cookie': this.cookie('', 0) }).end();
  }

  private cookie(value: string, maxAge: number): string {
    const secure = this.options.secure ? '; Secure' : '';
    return `${COOKIE}=${value}; Path=/; Max-Age=${maxAge}; HttpOnly; SameSite=Strict${secure}`;
  }
}
