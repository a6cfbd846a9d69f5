'use client';
/** What one does with series, each with its undo where there is one. */
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { DeparturesJson, SeriesJson } from '#api/types';
import { useWords } from '../common/format';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { useNotices } from '../shell/Notices';

export type Occurrence = SeriesJson['occurrences'][number];

const named = ({ name }: SeriesJson) => `“${name || 'without a subject'}”`;

export function useSeriesActions() {
  const attempt = useAttempt();
  const router = useRouter();
  const { show } = useNotices();
  const words = useWords();
  return useMemo(() => {
    const post = ({ id }: SeriesJson, action: string, body?: unknown) =>
      ask<SeriesJson>('POST', `/series/${id}/${action}`, body);
    const patch = (
      { id }: SeriesJson,
      change: Partial<Pick<SeriesJson, 'plan' | 'review' | 'fields' | 'name'>>,
    ) => ask<SeriesJson>('PATCH', `/series/${id}`, change);
    /** As it is now: what is shown may be from before the last change, and undoing would take that back as well. */
    const fresh = ({ id }: SeriesJson) => ask<SeriesJson>('GET', `/series/${id}`);
    const nextWords = ({ next }: SeriesJson) => (next ? ` The next one leaves ${words.moment(next)}.` : '');

    const pause = (series: SeriesJson) =>
      attempt(async () => {
        await post(series, 'pause');
        show({ words: `${named(series)} is paused: none of it leaves.`, undo: () => resume(series) });
      });
    const resume = (series: SeriesJson): Promise<unknown> =>
      attempt(async () => {
        const now = await post(series, 'resume');
        show({ words: `${named(series)} goes on.${nextWords(now)}` });
      });
    /** Leaves out the next one, or a span of days. */
    const skip = (series: SeriesJson, span?: { from: string; until: string }) =>
      attempt(async () => {
        const before = await fresh(series);
        const now = await post(series, 'skip', span);
        const out = (now.plan.exdate?.length ?? 0) - (before.plan.exdate?.length ?? 0);
        show({
          words: `${out === 1 ? 'One is' : `${out} are`} left out of ${named(series)}.${nextWords(now)}`,
          undo: () =>
            attempt(async () => {
              await patch(now, { plan: before.plan });
              show({ words: `As before: ${named(series)}.` });
            }),
        });
        return now;
      });
    const skipOne = (series: SeriesJson, { occurrence, at }: Occurrence, out: boolean): Promise<unknown> =>
      attempt(async () => {
        await ask('PATCH', `/series/${series.id}/occurrences/${occurrence}`, { skip: out });
        show({
          words: out ? `${words.moment(at)} is left out.` : `${words.moment(at)} leaves again.`,
          undo: () => skipOne(series, { occurrence, at } as Occurrence, !out),
        });
      });
    const end = (series: SeriesJson) =>
      attempt(async () => {
        await post(series, 'end');
        show({ words: `${named(series)} has ended.`, undo: () => resume(series) });
      });
    const test = (series: SeriesJson) =>
      attempt(async () => {
        const { departures } = await ask<DeparturesJson>('POST', `/series/${series.id}/test`);
        show({ words: `A test is on its way to you: “${departures[0]!.subject}”.` });
      });
    const remove = (series: SeriesJson) =>
      attempt(async () => {
        await ask('DELETE', `/series/${series.id}`);
        show({ words: `${named(series)} is deleted; what has left of it has left.` });
      }, [series.id]);
    const approve = (series: SeriesJson, { occurrence, at }: Occurrence) =>
      attempt(async () => {
        await ask('PATCH', `/series/${series.id}/occurrences/${occurrence}`, { approved: true });
        show({ words: `Approved: leaves ${words.moment(at)}.` });
      });
    const change = (series: SeriesJson, what: Parameters<typeof patch>[1], said: string) =>
      attempt(async () => {
        const was = await fresh(series);
        await patch(series, what);
        show({
          words: said,
          undo: () =>
            attempt(async () => {
              const before = Object.fromEntries(
                Object.keys(what).map((key) => [key, was[key as keyof SeriesJson]]),
              );
              await patch(series, before);
              show({ words: `As before: ${named(series)}.` });
            }),
        });
      });
    /** This one and all that follow become a series of their own, and that is opened. */
    const editFrom = (series: SeriesJson, { occurrence }: Occurrence) =>
      attempt(async () => {
        const { messageId } = await ask<SeriesJson>('PATCH', `/series/${series.id}`, { from: occurrence });
        router.push(`/write/${messageId}`);
      });
    return { pause, resume, skip, skipOne, end, test, remove, approve, change, editFrom };
  }, [attempt, router, show, words]);
}

export type SeriesActions = ReturnType<typeof useSeriesActions>;
