/** Signing in: one passphrase, a session cookie or a bearer token, and patience with those who guess. */
import { createHash, createHmac, timingSafeEqual } from 'node:crypto';
import type { IncomingHttpHeaders } from 'node:http';

export const COOKIE = 'oak_session';
const SESSION_MS = 30 * 24 * 3_600_000;
/** So many wrong tries are free; each further one doubles the wait. */
const FREE_TRIES = 5;
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15 * 60_000;
/** Wrong tries are forgotten after this long without one. */
const FORGET_MS = 60 * 60_000;
/** From everywhere together, so that many addresses do not make many guesses. */
const ANYWHERE = 'anywhere';
const FREE_TRIES_ANYWHERE = 50;

export type SignIn =
  { ok: true; cookie: string } | { ok: false; wrong: true } | { ok: false; waitMs: number };

interface Tries {
  wrong: number;
  /** Epoch ms. */
  last: number;
  until: number;
}

const digest = (text: string) => createHash('sha256').update(text).digest();
const same = (a: string, b: string) => timingSafeEqual(digest(a), digest(b));

export class Sessions {
  private readonly key: Buffer;
  private readonly tries = new Map<string, Tries>();

  /**
   * @param secret of this installation, kept in its database: sessions outlive a restart
   * @param secure true where the product is reached by https
   */
  constructor(
    private readonly passphrase: string,
    secret: string,
    private readonly secure: boolean,
    private readonly now: () => number = Date.now,
  ) {
    // Another passphrase ends all sessions.
    this.key = digest(`${secret} ${passphrase}`);
  }

  /** @param from the address it is asked from */
  signIn(passphrase: string, from: string): SignIn {
    const waitMs = Math.max(this.waitFor(from), this.waitFor(ANYWHERE));
    if (waitMs > 0) return { ok: false, waitMs };
    if (!same(passphrase, this.passphrase)) {
      this.note(from, FREE_TRIES);
      this.note(ANYWHERE, FREE_TRIES_ANYWHERE);
      return { ok: false, wrong: true };
    }
    this.tries.delete(from);
    const until = this.now() + SESSION_MS;
    return { ok: true, cookie: this.cookie(`${until}.${this.sign(until)}`, SESSION_MS / 1000) };
  }

  /** The cookie that ends a session. */
  signOut(): string {
    return this.cookie('', 0);
  }

  /** True for a valid cookie; for a bearer token what signing in with it would say. */
  admits(headers: IncomingHttpHeaders, from: string): boolean {
    const bearer = /^Bearer (.+)$/i.exec(headers.authorization ?? '')?.[1];
    if (bearer !== undefined) return this.signIn(bearer, from).ok;
    const value = new RegExp(`(?:^|;\\s*)${COOKIE}=([^;]*)`).exec(headers.cookie ?? '')?.[1];
    const [until, signature] = value?.split('.') ?? [];
    if (!until || !signature || !(Number(until) > this.now())) return false;
    return same(signature, this.sign(Number(until)));
  }

  private sign(until: number): string {
    return createHmac('sha256', this.key).update(String(until)).digest('base64url');
  }

  private cookie(value: string, maxAge: number): string {
    const secure = this.secure ? '; Secure' : '';
    return `${COOKIE}=${value}; Path=/; Max-Age=${maxAge}; HttpOnly; SameSite=Strict${secure}`;
  }

  private waitFor(whom: string): number {
    return Math.max(0, (this.tries.get(whom)?.until ?? 0) - this.now());
  }

  private note(whom: string, free: number): void {
    const now = this.now();
    for (const [key, { last }] of this.tries) if (now - last > FORGET_MS) this.tries.delete(key);
    const wrong = (this.tries.get(whom)?.wrong ?? 0) + 1;
    const wait = wrong < free ? 0 : Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (wrong - free));
    this.tries.set(whom, { wrong, last: now, until: now + wait });
  }
}
