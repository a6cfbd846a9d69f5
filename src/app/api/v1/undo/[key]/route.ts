import { undo } from '#usecases/incoming/undo';
import { route } from '../../respond';

export const POST = route(({ desk, params }) => {
  undo(desk, params.key!);
  return new Response(null, { status: 204 });
});
