import * as correspondents from '#api/correspondents/operations';
import { changeCorrespondent, readCorrespondent, removeCorrespondent } from '#usecases/people/correspondents';
import { route } from '../../respond';

export const GET = route(correspondents.readCorrespondent, ({ desk, params }) =>
  readCorrespondent(desk, params.id!),
);

export const PATCH = route(correspondents.changeCorrespondent, ({ desk, params, body }) =>
  changeCorrespondent(desk, params.id!, body),
);

export const DELETE = route(correspondents.forgetCorrespondent, ({ desk, params }) => {
  removeCorrespondent(desk, params.id!);
});
