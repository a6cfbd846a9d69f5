/** What every route handler does around its use case: read, check, call, answer. */
import type { Schema } from 'joi';
import {
  UNDO_KEY,
  type AnswerOf,
  type BodyOf,
  type Operation,
  type OperationId,
  type QueryOf,
} from '#api/operation';
import { problem } from '#api/problem';
import { validate, ValidationProblem } from '#api/validate';
import type { ProblemJson } from '#api/types';
import { openDesk, type Desk } from '#usecases/desk';
import { diskWords } from '#usecases/diskTrouble';
import { sealSoon } from '#usecases/openpgp/sealSoon';
import { Invalid, Locked, NotFound, Refused, Stale } from '#usecases/errors';

// Next bundles routes apart, so module state would exist several times over.
const shared = globalThis as { oakDesk?: Desk };

/** The desk of this process. */
export function theDesk(): Desk {
  return (shared.oakDesk ??= openDesk(process.env.OAK_DATA!));
}

export interface Asked<Id extends OperationId> {
  desk: Desk;
  body: BodyOf<Id>;
  query: QueryOf<Id>;
  params: Record<string, string>;
  request: Request;
  /** From `If-Match`; undefined where it was not sent. */
  revision: number | undefined;
}

class NotReadable extends Error {}
class TooBig extends Error {}
class Unconditional extends Error {}

/** Bytes of a request at most; a message has to fit, quoted as JSON. */
const MAX_REQUEST = 40 * 1024 * 1024;

/** The body as it is. @throws TooBig before more than is allowed has been read */
export async function readBytes(request: Request): Promise<Buffer> {
  if (Number(request.headers.get('content-length') ?? 0) > MAX_REQUEST) throw new TooBig();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > MAX_REQUEST) throw new TooBig();
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

async function readBody(
  request: Request,
  schema: Schema | undefined,
  mayBeEmpty: boolean | undefined,
): Promise<unknown> {
  if (!schema) return undefined;
  const text = (await readBytes(request)).toString('utf8');
  if (text === '' && mayBeEmpty) return undefined;
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw new NotReadable('The body is not JSON.');
  }
  return validate(schema, body);
}

function readRevision(request: Request): number | undefined {
  const value = request.headers.get('if-match');
  if (!value || value === '*') return undefined;
  const match = /^"(\d+)"$/.exec(value.trim());
  // An ETag that is none of ours matches nothing (RFC 9110 §13.1.1).
  if (!match) throw new Stale('resource');
  return Number(match[1]);
}

function asProblem(error: unknown): ProblemJson {
  if (error instanceof ValidationProblem) return problem(422, error.message, error.errors);
  if (error instanceof Invalid)
    return problem(422, error.message, [{ path: error.path, detail: error.message }]);
  if (error instanceof NotReadable) return problem(400, error.message);
  if (error instanceof TooBig)
    return problem(413, `A request holds at most ${MAX_REQUEST / 1024 / 1024} MB. Nothing was kept of it.`);
  if (error instanceof Unconditional)
    return problem(428, 'Say with If-Match which revision you have seen: its ETag, or * for any.');
  if (error instanceof NotFound) return problem(404, error.message);
  if (error instanceof Locked) return problem(423, error.message);
  if (error instanceof Refused) return problem(409, error.message);
  if (error instanceof Stale) return problem(412, error.message);
  const disk = diskWords(error);
  if (disk) return problem(507, disk);
  console.error(error);
  return problem(500, 'Nothing was changed. Try again; if it stays like this, look at the log.');
}

/** An answer with a body; resources with a revision get their ETag. */
export function json(body: object, status = 200): Response {
  const headers: Record<string, string> = { 'cache-control': 'no-store' };
  if ('revision' in body) headers.etag = `"${String(body.revision)}"`;
  return Response.json(body, { status, headers });
}

/** What is asked under a key can be undone by it. @throws NotReadable for a key that is none */
function deskFor(request: Request): Desk {
  const undoKey = request.headers.get('undo-key');
  if (undoKey === null) return theDesk();
  if (!UNDO_KEY.test(undoKey)) throw new NotReadable('An Undo-Key is 8 to 64 letters and digits.');
  return { ...theDesk(), undoKey };
}

/** What its work comes to: the answer the operation names; a file, or nothing, where it names none. */
export type Done<Id extends OperationId> = AnswerOf<Id> extends object ? AnswerOf<Id> : Response | void;

function respond(done: object | void, { status }: Operation): Response {
  if (done instanceof Response) return done;
  return done ? json(done, status) : new Response(null, { status: 204 });
}

/** The handler of an operation around its `work`. */
export function route<Id extends OperationId>(
  operation: Operation<Id>,
  work: (asked: Asked<Id>) => Done<Id> | Promise<Done<Id>>,
) {
  const { body, mayBeEmpty, query, ifMatch } = operation;
  return async (
    request: Request,
    context: { params: Promise<Record<string, string>> },
  ): Promise<Response> => {
    try {
      if (ifMatch === 'required' && !request.headers.has('if-match')) throw new Unconditional();
      const questions = Object.fromEntries(new URL(request.url).searchParams);
      const done = await work({
        desk: deskFor(request),
        query: (query && validate(query, questions, true)) as QueryOf<Id>,
        body: (await readBody(request, body, mayBeEmpty)) as BodyOf<Id>,
        params: await context.params,
        request,
        revision: readRevision(request),
      });
      if (operation.method !== 'get') sealSoon(theDesk(), console.error);
      return respond(done, operation);
    } catch (error) {
      const refusal = asProblem(error);
      return Response.json(refusal, {
        status: refusal.status,
        headers: { 'content-type': 'application/problem+json' },
      });
    }
  };
}
