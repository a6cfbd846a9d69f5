import { correspondentInput } from '#api/schemas';
import {
  addCorrespondent,
  listCorrespondents,
  type CorrespondentInput,
} from '#usecases/people/correspondents';
import { json, route } from '../respond';

export const GET = route(({ desk }) => json({ correspondents: listCorrespondents(desk) }));

export const POST = route<CorrespondentInput>(({ desk, body }) => json(addCorrespondent(desk, body), 201), {
  body: correspondentInput,
});
