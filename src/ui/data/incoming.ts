'use client';
/** What the views read about incoming mail, returns and to-dos. */
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import type {
  ImportsJson,
  MessagePageJson,
  PhraseJson,
  ReminderJson,
  ReturnSuggestionsJson,
  SearchJson,
  SearchSuggestionJson,
  ThreadPageJson,
  TodoListedJson,
} from '#api/types';
import { ask } from './client';
import { useNow } from './useNow';

export type InboxOrder = 'answer' | 'time';
export type ThreadPlace = 'inbox' | 'archive';

const QUARTER_MS = 900_000;

/** The threads of a place, page by page. */
export function useThreads(place: ThreadPlace, order: InboxOrder) {
  // On the quarter of an hour people come to their desks, and leave them.
  const quarter = useNow(QUARTER_MS);
  return useInfiniteQuery({
    queryKey: [place, order, order === 'answer' ? Math.floor(quarter / QUARTER_MS) : 0],
    queryFn: ({ pageParam }) => {
      const query = new URLSearchParams({ limit: '100' });
      if (place === 'inbox') query.set('order', order);
      if (pageParam) query.set('cursor', pageParam);
      return ask<ThreadPageJson>('GET', `/${place}?${query.toString()}`);
    },
    initialPageParam: '',
    getNextPageParam: (last) => last.cursor ?? undefined,
    placeholderData: keepPreviousData,
  });
}

/** How many threads of the inbox have something new. */
export const useUnseen = () =>
  useQuery({
    queryKey: ['inbox', 'unseen'],
    queryFn: async () => (await ask<ThreadPageJson>('GET', '/inbox?order=time&limit=1')).unseen.count,
  }).data;

export const useSnoozed = () =>
  useQuery({ queryKey: ['snoozed'], queryFn: () => ask<MessagePageJson>('GET', '/snoozed?limit=500') });

export const useSearch = (q: string) =>
  useInfiniteQuery({
    queryKey: ['search', q],
    queryFn: ({ pageParam }) => {
      const query = new URLSearchParams({ q, limit: '50' });
      if (pageParam) query.set('cursor', pageParam);
      return ask<SearchJson>('GET', `/search?${query.toString()}`);
    },
    initialPageParam: '',
    getNextPageParam: (last) => last.cursor ?? undefined,
    enabled: q !== '',
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });

export const useSearchSuggestions = (q: string) =>
  useQuery({
    queryKey: ['search', 'suggestions', q],
    queryFn: async () =>
      (
        await ask<{ suggestions: SearchSuggestionJson[] }>(
          'GET',
          `/search/suggestions?q=${encodeURIComponent(q)}`,
        )
      ).suggestions,
    enabled: q !== '',
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });

/** Moments to put a message off until, and to-dos it may want; new with the minute. */
export const useReturnSuggestions = (id: string | undefined, minute: number) =>
  useQuery({
    queryKey: ['return-suggestions', id, minute],
    queryFn: () => ask<ReturnSuggestionsJson>('GET', `/messages/${id}/suggestions`),
    enabled: id !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });

/** What a phrase means as a moment to come back at. */
export const useSnoozePhrase = (id: string | undefined, text: string, minute: number) =>
  useQuery({
    queryKey: ['snooze-phrase', id, text, minute],
    queryFn: () => ask<PhraseJson>('POST', `/messages/${id}/snooze/phrase`, { text }),
    enabled: id !== undefined && text !== '',
    retry: false,
    gcTime: 60_000,
  });

export const useTodos = (state: 'open' | 'closed' = 'open') =>
  useQuery({
    queryKey: ['todos', state],
    queryFn: () => ask<{ todos: TodoListedJson[]; open: number }>('GET', `/todos?state=${state}`),
  });

export const useReminders = () =>
  useQuery({
    queryKey: ['reminders'],
    queryFn: async () => (await ask<{ reminders: ReminderJson[] }>('GET', '/reminders')).reminders,
  });

export const useImports = () =>
  useQuery({ queryKey: ['imports'], queryFn: () => ask<ImportsJson>('GET', '/imports') });
