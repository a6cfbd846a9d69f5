'use client';
/** What leaves and what comes back, as marks on a line of time. */
import { useMemo } from 'react';
import type { RailMark } from '#core/rail/bundle';
import { recipientsWords } from '../common/format';
import { useSnoozed, useTodos } from '../data/incoming';
import { usePending } from '../data/queries';
import { useWatchesBrief } from '../data/watches';

export interface RailMarks {
  departures: RailMark[];
  returns: RailMark[];
  /** It has been read: where nothing is in it, nothing is there. */
  known: boolean;
}

export function useRailMarks(): RailMarks {
  const pending = usePending().data?.departures;
  const snoozed = useSnoozed().data?.messages;
  const todos = useTodos().data?.todos;
  const watches = useWatchesBrief().data?.watches;
  return useMemo(
    () => ({
      known: pending !== undefined && snoozed !== undefined,
      departures: (pending ?? [])
        .filter((each) => each.state === 'held' || each.state === 'scheduled')
        .map((each): RailMark => ({
          id: each.id,
          at: Date.parse(each.at),
          label: each.subject || `To ${recipientsWords(each.recipients)}`,
          href: `/write/${each.messageId}`,
          movable: true,
        })),
      returns: [
        ...(snoozed ?? []).map((each): RailMark => ({
          id: each.id,
          at: Date.parse(each.snoozedUntil!),
          label: each.subject,
          href: `/inbox/${each.id}`,
        })),
        ...(todos ?? [])
          .filter(({ todo }) => todo.remindAt !== null)
          .map(({ todo, message }): RailMark => ({
            id: todo.id,
            at: Date.parse(todo.remindAt!),
            label: message ? `${todo.what}: ${message.subject}` : todo.what,
            href: message ? `/inbox/${message.id}` : '/returns',
          })),
        ...(watches ?? [])
          .filter(({ at }) => at !== null)
          .map((watch): RailMark => ({
            id: watch.id,
            at: Date.parse(watch.at!),
            label: `no answer: ${watch.subject}`,
            href: `/inbox/${watch.message}`,
          })),
      ],
    }),
    [pending, snoozed, todos, watches],
  );
}
