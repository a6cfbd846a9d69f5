import { restoreMessage } from '../../../../../../usecases/messages/deleteMessage';
import { readMessage } from '../../../../../../usecases/messages/readMessage';
import { presentMessage } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route(({ desk, params }) => {
  restoreMessage(desk, params.id!);
  return json(presentMessage(desk, readMessage(desk, params.id!)));
});
