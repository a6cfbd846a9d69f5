/** Requests to the API. */
import type { ProblemJson } from '../../api/types';

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

/** @throws (rejects) ApiProblem */
export async function ask<T>(method: string, path: string, body?: unknown, revision?: number): Promise<T> {
  const headers: Record<string, string> = {};
  if (body !== undefined) headers['content-type'] = 'application/json';
  if (revision !== undefined) headers['if-match'] = `"${revision}"`;
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers,
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new ApiProblem(0, NO_ANSWER);
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => undefined)) as T | ProblemJson | undefined;
  if (response.ok) return answer as T;
  const problem = answer as ProblemJson | undefined;
  throw new ApiProblem(response.status, problem?.detail ?? NO_ANSWER, problem?.errors);
}
