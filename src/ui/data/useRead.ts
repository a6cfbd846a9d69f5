'use client';
/** A query for one path of the API, begun with what the page came with. */
import { useQuery, type QueryKey } from '@tanstack/react-query';
import { ask } from './client';
import { useFirst } from './first';
import { BEGINNINGS } from './paths';

/** @param take what of the answer is kept; all of it, where it is not given */
export function useRead<Answer, Kept = Answer>(
  queryKey: QueryKey,
  path: string,
  take = (answer: Answer) => answer as unknown as Kept,
) {
  const first = useFirst();
  return useQuery({
    queryKey,
    queryFn: async () => take(await ask<Answer>('GET', path)),
    initialData: () => {
      const answer = first<Answer>(path);
      return answer === undefined ? undefined : take(answer);
    },
    // A beginning is old from the start, so that all of it is read now.
    initialDataUpdatedAt: path in BEGINNINGS ? 0 : undefined,
  });
}
