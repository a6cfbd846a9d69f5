import { unsubscribe } from '#usecases/incoming/unsubscribe';
import { messageJson } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const POST = route(async ({ desk, params }) => {
  await unsubscribe(desk, params.id!);
  return json(await messageJson(desk, params.id!));
});
