'use client';
/** Doing something at the server: it is read again afterwards, what went wrong is said, and undoing waits for it. */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

/** @returns undefined where it did not work */
export type Attempt = <T>(work: () => Promise<T>, about?: readonly string[]) => Promise<T | undefined>;

/** `about` are the ids of the rows it is done with: that they go is the answer to it. */
export function useAttempt(): Attempt {
  const client = useQueryClient();
  const { showProblem, during } = useNotices();
  return useCallback<Attempt>(
    (work, about) => {
      const tried = async () => {
        try {
          return await work();
        } catch (error) {
          showProblem(error);
          return undefined;
        } finally {
          refresh(client, ['departure', 'message', 'return', 'question']);
        }
      };
      return during(tried(), about);
    },
    [client, showProblem, during],
  );
}
