import * as correspondents from '#api/correspondents/operations';
import { addLeave } from '#usecases/people/correspondents';
import { route } from '../../../respond';

export const POST = route(correspondents.addLeave, ({ desk, params, body }) =>
  addLeave(desk, params.id!, body),
);
