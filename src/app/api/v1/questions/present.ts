import type { QuestionJson } from '#api/types';
import type { Desk } from '#usecases/desk';
import { readQuestion, type QuestionView } from '#usecases/questions/questionView';
import { iso, isoOrNull } from '../present';

export function presentQuestion(question: QuestionView): QuestionJson {
  const { given, offer, closesAt, closedAt, createdAt, ...rest } = question;
  return {
    ...rest,
    offer: offer && {
      ...offer,
      slots: offer.slots.map((each) => ({ ...each, at: iso(each.at), until: iso(each.until) })),
    },
    given: given.map((each) => ({ ...each, at: iso(each.at) })),
    closesAt: isoOrNull(closesAt),
    closedAt: isoOrNull(closedAt),
    createdAt: iso(createdAt),
  };
}

export const questionJson = (desk: Desk, id: string): QuestionJson => presentQuestion(readQuestion(desk, id));
