import * as sessions from '#api/sessions/operations';
import { endSession } from '#usecases/sessions/sessions';
import { route } from '../../respond';

export const DELETE = route(sessions.endSession, ({ desk, params }) => {
  endSession(desk, params.id!);
});
