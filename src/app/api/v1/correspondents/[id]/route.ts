import { correspondentInput } from '#api/schemas';
import {
  changeCorrespondent,
  readCorrespondent,
  removeCorrespondent,
  type CorrespondentInput,
} from '#usecases/people/correspondents';
import { json, route } from '../../respond';

export const GET = route(({ desk, params }) => json(readCorrespondent(desk, params.id!)));

export const PATCH = route<CorrespondentInput>(
  ({ desk, params, body }) => json(changeCorrespondent(desk, params.id!, body)),
  { body: correspondentInput },
);

export const DELETE = route(({ desk, params }) => {
  removeCorrespondent(desk, params.id!);
  return new Response(null, { status: 204 });
});
