import { all, instant, listOf, orNull, text } from '../fields';
import { todoMoment } from '../todos/todo';
import { snooze } from './snooze';

export const answers = {
  Snooze: snooze,
  ReturnSuggestions: all({
    snoozes: listOf(all({ at: instant, words: text })),
    todos: listOf(all({ words: text, due: orNull(todoMoment), remindAt: orNull(instant) })),
  }),
};
