'use client';
/** What the views read from the API, kept current by live updates. */
import { keepPreviousData, useInfiniteQuery, useQuery, type QueryClient } from '@tanstack/react-query';
import { ask } from './client';
import { useFirst } from './first';
import { outdate } from './outdate';
import { useRead } from './useRead';
import { CORRESPONDENTS, DRAFTS, GROUPS, HEALTH, messagePath, PENDING, pendingPath } from './paths';
import type {
  BackupsJson,
  BestJson,
  BoardJson,
  ClockJson,
  CorrespondentJson,
  DepartureJson,
  DeparturePageJson,
  FaultsJson,
  GroupJson,
  HealthJson,
  HolidayPlaceJson,
  MailboxJson,
  MailboxSummaryJson,
  MessageJson,
  MetAddressJson,
  MessagePageJson,
  PhraseJson,
  PreviewJson,
  SessionsJson,
  SettingsJson,
  SpaceJson,
  StripJson,
  SuggestionJson,
  TrialJson,
  ZoneJson,
  ReadHabitJson,
} from '#api/types';
import type { DepartureState } from '#core/departure/states';
import type { HoldRule } from '#core/hold/rule';
import type { Choices, Plan } from '#core/plan/plan';

export const useClockReading = () =>
  useQuery({ queryKey: ['clock'], queryFn: () => ask<ClockJson>('GET', '/clock') });

export const useHealth = () => useRead<HealthJson>(['health'], HEALTH);

export function useSettings(): SettingsJson {
  // The shell puts them in place before anything is drawn.
  return useQuery({ queryKey: ['settings'], queryFn: () => ask<SettingsJson>('GET', '/settings') }).data!;
}

export const usePending = () => useRead<DeparturePageJson>(['departures', 'pending'], PENDING);

/** What the pending list shows: which states, and words to find. */
export interface PendingFilter {
  states: readonly DepartureState[];
  search: string;
}

/** Pending departures by moment, page by page. */
export const usePendingPages = ({ states, search }: PendingFilter) =>
  useInfiniteQuery({
    queryKey: ['departures', 'list', states, search],
    queryFn: ({ pageParam }) => ask<DeparturePageJson>('GET', pendingPath(states, search, pageParam)),
    initialPageParam: '',
    getNextPageParam: (page) => page.cursor ?? undefined,
    enabled: states.length > 0,
    placeholderData: keepPreviousData,
  });

/** What has left. @param folder only what is kept there; empty: of what no copy is kept; undefined: all @param unanswered only what nobody has answered */
export const useLeft = (folder: string | undefined, search: string, unanswered: boolean) =>
  useInfiniteQuery({
    queryKey: ['departures', 'left', folder ?? null, search, unanswered],
    queryFn: ({ pageParam }) => {
      const query = new URLSearchParams({ state: 'sent', order: 'latest', limit: '100' });
      if (folder !== undefined) query.set('folder', folder);
      if (search) query.set('q', search);
      if (unanswered) query.set('unanswered', 'true');
      if (pageParam) query.set('cursor', pageParam);
      return ask<DeparturePageJson>('GET', `/departures?${query.toString()}`);
    },
    initialPageParam: '',
    getNextPageParam: (page) => page.cursor ?? undefined,
    placeholderData: keepPreviousData,
  });

export const useDeparture = (id: string | undefined) =>
  useQuery({
    queryKey: ['departures', id],
    queryFn: () => ask<DepartureJson>('GET', `/departures/${id}`),
    enabled: Boolean(id),
  });

export const useDrafts = () => useRead<MessagePageJson>(['drafts'], DRAFTS);

export const messageQuery = (id: string | undefined) => ({
  queryKey: ['message', id],
  queryFn: () => ask<MessageJson>('GET', messagePath(id!)),
});

export function useMessage(id: string | undefined) {
  const first = useFirst();
  const initialData = () => (id === undefined ? undefined : first<MessageJson>(messagePath(id)));
  return useQuery({ ...messageQuery(id), initialData, enabled: Boolean(id) });
}

export const useCorrespondents = () =>
  useRead(
    ['correspondents'],
    CORRESPONDENTS,
    ({ correspondents }: { correspondents: CorrespondentJson[] }) => correspondents,
  );

/** When somebody answers, how fast, and what they have answered to questions. */
export const useAnswerHabit = (id: string) =>
  useQuery({
    queryKey: ['correspondents', 'answers', id],
    queryFn: () => ask<ReadHabitJson>('GET', `/correspondents/${id}/answers`),
  });

/** What is known of a country's public holidays; nothing is asked for null. */
export const useHolidayPlace = (country: string | null) =>
  useQuery({
    queryKey: ['holidays', country],
    queryFn: () => ask<HolidayPlaceJson>('GET', `/holidays?country=${country}`),
    enabled: country !== null,
  });

/** What changes with the recipients and, for relative times, with the minute. */
const fleeting = { placeholderData: keepPreviousData, retry: false, gcTime: 60_000 } as const;

/** What a hold rule would have done with what was sent last; nothing is asked for null. */
export const useTrials = (rule: HoldRule | null) =>
  useQuery({
    queryKey: ['trials', rule],
    queryFn: async () => (await ask<{ trials: TrialJson[] }>('POST', '/hold-rules/try', rule)).trials,
    enabled: rule !== null,
    ...fleeting,
  });

export const useZones = () =>
  useQuery({
    queryKey: ['zones'],
    queryFn: async () => (await ask<{ zones: ZoneJson[] }>('GET', '/zones')).zones,
    staleTime: 3_600_000,
  });

const asked = (recipients: readonly string[]) => recipients.map((address) => ({ address }));

export interface PreviewAsked {
  /** null: nothing is asked. */
  plan: Plan | null;
  choices: Choices;
  recipients: string[];
  /** The message it is about, as it is kept: hold rules look into it. */
  message: { id: string; revision: number } | null;
  /** Quiet hours are set aside. */
  inSpiteOfQuiet: boolean;
  /** Changes as time goes by, so that "in 12 h" stays true. */
  minute: number;
}

/** A plan's preview. */
export const usePreview = ({ plan, choices, recipients, message, inSpiteOfQuiet, minute }: PreviewAsked) =>
  useQuery({
    queryKey: ['preview', plan, choices, recipients, message, inSpiteOfQuiet, minute],
    queryFn: () =>
      ask<PreviewJson>('POST', '/plans/preview', {
        plan,
        ...choices,
        message: message?.id,
        inSpiteOfQuiet,
        recipients: asked(recipients),
      }),
    enabled: plan !== null,
    ...fleeting,
  });

export const useSuggestions = (recipients: string[], minute: number) =>
  useQuery({
    queryKey: ['suggestions', recipients, minute],
    queryFn: async () =>
      (
        await ask<{ suggestions: SuggestionJson[] }>('POST', '/moments/suggest', {
          recipients: asked(recipients),
        })
      ).suggestions,
    ...fleeting,
  });

export const usePhrase = (text: string, recipients: string[], minute: number) =>
  useQuery({
    queryKey: ['phrase', text, recipients, minute],
    queryFn: () => ask<PhraseJson>('POST', '/moments/phrase', { text, recipients: asked(recipients) }),
    enabled: text.trim() !== '',
    ...fleeting,
    // Of other words it would be a wrong reading; of the same a minute ago it is nearly right.
    placeholderData: (last: PhraseJson | undefined, query) =>
      query?.queryKey[1] === text ? last : undefined,
  });

export const useBest = (recipients: string[], minute: number, enabled: boolean) =>
  useQuery({
    queryKey: ['best', recipients, minute],
    queryFn: () => ask<BestJson>('POST', '/moments/best', { recipients: asked(recipients) }),
    enabled,
    ...fleeting,
  });

export const useStrips = (recipients: string[], from: string, until: string, enabled: boolean) =>
  useQuery({
    queryKey: ['strips', recipients, from, until],
    queryFn: async () =>
      (
        await ask<{ strips: StripJson[] }>('POST', '/moments/strips', {
          recipients: asked(recipients),
          from,
          until,
        })
      ).strips,
    enabled,
    ...fleeting,
  });

/** The days of these correspondents, by id. */
export const useBoard = (ids: readonly string[], from: string, until: string) =>
  useQuery({
    queryKey: ['strips', 'board', ids, from],
    queryFn: async () => {
      const { rows } = await ask<BoardJson>('POST', '/correspondents/board', { ids, from, until });
      return new Map(rows.map(({ id, parts }) => [id, parts]));
    },
    enabled: ids.length > 0,
    ...fleeting,
  });

/** Whom past mail went to or came from, by what is typed of them; nothing for less than two letters. */
export function useMetAddresses(words: string) {
  const q = words.trim();
  return useQuery({
    queryKey: ['met', q],
    queryFn: async () =>
      (await ask<{ addresses: MetAddressJson[] }>('GET', `/addresses?q=${encodeURIComponent(q)}`)).addresses,
    enabled: q.length > 1,
    placeholderData: keepPreviousData,
  });
}

export const useSessions = () =>
  useQuery({
    queryKey: ['sessions'],
    queryFn: async () => (await ask<SessionsJson>('GET', '/sessions')).sessions,
  });

export const useBackups = () =>
  useQuery({ queryKey: ['backups'], queryFn: () => ask<BackupsJson>('GET', '/backups') });

/** What what is kept for a while takes; asked for where it is looked at. */
export const useSpace = () =>
  useQuery({ queryKey: ['space'], queryFn: () => ask<SpaceJson>('GET', '/health/space'), staleTime: 0 });

export const useGroups = () => useRead(['groups'], GROUPS, ({ groups }: { groups: GroupJson[] }) => groups);

export const useMailboxes = () =>
  useQuery({
    queryKey: ['mailboxes'],
    queryFn: async () =>
      (await ask<{ mailboxes: MailboxSummaryJson[] }>('GET', '/postoffice/mailboxes')).mailboxes,
  });

export const useMailbox = (address: string | undefined) =>
  useQuery({
    queryKey: ['mailboxes', address],
    queryFn: () => ask<MailboxJson>('GET', `/postoffice/mailboxes/${encodeURIComponent(address!)}`),
    enabled: Boolean(address),
  });

export const useFaults = () =>
  useQuery({ queryKey: ['faults'], queryFn: () => ask<FaultsJson>('GET', '/postoffice/faults') });

/** Which queries a change of a topic makes old. */
const STALE: Record<string, string[]> = {
  departure: [
    ...['departures', 'message', 'mailboxes', 'health', 'drafts', 'series', 'links', 'file-watches'],
    ...['batches', 'occasions', 'events', 'questions'],
  ],
  message: [
    ...['inbox', 'archive', 'search', 'snoozed', 'drafts', 'message', 'departures', 'mailboxes'],
    ...['todos', 'imports', 'watches', 'series', 'links', 'texts', 'batches', 'occasions'],
  ],
  return: [
    'inbox',
    'archive',
    'search',
    'snoozed',
    'message',
    'todos',
    'reminders',
    'return-suggestions',
    'watches',
    'departures',
  ],
  text: ['texts'],
  batch: ['batches'],
  occasion: ['occasions'],
  event: ['events', 'questions', 'departures', 'preview', 'suggestions', 'phrase', 'message'],
  calendar: ['calendars'],
  account: ['accounts'],
  key: ['keys'],
  question: ['questions', 'correspondents', 'watches'],
  settings: [
    ...['settings', 'trials', 'preview', 'suggestions', 'phrase', 'snooze-phrase', 'best', 'departures'],
    ...['links', 'files', 'events'],
  ],
  clock: ['clock'],
  session: ['sessions'],
  health: ['health', 'accounts', 'departures', 'faults', 'clock', 'backups'],
  correspondent: [
    ...[
      'correspondents',
      'groups',
      'departures',
      'inbox',
      'message',
      'watches',
      'filled',
      'occasions',
      'events',
    ],
    ...['preview', 'suggestions', 'phrase', 'snooze-phrase', 'best', 'strips', 'holidays'],
  ],
};

const staleBy = (topics: Iterable<string>) => new Set([...topics].flatMap((topic) => STALE[topic] ?? []));

/** Loads again what the topics touch. */
export function refresh(client: QueryClient, topics: Iterable<string>): void {
  for (const key of staleBy(topics)) outdate(client, { queryKey: [key] });
}

/** The same. @returns (resolves) once what of it is looked at is there, or could not be loaded */
export async function refreshed(client: QueryClient, topics: Iterable<string>): Promise<void> {
  await Promise.all([...staleBy(topics)].map((key) => client.invalidateQueries({ queryKey: [key] })));
}
