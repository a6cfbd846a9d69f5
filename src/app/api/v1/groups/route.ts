import { groupInput } from '#api/schemas';
import { listGroups, saveGroup } from '#usecases/people/groups';
import { json, route } from '../respond';

export const GET = route(({ desk }) => json({ groups: listGroups(desk) }));

export const POST = route<{ name: string; members: string[] }>(
  ({ desk, body }) => json(saveGroup(desk, body), 201),
  { body: groupInput },
);
