/** Problem documents (RFC 9457). */
import type { ProblemJson } from './types';

const TITLES: Record<number, string> = {
  400: 'Not readable',
  404: 'Not found',
  409: 'Not possible now',
  412: 'Changed meanwhile',
  422: 'Not usable',
  500: 'Something went wrong here',
  502: 'Not reachable',
};

export function problem(status: number, detail: string, errors?: ProblemJson['errors']): ProblemJson {
  return {
    type: 'about:blank',
    title: TITLES[status] ?? 'Problem',
    status,
    detail,
    ...(errors && { errors }),
  };
}
