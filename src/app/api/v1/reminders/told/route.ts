import { toldRequest } from '#api/incomingSchemas';
import { noteTold } from '#usecases/incoming/reminders';
import { route } from '../../respond';

export const POST = route<{ upTo: number }>(
  ({ desk, body }) => {
    noteTold(desk, body.upTo);
    return new Response(null, { status: 204 });
  },
  { body: toldRequest },
);
