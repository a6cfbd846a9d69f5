'use client';
/** Events, as views read them. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type {
  EventDetailJson,
  EventJson,
  EventReadingJson,
  FoundTimesJson,
  MessageCalendarJson,
} from '#api/types';
import { ask } from './client';

const iso = (at: number) => new Date(at).toISOString();

/** What is in the calendar in a span. @param from @param until epoch ms */
export const useEvents = (from: number, until: number, enabled = true) =>
  useQuery({
    queryKey: ['events', 'span', from, until],
    queryFn: async () =>
      (
        await ask<{ events: EventJson[] }>(
          'GET',
          `/events?${new URLSearchParams({ from: iso(from), until: iso(until) }).toString()}`,
        )
      ).events,
    placeholderData: keepPreviousData,
    enabled,
  });

/** The path of one event, at one of its times. */
export const eventPath = (
  id: string,
  occurrence: string | null,
  more: Record<string, string> = {},
): string => {
  const query = new URLSearchParams({ ...(occurrence && { occurrence }), ...more }).toString();
  return `/events/${encodeURIComponent(id)}${query && `?${query}`}`;
};

export const useEvent = (id: string | null, occurrence: string | null) =>
  useQuery({
    queryKey: ['events', 'one', id, occurrence],
    queryFn: () => ask<EventDetailJson>('GET', eventPath(id!, occurrence)),
    enabled: id !== null,
    retry: false,
  });

/** What a phrase says of an event; nothing is asked for an empty one. */
export const useEventPhrase = (phrase: string) =>
  useQuery({
    queryKey: ['events', 'phrase', phrase],
    queryFn: () => ask<EventReadingJson>('POST', '/events/phrase', { phrase }),
    enabled: phrase.trim() !== '',
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    retry: false,
  });

/** The times a message speaks of. */
export const useFoundTimes = (messageId: string | undefined) =>
  useQuery({
    queryKey: ['events', 'found', messageId],
    queryFn: () => ask<FoundTimesJson>('GET', `/messages/${messageId}/times`),
    enabled: messageId !== undefined,
    retry: false,
  });

/** What a message asks or says of an event. */
export const useMessageCalendar = (messageId: string | undefined) =>
  useQuery({
    queryKey: ['events', 'message', messageId],
    queryFn: () => ask<MessageCalendarJson>('GET', `/messages/${messageId}/calendar`),
    enabled: messageId !== undefined,
    retry: false,
  });
