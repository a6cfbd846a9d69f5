import * as events from '#api/events/operations';
import { messageJson } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { invite } from '#usecases/invitations/invite';

export const POST = route(events.inviteToEvent, ({ desk, params }) =>
  messageJson(desk, invite(desk, params.id!).id),
);
