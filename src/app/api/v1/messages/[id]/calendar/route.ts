import * as events from '#api/events/operations';
import { messageJson } from '#app/api/v1/present';
import { presentPlaced } from '#app/api/v1/presentEvent';
import { route } from '#app/api/v1/respond';
import { answerInvitation } from '#usecases/invitations/answerInvitation';
import { readMessageCalendar } from '#usecases/invitations/invitationView';

export const GET = route(events.readCalendar, ({ desk, params }) => {
  const { invitation, carries } = readMessageCalendar(desk, params.id!);
  return {
    carries,
    invitation: invitation && { ...invitation, when: invitation.when && presentPlaced(invitation.when) },
  };
});
export const POST = route(events.answerInvitation, ({ desk, params, body }) =>
  messageJson(desk, answerInvitation(desk, params.id!, body).id),
);
