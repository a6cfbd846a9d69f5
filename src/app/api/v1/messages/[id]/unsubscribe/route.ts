import { unsubscribe } from '../../../../../../usecases/incoming/unsubscribe';
import { messageJson } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route(async ({ desk, params }) => {
  await unsubscribe(desk, params.id!);
  return json(await messageJson(desk, params.id!));
});
