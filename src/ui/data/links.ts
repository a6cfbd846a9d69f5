'use client';
/** Linked files, as views read them. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { FilesJson, LinksJson } from '#api/types';
import { ask } from './client';

/** Files change without a word to anybody: looked at again so often, ms. */
const AGAIN_MS = 5000;

/** What is linked to a message, and what would go now. */
export const useLinks = (messageId: string | undefined) =>
  useQuery({
    queryKey: ['links', messageId],
    queryFn: async () =>
      (await ask<LinksJson>('GET', `/links?message=${encodeURIComponent(messageId!)}`)).links,
    enabled: messageId !== undefined,
    refetchInterval: ({ state }) => (state.data && state.data.length > 0 ? AGAIN_MS : false),
  });

export const useAllLinks = () =>
  useQuery({
    queryKey: ['links', 'all'],
    queryFn: () => ask<LinksJson>('GET', '/links'),
    refetchInterval: AGAIN_MS,
  });

/** What is in a folder; null: the folders that files may be linked from. @param q what names contain */
export const useFiles = (under: string | null, q = '', offset = 0) =>
  useQuery({
    queryKey: ['files', under, q, offset],
    queryFn: () => {
      const query = new URLSearchParams(under === null ? {} : { under, q, offset: String(offset) });
      return ask<FilesJson>('GET', `/files?${query.toString()}`);
    },
    placeholderData: keepPreviousData,
    staleTime: 0,
    retry: false,
  });
