import * as sessions from '#api/sessions/operations';
import type { SessionsJson } from '#api/types';
import { endOtherSessions, listSessions } from '#usecases/sessions/sessions';
import { iso } from '../present';
import { route } from '../respond';
import { askingSession } from './asking';

export const GET = route(sessions.listSessions, ({ desk, request }) => {
  const mine = askingSession(request);
  const sessions = listSessions(desk).map(({ createdAt, seenAt, until, ...rest }) => ({
    ...rest,
    createdAt: iso(createdAt),
    seenAt: iso(seenAt),
    until: iso(until),
    current: rest.id === mine,
  }));
  return { sessions } satisfies SessionsJson;
});

export const DELETE = route(sessions.endOtherSessions, ({ desk, request }) => {
  endOtherSessions(desk, askingSession(request));
});
