'use client';
/** Batches, as views read them. */
import { useQuery } from '@tanstack/react-query';
import type { BatchesJson, BatchJson, BatchRowsJson } from '#api/types';
import { ask } from './client';

export const useBatches = () =>
  useQuery({
    queryKey: ['batches', 'all'],
    queryFn: async () => (await ask<BatchesJson>('GET', '/batches')).batches,
  });

export const useBatch = (id: string) =>
  useQuery({
    queryKey: ['batches', id],
    queryFn: () => ask<BatchJson>('GET', `/batches/${id}`),
    retry: false,
  });

export const useBatchRows = (id: string, enabled = true) =>
  useQuery({
    queryKey: ['batches', id, 'rows'],
    queryFn: async () => (await ask<BatchRowsJson>('GET', `/batches/${id}/rows`)).rows,
    enabled,
  });
