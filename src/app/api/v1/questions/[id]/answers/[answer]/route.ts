import * as questions from '#api/questions/operations';
import { judgeAnswer } from '#usecases/questions/judgeAnswer';
import { route } from '../../../../respond';
import { questionJson } from '../../../present';

export const PATCH = route(questions.judgeAnswer, ({ desk, params, body: { answer, reader } }) => {
  judgeAnswer(desk, params.id!, Number(params.answer), answer, reader);
  return questionJson(desk, params.id!);
});
