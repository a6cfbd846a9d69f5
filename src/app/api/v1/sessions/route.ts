import type { SessionsJson } from '#api/types';
import { endOtherSessions, listSessions } from '#usecases/sessions/sessions';
import { iso } from '../present';
import { json, route } from '../respond';
import { askingSession } from './asking';

export const GET = route(({ desk, request }) => {
  const mine = askingSession(request);
  const sessions = listSessions(desk).map(({ createdAt, seenAt, until, ...rest }) => ({
    ...rest,
    createdAt: iso(createdAt),
    seenAt: iso(seenAt),
    until: iso(until),
    current: rest.id === mine,
  }));
  return json({ sessions } satisfies SessionsJson);
});

export const DELETE = route(({ desk, request }) => {
  endOtherSessions(desk, askingSession(request));
  return new Response(null, { status: 204 });
});
