import * as messages from '#api/messages/operations';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { route } from '#app/api/v1/respond';
import { presentScheduled } from '../../presentScheduled';

export const POST = route(
  messages.scheduleMessage,
  ({ desk, params, body: { plan, inSpiteOfQuiet, ...choices }, revision }) =>
    presentScheduled(
      desk,
      params.id!,
      scheduleMessage(desk, params.id!, plan, revision, choices, inSpiteOfQuiet),
    ),
);
