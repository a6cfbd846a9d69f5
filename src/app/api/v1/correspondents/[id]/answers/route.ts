import * as correspondents from '#api/correspondents/operations';
import { readAnswerHabit } from '#usecases/people/answerHabit';
import { answeredByPerson } from '#usecases/questions/questionView';
import { iso } from '../../../present';
import { route } from '../../../respond';

export const GET = route(correspondents.readAnswerHabit, ({ desk, params }) => ({
  habit: readAnswerHabit(desk, params.id!),
  questions: answeredByPerson(desk, params.id!).map((each) => ({ ...each, at: iso(each.at) })),
}));
