'use client';
/** Questions that messages ask, as views read them. */
import { useQuery } from '@tanstack/react-query';
import type { QuestionJson, QuestionsJson } from '#api/types';
import { ask } from './client';

/** What a message asks, and what was asked in its thread, the newest first. */
export const useQuestionsNear = (messageId: string | undefined) =>
  useQuery({
    queryKey: ['questions', 'near', messageId],
    queryFn: async () =>
      (await ask<QuestionsJson>('GET', `/questions?message=${encodeURIComponent(messageId!)}`)).questions,
    enabled: messageId !== undefined,
  });

/** What a message asks. */
export const useQuestionOn = (messageId: string | undefined): QuestionJson | undefined =>
  useQuestionsNear(messageId).data?.find(({ message }) => message === messageId);
