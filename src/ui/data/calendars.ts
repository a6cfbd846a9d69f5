'use client';
/** Calendars elsewhere that mine follows, as views read them. */
import { useQuery } from '@tanstack/react-query';
import type { CalendarsJson } from '#api/types';
import { ask } from './client';

export const useFollowed = (enabled: boolean) =>
  useQuery({
    queryKey: ['calendars'],
    queryFn: () => ask<CalendarsJson>('GET', '/calendars'),
    enabled,
  });
