import * as messages from '#api/messages/operations';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { checkSigning } from '#usecases/openpgp/checkSealing';
import { sealWaiting } from '#usecases/openpgp/sealWaiting';
import { route } from '#app/api/v1/respond';
import { presentScheduled } from '../../presentScheduled';

export const POST = route(
  messages.scheduleMessage,
  async ({ desk, params, body: { plan, inSpiteOfQuiet, ...choices }, revision }) => {
    checkSigning(desk, params.id!);
    const departures = scheduleMessage(desk, params.id!, plan, revision, choices, inSpiteOfQuiet);
    await sealWaiting(desk);
    return presentScheduled(desk, params.id!, departures);
  },
);
