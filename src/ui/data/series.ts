'use client';
/** What leaves again and again, kept current by live updates. */
import { useQuery } from '@tanstack/react-query';
import type { SeriesJson, SeriesListJson } from '#api/types';
import { ask } from './client';

export const useSeriesList = () =>
  useQuery({
    queryKey: ['series'],
    queryFn: async () => (await ask<SeriesListJson>('GET', '/series')).series,
  });

/** @param id undefined: none is read */
export const useSeries = (id: string | null | undefined) =>
  useQuery({
    queryKey: ['series', id],
    queryFn: () => ask<SeriesJson>('GET', `/series/${id}`),
    enabled: Boolean(id),
  });
