import * as questions from '#api/questions/operations';
import { tellAll } from '#usecases/questions/tellAll';
import { messageJson } from '../../../present';
import { route } from '../../../respond';

export const POST = route(questions.tellResult, ({ desk, params }) =>
  messageJson(desk, tellAll(desk, params.id!).id),
);
