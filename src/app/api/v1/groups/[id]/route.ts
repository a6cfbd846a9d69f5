import * as groups from '#api/groups/operations';
import { removeGroup, saveGroup } from '#usecases/people/groups';
import { route } from '../../respond';

export const PUT = route(groups.changeGroup, ({ desk, params, body }) => saveGroup(desk, body, params.id));

export const DELETE = route(groups.forgetGroup, ({ desk, params }) => {
  removeGroup(desk, params.id!);
});
