import * as groups from '#api/groups/operations';
import { listGroups, saveGroup } from '#usecases/people/groups';
import { route } from '../respond';

export const GET = route(groups.listGroups, ({ desk }) => ({ groups: listGroups(desk) }));

export const POST = route(groups.addGroup, ({ desk, body }) => saveGroup(desk, body));
