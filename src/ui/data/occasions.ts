'use client';
/** Occasions and sets, as views read them. */
import { useQuery } from '@tanstack/react-query';
import type { OccasionJson, OccasionMovesJson, OccasionSetsJson, OccasionsJson } from '#api/types';
import { ask } from './client';

export const useOccasions = () =>
  useQuery({
    queryKey: ['occasions', 'all'],
    queryFn: async () => (await ask<OccasionsJson>('GET', '/occasions')).occasions,
  });

export const useOccasion = (id: string) =>
  useQuery({
    queryKey: ['occasions', id],
    queryFn: () => ask<OccasionJson>('GET', `/occasions/${id}`),
    retry: false,
  });

export const useSets = () =>
  useQuery({
    queryKey: ['occasions', 'sets'],
    queryFn: async () => (await ask<OccasionSetsJson>('GET', '/occasion-sets')).sets,
  });

/** What would come of another date; nothing is asked without one. */
export const useMovePreview = (id: string, to: { local: string; zone: string } | null) =>
  useQuery({
    queryKey: ['occasions', id, 'preview', to],
    queryFn: async () => (await ask<OccasionMovesJson>('POST', `/occasions/${id}/preview`, to)).moves,
    enabled: to !== null,
    retry: false,
  });
