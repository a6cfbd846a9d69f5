'use client';
/** What one does with accounts. */
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { AccountJson } from '#api/types';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export type AccountActions = ReturnType<typeof useAccountActions>;

export function useAccountActions() {
  const client = useQueryClient();
  const attempt = useAttempt();
  const { show } = useNotices();
  return useMemo(() => {
    const done = (words: string) => {
      refresh(client, ['account', 'settings', 'health']);
      show({ words });
    };
    return {
      /** @throws (rejects) ApiProblem, for the form to say */
      add: async (request: object): Promise<AccountJson> => {
        const added = await ask<AccountJson>('POST', '/accounts', request);
        done(`${added.name} is added.`);
        return added;
      },
      /** As {@link add}. */
      keep: async (id: string, request: object): Promise<AccountJson> => {
        const kept = await ask<AccountJson>('PATCH', `/accounts/${id}`, request);
        done(`${kept.name} is kept.`);
        return kept;
      },
      change: (id: string, patch: object, words: string) =>
        attempt(async () => {
          await ask('PATCH', `/accounts/${id}`, patch);
          done(words);
        }),
      tryOut: ({ id, name }: AccountJson) =>
        attempt(async () => {
          await ask('POST', `/accounts/${id}/try`);
          done(`${name} works: it lets you in.`);
        }),
      remove: ({ id, name }: AccountJson) =>
        attempt(async () => {
          await ask('DELETE', `/accounts/${id}`);
          done(`${name} is taken off. What came by it stays here.`);
        }),
    };
  }, [attempt, client, show]);
}
