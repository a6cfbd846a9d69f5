'use client';
/** What one does with calendars that are followed. */
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { CalendarJson, FoundCalendarsJson, SyncedJson } from '#api/types';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export interface Account {
  place: string;
  user: string;
  password: string;
}

export type Following =
  { kind: 'file'; place: string } | ({ kind: 'caldav'; name: string; takesNew: boolean } & Account);

const counted = (n: number, words: string) => (n > 0 ? [`${n} ${words}`] : []);

function syncedWords({ calendar, pulled, pushed, dropped }: SyncedJson): string {
  const done = [
    ...counted(pulled, 'taken from there'),
    ...counted(pushed, 'put there'),
    ...counted(dropped, 'taken out'),
  ];
  return `“${calendar.name}”: ${done.length > 0 ? done.join(', ') : 'nothing has changed'}.`;
}

/** It may have been looked at by itself before it was asked: what both hold is told, not who did it. */
const followedWords = ({ calendar: { name, kind, events } }: SyncedJson): string => {
  const held = events === 1 ? '1 event' : `${events} events`;
  return `“${name}” is followed: ${held} ${kind === 'file' ? 'taken from it' : 'the same here and there'}.`;
};

export function useCalendarActions() {
  const client = useQueryClient();
  const attempt = useAttempt();
  const { show } = useNotices();
  return useMemo(() => {
    const done = () => refresh(client, ['calendar', 'event']);
    const sync = ({ id }: CalendarJson, wordsOf = syncedWords) =>
      attempt(async () => {
        const synced = await ask<SyncedJson>('POST', `/calendars/${id}/sync`);
        done();
        const { trouble } = synced.calendar;
        show(trouble ? { words: trouble, problem: true } : { words: wordsOf(synced) });
      });
    return {
      sync,
      find: (account: Account) =>
        attempt(async () => (await ask<FoundCalendarsJson>('POST', '/calendars/find', account)).found),
      /** @returns whether it is followed */
      follow: async (following: Following): Promise<boolean> => {
        const made = await attempt(() => ask<CalendarJson>('POST', '/calendars', following));
        if (made) await sync(made, followedWords);
        return made !== undefined;
      },
      change: (calendar: CalendarJson, patch: { takesNew?: boolean; password?: string }) =>
        attempt(async () => {
          await ask('PATCH', `/calendars/${calendar.id}`, patch);
          done();
          if (patch.password !== undefined) await sync(calendar);
        }),
      unfollow: ({ id, name }: CalendarJson, keep: boolean) =>
        attempt(async () => {
          await ask('DELETE', `/calendars/${id}?keep=${keep}`);
          done();
          show({
            words: keep
              ? `“${name}” is not followed any more. Its events stay here.`
              : `“${name}” is not followed any more, and its events are out of your calendar.`,
          });
        }),
    };
  }, [attempt, client, show]);
}
