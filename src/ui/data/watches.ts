'use client';
/** What waits for an answer, as views read it. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { DeadlineSuggestionsJson, WatchesJson, WatchJson } from '#api/types';
import { ask } from './client';
import { WATCHES, WATCHES_BRIEF } from './paths';
import { useRead } from './useRead';

export const useWatches = () => useRead<WatchesJson>(['watches', 'waiting'], WATCHES);

/** Without what came in meanwhile, for the rail, the day and the count. */
export const useWatchesBrief = () => useRead<WatchesJson>(['watches', 'brief'], WATCHES_BRIEF);

/** All there are in the thread of a message. */
export const useWatchesNear = (messageId: string | undefined) =>
  useQuery({
    queryKey: ['watches', 'near', messageId],
    queryFn: async () =>
      (await ask<WatchesJson>('GET', `/watches?message=${encodeURIComponent(messageId!)}`)).watches,
    enabled: messageId !== undefined,
  });

/** The one that waits for an answer to a message. */
export const useWatchOn = (messageId: string | undefined): WatchJson | undefined =>
  useWatchesNear(messageId).data?.find(({ message, state }) => message === messageId && state === 'waiting');

/** How long to wait, from how long they have taken; new with the minute. */
export const useDeadlineSuggestions = (message: string, minute: number) =>
  useQuery({
    queryKey: ['watches', 'suggestions', message, minute],
    queryFn: async () =>
      (await ask<DeadlineSuggestionsJson>('POST', '/watches/suggestions', { message })).suggestions,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });
