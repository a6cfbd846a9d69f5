import { snoozeRequest } from '../../../../../../api/schemas';
import { toInstant } from '../../../../../../core/time/wallClock';
import { endSnooze, snooze } from '../../../../../../usecases/incoming/snooze';
import { readMessage } from '../../../../../../usecases/messages/readMessage';
import { presentMessage } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route<{ until: string | { local: string; zone: string } }>(
  ({ desk, params, body }) => {
    const { until } = body;
    snooze(
      desk,
      params.id!,
      typeof until === 'string' ? Date.parse(until) : toInstant(until.local, until.zone).at,
    );
    return json(presentMessage(desk, readMessage(desk, params.id!)));
  },
  { body: snoozeRequest },
);

export const DELETE = route(({ desk, params }) => {
  endSnooze(desk, params.id!);
  return json(presentMessage(desk, readMessage(desk, params.id!)));
});
