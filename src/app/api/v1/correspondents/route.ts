import * as correspondents from '#api/correspondents/operations';
import { addCorrespondent, listCorrespondents } from '#usecases/people/correspondents';
import { route } from '../respond';

export const GET = route(correspondents.listCorrespondents, ({ desk }) => ({
  correspondents: listCorrespondents(desk),
}));

export const POST = route(correspondents.addCorrespondent, ({ desk, body }) => addCorrespondent(desk, body));
