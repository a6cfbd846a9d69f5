'use client';
/** What one does with questions, each with its undo. */
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { AnswerJson, DeadlineJson, MessageJson, QuestionJson } from '#api/types';
import { ask } from '../data/client';
import { useAct } from '../common/useAct';
import { useNotices } from '../shell/Notices';

/** How something is asked. */
export interface QuestionBody extends Pick<QuestionJson, 'words' | 'answers' | 'decidedWhen' | 'mayComment'> {
  /** Not given: as it is. */
  deadline?: DeadlineJson;
}

const named = ({ words }: Pick<QuestionJson, 'words'>) => `“${words}”`;

export function useQuestionActions() {
  const { act, attempt } = useAct();
  const { show } = useNotices();
  const router = useRouter();
  return useMemo(() => {
    /** @param seen the one there was as the change was begun: another window may have changed it since */
    const put = (message: string, body: QuestionBody, seen?: QuestionJson) =>
      act(async (asking) => {
        const question = seen
          ? await ask<QuestionJson>('PATCH', `/questions/${seen.id}`, body, {
              ...asking,
              revision: seen.revision,
            })
          : await ask<QuestionJson>('POST', '/questions', { message, ...body }, asking);
        return { words: `It asks ${named(question)}.`, done: `asking ${named(question)}` };
      });

    const takeOff = (question: QuestionJson) =>
      act(async (asking) => {
        await ask('DELETE', `/questions/${question.id}`, undefined, asking);
        return { words: `${named(question)} is not asked.`, done: `taking off ${named(question)}` };
      });

    const close = (question: QuestionJson) =>
      act(async (asking) => {
        await ask('POST', `/questions/${question.id}/close`, undefined, asking);
        return {
          words: `Closed: ${named(question)}. What comes from now on is kept as late.`,
          done: `closing ${named(question)}`,
        };
      });

    const reopen = (question: QuestionJson) =>
      act(async (asking) => {
        await ask('POST', `/questions/${question.id}/reopen`, undefined, asking);
        return {
          words: `Answers to ${named(question)} are taken again.`,
          done: `opening ${named(question)}`,
        };
      });

    /** Says what an answer means; null: it is none. @param reader for whom it counts, where it is by somebody else */
    const judge = (question: QuestionJson, given: AnswerJson, answer: number | null, reader?: string) =>
      act(async (asking) => {
        const path = `/questions/${question.id}/answers/${given.id}`;
        await ask('PATCH', path, { answer, reader }, asking);
        const who = given.from.name || given.from.address;
        const what = answer === null ? 'no answer' : `“${question.answers[answer]}”`;
        return { words: `Noted of ${who}: ${what}.`, done: `noting ${what} of ${who}` };
      });

    const told = (question: QuestionJson, reader: QuestionJson['readers'][number], answer: number) =>
      act(async (asking) => {
        await ask('POST', `/questions/${question.id}/answers`, { reader: reader.address, answer }, asking);
        const who = reader.name || reader.address;
        const what = `“${question.answers[answer]}”`;
        return { words: `Noted of ${who}: ${what}.`, done: `noting ${what} of ${who}` };
      });

    /** Kept as a draft, and opened. */
    const tell = (question: QuestionJson) =>
      attempt(async () => {
        const { id } = await ask<MessageJson>('POST', `/questions/${question.id}/tell`);
        show({ words: 'The result stands here as it would be told. It leaves when you say so.' });
        router.push(`/write/${id}`);
      });

    return { put, takeOff, close, reopen, judge, told, tell };
  }, [act, attempt, show, router]);
}

export type QuestionActions = ReturnType<typeof useQuestionActions>;
