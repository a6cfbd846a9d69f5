import * as questions from '#api/questions/operations';
import { noteTold } from '#usecases/questions/judgeAnswer';
import { route } from '../../../respond';
import { questionJson } from '../../present';

export const POST = route(questions.noteAnswer, ({ desk, params, body: { reader, answer, comment } }) => {
  noteTold(desk, params.id!, reader, answer, comment);
  return questionJson(desk, params.id!);
});
