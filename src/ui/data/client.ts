/** Requests to the API. */
import type { ProblemJson } from '#api/types';
import { forgetSeen, lastSeen, rememberSeen } from './seen';
import { read } from './serverLink';

/** What the API refused, in words for the person. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: { path: string; detail: string }[] = [],
  ) {
    super(detail);
  }

  /** What was wrong with a field, or with anything below it. */
  at(path: string): string | undefined {
    return this.errors.find((error) => error.path === path || error.path.startsWith(`${path}.`))?.detail;
  }
}

const NO_ANSWER = 'Oak Lantern does not answer. It may be starting again; what you wrote is still here.';

/** Browsers let requests outlive their page up to 64 KiB in all (Fetch Standard §4.6); characters may take three. */
const KEEPALIVE_BYTES = 20_000;

/** How something is asked for. */
export interface Asking {
  /** As it was seen; `*` for any, where what is done does not depend on it. */
  revision?: number | '*';
  /** Stops a change; what has been done by then stays. */
  signal?: AbortSignal;
  /** By it, what is done can be undone. */
  undoKey?: string;
  /** A passphrase has been asked for already. */
  unlocked?: true;
}

async function change(
  method: string,
  path: string,
  sent: string | undefined,
  { revision, signal, undoKey }: Asking,
) {
  const headers: Record<string, string> = undoKey ? { 'undo-key': undoKey } : {};
  if (sent !== undefined) headers['content-type'] = 'application/json';
  if (revision !== undefined) headers['if-match'] = revision === '*' ? '*' : `"${revision}"`;
  try {
    const response = await fetch(path, {
      method,
      headers,
      body: sent,
      signal,
      // What is asked on leaving a page is done although the page is gone, where it is small enough for that.
      keepalive: document.visibilityState === 'hidden' && (sent?.length ?? 0) < KEEPALIVE_BYTES,
    });
    return { status: response.status, text: await response.text() };
  } catch {
    return { status: 0, text: '' };
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** @throws (rejects) ApiProblem */
export async function ask<T>(method: string, path: string, body?: unknown, asking: Asking = {}): Promise<T> {
  const url = `/api/v1${path}`;
  const sent = body === undefined ? undefined : JSON.stringify(body);
  const { status, text } =
    method === 'GET' ? await readOrRecall(url) : await change(method, url, sent, asking);
  // It needs a key that is locked: with its passphrase it is done after all.
  const mayTry = status === LOCKED && method !== 'GET' && !asking.unlocked;
  if (mayTry && (await unlock?.(detailOf(text))))
    return ask<T>(method, path, body, { ...asking, unlocked: true });
  // The session has ended: the page to sign in stands where this one was.
  if (status === 401 && path !== '/session') void forgetSeen().then(() => window.location.assign('/sign-in'));
  return answerOf<T>(status, text);
}

/** What is there; where nobody answers, what was last seen. */
async function readOrRecall(url: string): Promise<{ status: number; text: string }> {
  const answer = await read(url);
  if (answer.status === 200) void rememberSeen(url, answer.text);
  if (answer.status !== 0) return answer;
  const seen = await lastSeen(url);
  return seen === undefined ? answer : { status: 200, text: seen };
}

/** The status of what needs a key that is locked (RFC 4918 §11.3). */
export const LOCKED = 423;

let unlock: ((why: string) => Promise<boolean>) | undefined;

/** @param ask for a passphrase: resolves to true once a key is open @returns ends that */
export function whenLocked(ask: (why: string) => Promise<boolean>): () => void {
  unlock = ask;
  return () => {
    if (unlock === ask) unlock = undefined;
  };
}

const detailOf = (text: string) => (parsed(text) as ProblemJson | undefined)?.detail ?? NO_ANSWER;

function answerOf<T>(status: number, text: string): T {
  const answer = parsed(text);
  if (status >= 200 && status < 300) return answer as T;
  const problem = answer as ProblemJson | undefined;
  throw new ApiProblem(status, problem?.detail ?? NO_ANSWER, problem?.errors);
}

/**
 * Sends a piece of a file.
 * @param offset of its first byte, and the bytes of the whole (RFC 9110 §14.4)
 * @param signal stops it; what has been done by then stays
 * @throws (rejects) ApiProblem
 */
export async function putPiece<T>(
  path: string,
  piece: Blob,
  offset: number,
  size: number,
  signal?: AbortSignal,
): Promise<T> {
  const range = `bytes ${offset}-${offset + piece.size - 1}/${size}`;
  const headers = { 'content-type': 'application/octet-stream', 'content-range': range };
  try {
    const response = await fetch(`/api/v1${path}`, { method: 'PUT', headers, body: piece, signal });
    return answerOf<T>(response.status, await response.text());
  } catch (error) {
    throw error instanceof ApiProblem ? error : new ApiProblem(0, NO_ANSWER);
  }
}
