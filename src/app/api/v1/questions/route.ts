import * as questions from '#api/questions/operations';
import { ask } from '#usecases/questions/ask';
import { listQuestions, questionsNear } from '#usecases/questions/questionView';
import { route } from '../respond';
import { presentQuestion, questionJson } from './present';

export const GET = route(questions.listQuestions, ({ desk, query: { message, state, limit } }) => ({
  questions: (message === undefined
    ? listQuestions(desk, state === 'open', limit)
    : questionsNear(desk, message)
  ).map(presentQuestion),
}));

export const POST = route(questions.addQuestion, ({ desk, body: { message, ...input } }) =>
  questionJson(desk, ask(desk, message, input).id),
);
