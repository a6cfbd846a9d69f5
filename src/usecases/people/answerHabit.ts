/** When a correspondent answers, and how fast, from what has come from them. */
import { answerHabit, type AnswerHabit } from '#core/people/answerHabit';
import { findCorrespondent } from '#store/correspondents';
import { answerDelays } from '#store/messages';
import type { Desk } from '../desk';
import { NotFound } from '../errors';

/** On their clock, or on mine where theirs is not known. */
export interface ReadHabit extends AnswerHabit {
  zone: string;
  theirs: boolean;
}

/** @returns null where no answer of theirs is known @throws NotFound */
export function readAnswerHabit(desk: Desk, id: string): ReadHabit | null {
  const person = findCorrespondent(desk.store.db, id);
  if (!person) throw new NotFound('There is no such correspondent.');
  const zone = person.zone ?? desk.settings().zone;
  const habit = answerHabit(answerDelays(desk.store.db, person.addresses), zone);
  return habit ? { ...habit, zone, theirs: person.zone !== null } : null;
}
