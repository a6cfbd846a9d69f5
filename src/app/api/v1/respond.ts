/** What every route handler does around its use case: read, check, call, answer. */
import type { Schema } from 'joi';
import { problem } from '../../../api/problem';
import { validate, ValidationProblem } from '../../../api/validate';
import type { ProblemJson } from '../../../api/types';
import { openDesk, type Desk } from '../../../usecases/desk';
import { Invalid, NotFound, Refused, Stale } from '../../../usecases/errors';

// Next bundles routes apart, so module state would exist several times over.
const shared = globalThis as { oakDesk?: Desk };

/** The desk of this process. */
export function theDesk(): Desk {
  return (shared.oakDesk ??= openDesk(process.env.OAK_DATA!));
}

export interface Asked<Body, Query> {
  desk: Desk;
  body: Body;
  query: Query;
  params: Record<string, string>;
  request: Request;
  /** From `If-Match`; undefined where it was not sent. */
  revision: number | undefined;
}

class NotReadable extends Error {}

async function readBody(request: Request, schema: Schema | undefined): Promise<unknown> {
  if (!schema) return undefined;
  let body: unknown;
  try {
    body = await request.json();
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
  if (error instanceof NotFound) return problem(404, error.message);
  if (error instanceof Refused) return problem(409, error.message);
  if (error instanceof Stale) return problem(412, error.message);
  console.error(error);
  return problem(500, 'Nothing was changed. Try again; if it stays like this, look at the log.');
}

/** An answer with a body; resources with a revision get their ETag. */
export function json(body: object, status = 200): Response {
  const headers: Record<string, string> = { 'cache-control': 'no-store' };
  if ('revision' in body) headers.etag = `"${String(body.revision)}"`;
  return Response.json(body, { status, headers });
}

/** A route handler around `work`. */
export function route<Body = undefined, Query = undefined>(
  work: (asked: Asked<Body, Query>) => Response | Promise<Response>,
  schemas: { body?: Schema; query?: Schema } = {},
) {
  return async (
    request: Request,
    context: { params: Promise<Record<string, string>> },
  ): Promise<Response> => {
    try {
      const query = schemas.query
        ? validate(schemas.query, Object.fromEntries(new URL(request.url).searchParams), true)
        : undefined;
      return await work({
        desk: theDesk(),
        body: (await readBody(request, schemas.body)) as Body,
        query: query as Query,
        params: await context.params,
        request,
        revision: readRevision(request),
      });
    } catch (error) {
      const body = asProblem(error);
      return Response.json(body, {
        status: body.status,
        headers: { 'content-type': 'application/problem+json' },
      });
    }
  };
}
