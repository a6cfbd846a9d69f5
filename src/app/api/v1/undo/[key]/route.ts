import * as messages from '#api/messages/operations';
import { undo } from '#usecases/incoming/undo';
import { route } from '../../respond';

export const POST = route(messages.undo, ({ desk, params }) => {
  undo(desk, params.key!);
});
