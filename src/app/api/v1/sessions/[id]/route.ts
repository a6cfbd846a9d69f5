import { endSession } from '#usecases/sessions/sessions';
import { route } from '../../respond';

export const DELETE = route(({ desk, params }) => {
  endSession(desk, params.id!);
  return new Response(null, { status: 204 });
});
