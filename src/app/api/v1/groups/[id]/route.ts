import { groupInput } from '#api/schemas';
import { removeGroup, saveGroup } from '#usecases/people/groups';
import { json, route } from '../../respond';

export const PUT = route<{ name: string; members: string[] }>(
  ({ desk, params, body }) => json(saveGroup(desk, body, params.id)),
  { body: groupInput },
);

export const DELETE = route(({ desk, params }) => {
  removeGroup(desk, params.id!);
  return new Response(null, { status: 204 });
});
