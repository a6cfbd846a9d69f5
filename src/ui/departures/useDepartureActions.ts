'use client';
/** What can be done to a departure from any view, with its notice. */
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import type { DepartureJson, MessageJson } from '../../api/types';
import type { Plan } from '../../core/plan/plan';
import { recipientsWords, useWords } from '../common/format';
import { ask } from '../data/client';
import { messageQuery, refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export interface DepartureActions {
  /** Back to a draft, opened in Write. */
  takeBack: (departure: DepartureJson) => Promise<void>;
  releaseNow: (departure: DepartureJson) => Promise<void>;
  retry: (departure: DepartureJson) => Promise<void>;
  settle: (departure: DepartureJson, arrived: boolean) => Promise<void>;
  move: (departure: DepartureJson, plan: Plan) => Promise<boolean>;
  remove: (message: { id: string; subject: string }) => Promise<void>;
}

export function useDepartureActions(): DepartureActions {
  const client = useQueryClient();
  const router = useRouter();
  const { show, showProblem } = useNotices();
  const words = useWords();

  /** Does it, looks again, and says what went wrong if it did. */
  async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      return await work();
    } catch (error) {
      showProblem(error);
      return undefined;
    } finally {
      refresh(client, ['departure', 'message']);
    }
  }
  const act = (departure: DepartureJson, action: string, body?: unknown) =>
    attempt(() => ask<DepartureJson>('POST', `/departures/${departure.id}/${action}`, body));

  async function move(departure: DepartureJson, plan: Plan): Promise<boolean> {
    const before = departure.plan;
    const moved = await attempt(() =>
      ask<DepartureJson>('PATCH', `/departures/${departure.id}`, { plan }, departure.revision),
    );
    if (!moved) return false;
    show({
      words: `Moved: leaves ${words.moment(moved.at)}.`,
      undo: before.kind === 'now' ? undefined : { label: 'Undo', act: () => void move(moved, before) },
    });
    return true;
  }

  return {
    async takeBack(departure) {
      if (!(await act(departure, 'take-back'))) return;
      show({ words: `Taken back, to ${recipientsWords(departure.recipients)}. It is a draft again.` });
      // Opened from what the server has now, not from what was on screen while it was pending.
      await client.fetchQuery({ ...messageQuery(departure.messageId), staleTime: 0 }).catch(() => {});
      router.push(`/write/${departure.messageId}`);
    },
    async releaseNow(departure) {
      if (await act(departure, 'release')) show({ words: 'It leaves now.' });
    },
    async retry(departure) {
      if (await act(departure, 'retry')) show({ words: 'It is tried again now.' });
    },
    async settle(departure, arrived) {
      if (await act(departure, 'settle', { arrived }))
        show({ words: arrived ? 'Kept as sent.' : 'It is sent again.' });
    },
    move,
    async remove(message) {
      const done = await attempt(async () => {
        await ask('DELETE', `/messages/${message.id}`);
        return true;
      });
      if (!done) return;
      const restore = async () => {
        if (!(await attempt(() => ask<MessageJson>('POST', `/messages/${message.id}/restore`)))) return;
        show({ words: 'It is back, as a draft.' });
      };
      show({
        words: `Deleted “${message.subject || '(no subject)'}”. It will not leave.`,
        undo: { label: 'Undo', act: () => void restore() },
      });
    },
  };
}
