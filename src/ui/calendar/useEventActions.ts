'use client';
/** What is done with events: each can be undone, and what leaves before one follows. */
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { EventDetailJson, EventJson, MessageJson } from '#api/types';
import type { EventReach, EventStatus } from '#core/calendar/event';
import { formatMailbox } from '#core/message/address';
import { useAct } from '../common/useAct';
import { ask } from '../data/client';
import { eventPath } from '../data/events';
import { refresh } from '../data/queries';

/** What an event is said to be; times in the form of the API. */
export interface EventBody {
  summary: string;
  start: string;
  end?: string;
  zone?: string | null;
  rrule?: string | null;
  location?: string;
  description?: string;
  transparent?: boolean;
  attendees?: string[];
  status?: EventStatus;
}

/** Of one that recurs, how much of it is meant. */
const query = ({ occurrence }: Pick<EventJson, 'occurrence'>, reach?: EventReach): Record<string, string> =>
  occurrence && reach ? { reach } : {};

const changeWords = ({ status, start }: Partial<EventBody>): string => {
  if (status === 'cancelled') return 'is called off';
  if (status !== undefined) return 'takes place';
  return start === undefined ? 'is changed' : 'has moved';
};

export function useEventActions() {
  const client = useQueryClient();
  const router = useRouter();
  const { act, attempt } = useAct();
  return useMemo(() => {
    const again = () => refresh(client, ['event']);
    /** What is shown knows of the change at once: the next one may follow before it has been read again. */
    const known = (changed: EventDetailJson) => {
      const { departures: _departures, ...listed } = changed;
      const anew =
        <T extends EventJson>(whole: T) =>
        (each: T): T => {
          if (each.id !== whole.id) return each;
          return each.occurrence === whole.occurrence ? whole : { ...each, revision: whole.revision };
        };
      client.setQueriesData<EventJson[]>({ queryKey: ['events', 'span'] }, (all) =>
        all?.map(anew<EventJson>(listed)),
      );
      client.setQueriesData<EventDetailJson>(
        { queryKey: ['events', 'one', changed.id] },
        (one) => one && anew(changed)(one),
      );
      client.setQueryData(['events', 'one', changed.id, changed.occurrence], changed);
    };
    return {
      /** @returns the event where it was done */
      add: async (body: EventBody): Promise<EventDetailJson | undefined> => {
        let made: EventDetailJson | undefined;
        await act(async (asking) => {
          made = await ask<EventDetailJson>('POST', '/events', body, asking);
          return {
            words: `“${made.summary}” is in the calendar.`,
            done: `putting “${made.summary}” into the calendar`,
          };
        });
        again();
        return made;
      },
      change: async (
        event: EventJson,
        body: Partial<EventBody>,
        reach?: EventReach,
      ): Promise<EventDetailJson | undefined> => {
        let changed: EventDetailJson | undefined;
        await act(
          async (asking) => {
            const path = eventPath(event.id, event.occurrence, query(event, reach));
            changed = await ask<EventDetailJson>('PATCH', path, body, {
              ...asking,
              revision: event.revision,
            });
            known(changed);
            const moved = changed.departures.length;
            const along =
              moved > 0 ? ` ${moved === 1 ? 'One message moves' : `${moved} messages move`} with it.` : '';
            const said = changeWords(body);
            return {
              words: `“${changed.summary}” ${said}.${along}`,
              done: `the change of “${event.summary}”`,
            };
          },
          [event.id],
        );
        again();
        return changed;
      },
      remove: async (event: EventJson, reach?: EventReach): Promise<boolean> => {
        const done = await act(
          async (asking) => {
            const path = eventPath(event.id, event.occurrence, query(event, reach));
            await ask('DELETE', path, undefined, { ...asking, revision: event.revision });
            return {
              words: `“${event.summary}” is taken out of the calendar.`,
              done: `taking “${event.summary}” out`,
            };
          },
          [event.id],
        );
        again();
        return done;
      },
      /** A draft to those who are at it, which leaves an hour before. */
      writeBefore: (event: EventJson) =>
        attempt(async () => {
          const to = event.attendees.map(({ name, address }) => formatMailbox({ name, address }));
          const draft = await ask<MessageJson>('POST', '/messages', {
            to,
            subject: event.summary,
            plan: {
              kind: 'before-event',
              event: event.id,
              ...(event.occurrence && { occurrence: event.occurrence }),
              offset: '-PT1H',
            },
          });
          router.push(`/write/${draft.id}`);
        }),
    };
  }, [act, attempt, client, router]);
}
