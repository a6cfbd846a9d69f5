/** Problem documents (RFC 9457). */
import type { ProblemJson } from './types';

const TITLES: Record<number, string> = {
  400: 'Not readable',
  401: 'Sign in first',
  403: 'Not from here',
  404: 'Not found',
  409: 'Not possible now',
  412: 'Changed meanwhile',
  413: 'Too big',
  422: 'Not usable',
  423: 'Locked',
  428: 'Revision needed',
  429: 'Too many tries',
  500: 'Something went wrong here',
  502: 'Not reachable',
  507: 'Could not be kept',
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
