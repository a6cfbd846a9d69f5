/** The answers a page comes with, so that it is drawn whole before any script has run. */
import { BEGINNINGS, firstPaths } from '../../ui/data/paths';
import { lastChange } from '#usecases/followChanges';
import { GET as archive } from '../api/v1/archive/route';
import { GET as correspondents } from '../api/v1/correspondents/route';
import { GET as departures } from '../api/v1/departures/route';
import { GET as groups } from '../api/v1/groups/route';
import { GET as health } from '../api/v1/health/route';
import { GET as inbox } from '../api/v1/inbox/route';
import { GET as message } from '../api/v1/messages/[id]/route';
import { GET as messages } from '../api/v1/messages/route';
import { GET as reminders } from '../api/v1/reminders/route';
import { theDesk } from '../api/v1/respond';
import { GET as snoozed } from '../api/v1/snoozed/route';
import { GET as todos } from '../api/v1/todos/route';
import { GET as watches } from '../api/v1/watches/route';

type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;

const HANDLERS: Record<string, Handler> = {
  archive,
  correspondents,
  departures,
  groups,
  health,
  inbox,
  messages,
  reminders,
  snoozed,
  todos,
  watches,
};

async function answer(path: string): Promise<unknown> {
  const { pathname } = new URL(path, 'http://here');
  const [resource = '', id] = pathname.split('/').filter(Boolean);
  const handler = resource === 'messages' && id ? message : HANDLERS[resource];
  if (!handler) return undefined;
  const params: Record<string, string> = id ? { id: decodeURIComponent(id) } : {};
  const response = await handler(new Request(`http://here/api/v1${path}`), {
    params: Promise.resolve(params),
  });
  // What cannot be answered now the page asks for itself, and says why it cannot have it.
  return response.ok ? ((await response.json()) as unknown) : undefined;
}

export interface FirstAnswers {
  /** By path. */
  answers: Record<string, unknown>;
  /** The newest change they know of, or an older one. */
  seq: number;
}

/** @param path of the page */
export async function firstAnswers(path: string): Promise<FirstAnswers> {
  const seq = lastChange(theDesk());
  const answers: Record<string, unknown> = {};
  for (const each of firstPaths(path)) answers[each] = await answer(BEGINNINGS[each] ?? each);
  return { answers, seq };
}
