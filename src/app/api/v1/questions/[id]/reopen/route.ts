import * as questions from '#api/questions/operations';
import { closeQuestion } from '#usecases/questions/ask';
import { route } from '../../../respond';
import { questionJson } from '../../present';

export const POST = route(questions.reopenQuestion, ({ desk, params }) => {
  closeQuestion(desk, params.id!, false);
  return questionJson(desk, params.id!);
});
