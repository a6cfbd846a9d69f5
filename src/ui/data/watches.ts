'use client';
/** What waits for an answer, as views read it. */
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import type {
  CorrespondentJson,
  DeadlineSuggestionsJson,
  UsualWatchesJson,
  WatchesJson,
  WatchJson,
} from '#api/types';
import type { UsualFor, UsualWatch } from '#core/watch/usual';
import { useNotices } from '../shell/Notices';
import { ask } from './client';
import { refresh } from './queries';
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
    queryFn: () => ask<DeadlineSuggestionsJson>('POST', '/watches/suggestions', { message }),
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });

const USUAL = ['watches', 'usual'];

/** What is usually waited for: everyone's last. */
export const useUsualWatches = () =>
  useQuery({
    queryKey: USUAL,
    queryFn: async () => (await ask<UsualWatchesJson>('GET', '/watches/usual')).usual,
  });

/** Says what is usual for somebody, with its undo. */
export function useSetUsual() {
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  const put = async (whom: UsualFor, watch: UsualWatch | null): Promise<void> => {
    const { usual } = await ask<UsualWatchesJson>('PUT', '/watches/usual', { whom, watch });
    client.setQueryData(USUAL, usual);
  };
  /** @param words says what is done @param before what was usual for them */
  return (
    whom: UsualFor,
    watch: UsualWatch | null,
    words: string,
    before: UsualWatch | null,
  ): Promise<void> =>
    put(whom, watch).then(
      () => show({ words, undo: () => void put(whom, before).catch(showProblem) }),
      showProblem,
    );
}

/** What is waited for after a message to these, where nothing else is said; undefined where nothing is. */
export function useUsualFor(recipients: readonly string[], wanted: boolean) {
  // Most people have nothing that is usual, and need not be asked at each reader.
  const some = (useUsualWatches().data ?? []).length > 0;
  const enabled = wanted && some && recipients.length > 0;
  const { data } = useQuery({
    queryKey: ['watches', 'usual for', recipients],
    queryFn: async () => {
      const asked = { recipients: recipients.map((address) => ({ address })) };
      return (await ask<DeadlineSuggestionsJson>('POST', '/watches/suggestions', asked)).usual;
    },
    enabled,
    placeholderData: keepPreviousData,
  });
  // What was read before nothing was usual any more is not so.
  return enabled ? data : undefined;
}

type Away = NonNullable<NonNullable<WatchJson['back']>['leave']>;

/** Notes somebody's leave as their away-message tells it, with its undo. */
export function useNoteLeave(): (away: Away) => void {
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  return ({ correspondent, from, to, words }) => {
    const path = `/correspondents/${correspondent}`;
    const done = () => refresh(client, ['correspondent']);
    const without = ({ leave }: CorrespondentJson) =>
      leave.filter((each) => each.from !== from || each.to !== to);
    const undo = (person: CorrespondentJson) => () =>
      void ask('PATCH', path, { leave: without(person) }).then(done, showProblem);
    ask<CorrespondentJson>('POST', `${path}/leave`, { from, to }).then((person) => {
      done();
      show({ words: `${words}: noted.`, undo: undo(person) });
    }, showProblem);
  };
}
