import * as correspondents from '#api/correspondents/operations';
import { readAnswerHabit } from '#usecases/people/answerHabit';
import { route } from '../../../respond';

export const GET = route(correspondents.readAnswerHabit, ({ desk, params }) => ({
  habit: readAnswerHabit(desk, params.id!),
}));
