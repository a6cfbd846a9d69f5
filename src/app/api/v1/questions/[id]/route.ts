import * as questions from '#api/questions/operations';
import { changeQuestion, takeOff } from '#usecases/questions/ask';
import { route } from '../../respond';
import { questionJson } from '../present';

export const GET = route(questions.readQuestion, ({ desk, params }) => questionJson(desk, params.id!));

export const PATCH = route(questions.changeQuestion, ({ desk, params, body, revision }) => {
  changeQuestion(desk, params.id!, body, revision);
  return questionJson(desk, params.id!);
});

export const DELETE = route(questions.deleteQuestion, ({ desk, params }) => {
  takeOff(desk, params.id!);
});
