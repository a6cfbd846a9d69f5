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
import { REMINDERS, SNOOZED, threadsPath, todosPath, UNSEEN } from './paths';
import { ask } from './client';
import { useFirst } from './first';
import { useNow } from './useNow';
import { useRead } from './useRead';

export type InboxOrder = 'answer' | 'time';
export type ThreadPlace = 'inbox' | 'archive';

const QUARTER_MS = 900_000;

/** The threads of a place, page by page. */
export function useThreads(place: ThreadPlace, order: InboxOrder) {
  // On the quarter of an hour people come to their desks, and leave them.
  const quarter = useNow(QUARTER_MS);
  const first = useFirst();
  return useInfiniteQuery({
    queryKey: [place, order, order === 'answer' ? Math.floor(quarter / QUARTER_MS) : 0],
    queryFn: ({ pageParam }) => ask<ThreadPageJson>('GET', threadsPath(place, order, pageParam)),
    initialPageParam: '',
    initialData: () => {
      const page = first<ThreadPageJson>(threadsPath(place, order, ''));
      return page && { pages: [page], pageParams: [''] };
    },
    getNextPageParam: (last) => last.cursor ?? undefined,
    placeholderData: keepPreviousData,
  });
}

/** How many threads of the inbox have something new. */
export const useUnseen = () =>
  useRead(['inbox', 'unseen'], UNSEEN, ({ unseen }: ThreadPageJson) => unseen.count).data;

export const useSnoozed = () => useRead<MessagePageJson>(['snoozed'], SNOOZED);

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
  useRead<{ todos: TodoListedJson[]; open: number }>(['todos', state], todosPath(state));

export const useReminders = () =>
  useRead(['reminders'], REMINDERS, ({ reminders }: { reminders: ReminderJson[] }) => reminders);

export const useImports = () =>
  useQuery({ queryKey: ['imports'], queryFn: () => ask<ImportsJson>('GET', '/imports') });
