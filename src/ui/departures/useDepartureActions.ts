'use client';
/** What can be done to a departure from any view, with its notice. */
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { DepartureJson, DeparturesJson, MessageSummaryJson } from '#api/types';
import { leavesOnceHeld } from '#core/plan/kinds/registry';
import type { Plan } from '#core/plan/plan';
import { recipientsWords, useWords, type Words } from '../common/format';
import { stateWords } from '../common/StatePill';
import { useAttempt, type Attempt } from '../common/useAttempt';
import { ApiProblem, ask } from '../data/client';
import { messageQuery } from '../data/queries';
import { eachInTurn, whyNot } from './eachInTurn';
import { useNotices } from '../shell/Notices';
import { correctionPath } from '../shell/views';

export interface DepartureActions {
  /** Back to a draft, opened in Write. */
  takeBack: (departure: DepartureJson, copies?: 'this' | 'all') => Promise<void>;
  releaseNow: (departure: DepartureJson) => Promise<void>;
  retry: (departure: DepartureJson) => Promise<void>;
  pause: (departure: DepartureJson) => Promise<void>;
  /** Sets a paused one going again. */
  resume: (departure: DepartureJson) => Promise<void>;
  /** Lets one go on that was to be looked at first. */
  approve: (departure: DepartureJson) => Promise<void>;
  settle: (departure: DepartureJson, arrived: boolean) => Promise<void>;
  /**
   * Sends or schedules several drafts.
   * @returns the ids of those that could not be
   */
  scheduleAll: (messages: readonly MessageSummaryJson[], plan: Plan) => Promise<string[]>;
  /** @param goOn one that stands still is set going with it */
  move: (departure: DepartureJson, plan: Plan, goOn?: boolean) => Promise<boolean>;
  /** Of a series: it is left out. */
  skip: (departure: DepartureJson, out?: boolean) => Promise<unknown>;
  remove: (message: { id: string; subject: string }) => Promise<void>;
  /** @returns the ids of those that could not be deleted */
  removeAll: (messages: readonly { id: string; subject: string }[]) => Promise<string[]>;
}

export function useDepartureActions(): DepartureActions {
  const client = useQueryClient();
  const router = useRouter();
  const attempt = useAttempt();
  const { show } = useNotices();
  const words = useWords();
  return useMemo(
    () => departureActions(client, router, attempt, show, words),
    [client, router, attempt, show, words],
  );
}

function departureActions(
  client: QueryClient,
  router: ReturnType<typeof useRouter>,
  attempt: Attempt,
  show: ReturnType<typeof useNotices>['show'],
  words: Words,
): DepartureActions {
  const act = (departure: DepartureJson, action: string, body?: unknown) =>
    attempt(() => ask<DepartureJson>('POST', `/departures/${departure.id}/${action}`, body), [departure.id]);

  /** Gives back what it was before; undefined where there is no coming back to it. */
  const undoTo = ({ id, snapshot }: DepartureJson) =>
    snapshot
      ? () =>
          attempt(() => ask<DepartureJson>('POST', `/departures/${id}/restore`, { snapshot })).then(
            (restored) =>
              restored &&
              show({
                words: `As before: ${restored.state === 'scheduled' ? `leaves ${words.moment(restored.at)}` : stateWords(restored, words.exact)}.`,
              }),
          )
      : undefined;

  async function move(departure: DepartureJson, plan: Plan, goOn = false): Promise<boolean> {
    const { id, revision } = departure;
    const moved = await attempt(
      () => ask<DepartureJson>('PATCH', `/departures/${id}`, { plan, goOn }, { revision }),
      [id],
    );
    if (!moved) return false;
    const when = words.moment(moved.at);
    show({
      words: moved.state === 'paused' ? `Moved to ${when}, and paused as before.` : `Moved: leaves ${when}.`,
      undo: undoTo(departure),
    });
    return true;
  }

  const skip = (departure: DepartureJson, out = true): Promise<unknown> =>
    attempt(async () => {
      const { series, subject, at } = departure;
      await ask('PATCH', `/series/${series!.id}/occurrences/${series!.occurrence}`, { skip: out });
      show({
        words: out
          ? `Left out: “${subject}” of ${words.moment(at)}.`
          : `“${subject}” leaves ${words.moment(at)} again.`,
        undo: () => skip(departure, !out),
      });
    }, [departure.id]);

  /** Deletes what will not leave then; in one step, and undone in one. @returns what could not be deleted */
  async function removeAll(
    messages: readonly Pick<MessageSummaryJson, 'id' | 'subject'>[],
  ): Promise<string[]> {
    const ids = messages.map(({ id }) => id);
    const [gone, failed] = (await attempt(
      () => eachInTurn(messages, ({ id }) => ask('DELETE', `/messages/${id}`, undefined, { revision: '*' })),
      ids,
    ))!;
    const restore = () =>
      attempt(async () => {
        const [back, lost] = await eachInTurn(gone, ({ id }) => ask('POST', `/messages/${id}/restore`));
        const words = back.length === 1 ? 'It is back, as a draft.' : `${back.length} are back, as drafts.`;
        show({
          words: [back.length ? words : '', whyNot(lost)].filter(Boolean).join(' '),
          problem: lost.length > 0,
        });
      });
    const done =
      gone.length === 1
        ? `Deleted “${gone[0]!.subject || '(no subject)'}”. It will not leave.`
        : `Deleted ${gone.length} messages. They will not leave.`;
    show({
      words: [gone.length ? done : '', whyNot(failed)].filter(Boolean).join(' '),
      undo: gone.length ? restore : undefined,
      problem: failed.length > 0,
    });
    return failed.map(({ item }) => item.id);
  }

  return {
    skip,
    async takeBack(departure, copies = 'this') {
      const back = await attempt(async () => {
        try {
          return await ask<DepartureJson>('POST', `/departures/${departure.id}/take-back`, { copies });
        } catch (error) {
          const tooLate = error instanceof ApiProblem && error.status === 409;
          if (!tooLate) throw error;
          const correct = () => router.push(correctionPath(departure.messageId));
          show({
            words: `${error.message} C writes a correction in the same thread.`,
            way: { label: 'Write a correction', act: correct },
            problem: true,
          });
          return undefined;
        }
      }, [copies === 'all' ? departure.messageId : departure.id]);
      if (!back) return;
      show({ words: `Taken back, to ${recipientsWords(departure.recipients)}. It is a draft again.` });
      // Opened from what the server has now, not from what was on screen while it was pending.
      await client.fetchQuery({ ...messageQuery(back.messageId), staleTime: 0 }).catch(() => {});
      router.push(`/write/${back.messageId}`);
    },
    async releaseNow(departure) {
      if (await act(departure, 'release')) show({ words: 'It leaves now.' });
    },
    async retry(departure) {
      if (await act(departure, 'retry')) show({ words: 'It is tried again now.' });
    },
    async pause(departure) {
      const paused = await act(departure, 'pause');
      if (!paused) return;
      show({ words: 'Paused: it leaves when you say so.', undo: undoTo(departure) });
    },
    async resume(departure) {
      const gone = await act(departure, 'resume');
      if (!gone) return;
      const held = gone.state === 'held';
      show({
        words: held ? `Held until ${words.exact(gone.at)}.` : `Leaves ${words.moment(gone.at)}.`,
        undo: undoTo(departure),
      });
    },
    async approve(departure) {
      const gone = await act(departure, 'approve');
      if (gone) show({ words: `Held until ${words.exact(gone.at)}.` });
    },
    async settle(departure, arrived) {
      if (await act(departure, 'settle', { arrived }))
        show({ words: arrived ? 'Kept as sent.' : 'It is sent again.' });
    },
    async scheduleAll(messages, plan) {
      const made: DepartureJson[] = [];
      const schedule = async ({ id }: MessageSummaryJson) => {
        const asked = ask<DeparturesJson>('POST', `/messages/${id}/schedule`, { plan });
        made.push(...(await asked).departures);
      };
      const ids = messages.map(({ id }) => id);
      const [, failed] = (await attempt(() => eachInTurn(messages, schedule), ids))!;
      const undo = async () => {
        await attempt(async () => {
          for (const { id } of made) await ask('POST', `/departures/${id}/take-back`);
        });
        show({ words: 'They are drafts again.' });
      };
      const done = made.length > 0 ? `${made.length} ${leavesOnceHeld(plan) ? 'held' : 'scheduled'}.` : '';
      show({
        words: [done, whyNot(failed)].filter(Boolean).join(' '),
        undo: made.length > 0 ? undo : undefined,
        problem: failed.length > 0,
      });
      return failed.map(({ item }) => item.id);
    },
    move,
    remove: async (message) => void (await removeAll([message])),
    removeAll,
  };
}
