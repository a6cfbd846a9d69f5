'use client';
/** What is done with a batch as a whole: scheduled, taken back, each with its undo. */
import { useMemo } from 'react';
import type { BatchJson, ScheduledBatchJson, TakenBackRowsJson } from '#api/types';
import { useQueryClient } from '@tanstack/react-query';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export const rowsWords = (n: number) => `${n} ${n === 1 ? 'row' : 'rows'}`;

export function useBatchActions() {
  const client = useQueryClient();
  const attempt = useAttempt();
  const { show } = useNotices();
  return useMemo(() => {
    const again = () => refresh(client, ['batch', 'departure', 'message']);
    /** @param positions these rows; all that are not scheduled where none are said */
    async function schedule(
      batch: BatchJson,
      asked: { allOrNone: boolean; positions?: readonly number[] },
      signal?: AbortSignal,
    ): Promise<void> {
      const { scheduled, left } = await ask<ScheduledBatchJson>(
        'POST',
        `/batches/${batch.id}/schedule`,
        asked,
        { signal },
      );
      const [first] = left;
      const rest = first ? ` ${rowsWords(left.length)} left: row ${first.position}, ${first.why}` : '';
      show({
        words: `${rowsWords(scheduled.length)} scheduled.${rest}`,
        problem: left.length > 0,
        undo: () => takeBack(batch, scheduled),
      });
      again();
    }
    /** @param positions these rows; all where none are said */
    const takeBack = (batch: BatchJson, positions?: readonly number[]) =>
      attempt(async () => {
        const { rows, drafts, gone } = await ask<TakenBackRowsJson>(
          'POST',
          `/batches/${batch.id}/take-back`,
          {
            positions,
          },
        );
        const rest = [
          drafts.length > 0 && `${drafts.length} edited by hand: a draft of each.`,
          gone.length > 0 && `${gone.length} had left, or were leaving.`,
        ].filter(Boolean);
        const undo = () => attempt(() => schedule(batch, { allOrNone: false, positions: rows }));
        show({
          words: [`${rowsWords(rows.length + drafts.length)} of “${batch.name}” taken back.`, ...rest].join(
            ' ',
          ),
          undo: rows.length > 0 ? undo : undefined,
        });
        again();
      });
    return { schedule, takeBack };
  }, [client, attempt, show]);
}
