/** What is in the inbox, put off or archived: threads, a page at a time. */
import { atTheirDesk } from '#core/people/atTheirDesk';
import { INBOX_GROUPS, type InboxGroup } from '#core/reply/inboxGroup';
import { allCorrespondents } from '#store/correspondents';
import { lastSeq } from '#store/journal';
import { findSummaryRows } from '#store/messages';
import { countWaiting, waiting } from '#store/returns';
import {
  countThreads,
  newestOfThreads,
  threadsIn,
  unseenThreads,
  type AfterThread,
  type Place,
  type Thread,
  type ThreadPart,
} from '#store/threads';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { summariesOf, type MessageSummary } from '../messages/summaries';
import { workingOf } from '../people/readers';

export interface ThreadSummary extends MessageSummary {
  /** Messages in the thread. */
  count: number;
  /** Something of it in the inbox has not been seen. */
  fresh: boolean;
  /** The last that came of it: who deals with the thread knows of everything up to that. */
  newestId: string;
  /** Where it stands in the inbox; null where the list is by time. */
  group: InboxGroup | null;
}

export interface ThreadPage {
  messages: ThreadSummary[];
  /** How many threads there are in all, counted up to {@link MOST_COUNTED}. */
  total: number;
  /** How many threads of the inbox have something new, counted so far too, and since when the first has. */
  unseen: { count: number; since: number | null };
  /** What the next page is asked for with; null where this is the last. */
  cursor: string | null;
}

export interface ThreadsAsked {
  place: Place;
  /** By what an answer would do now, or by time alone. */
  order: 'answer' | 'time';
  cursor?: string;
  limit: number;
}

export const MOST_COUNTED = 10_000;
const QUARTER_MS = 900_000;

/** Addresses, lower case, of those at work now, of those who are not, and of all whose clock is known. */
interface AtWork {
  at: string[];
  away: string[];
  known: string[];
}

/** People start and stop on the quarter of an hour; asked for every page, worked out once. */
const remembered = new WeakMap<Desk, { key: string; value: AtWork }>();

function whoIsAtWork(desk: Desk): AtWork {
  const { db } = desk.store;
  const now = desk.now();
  const key = `${Math.floor(now / QUARTER_MS)} ${lastSeq(db)}`;
  const last = remembered.get(desk);
  if (last?.key === key) return last.value;
  const value: AtWork = { at: [], away: [], known: [] };
  for (const { addresses, ...person } of allCorrespondents(db)) {
    if (!person.zone) continue;
    const { working } = atTheirDesk(now, person.zone, workingOf(db, person, now));
    (working ? value.at : value.away).push(...addresses);
    value.known.push(...addresses);
  }
  remembered.set(desk, { key, value });
  return value;
}

/** The parts of the inbox, in order. */
function partsOf(desk: Desk, order: ThreadsAsked['order']): { group: InboxGroup | null; part: ThreadPart }[] {
  if (order === 'time') return [{ group: null, part: 'all' }];
  const { at, away, known } = whoIsAtWork(desk);
  const parts: ThreadPart[] = ['returned', { by: at }, { by: away }, { notBy: known }];
  return INBOX_GROUPS.map((group, index) => ({ group, part: parts[index]! }));
}

function readCursor(cursor: string | undefined, parts: number): { part: number; after?: AfterThread } {
  if (cursor === undefined) return { part: 0 };
  const match = /^(\d+)\.(-?\d+)\.([\w-]+)$/.exec(cursor);
  if (!match || Number(match[1]) >= parts) throw new Invalid('This is no cursor of ours.', 'cursor');
  return { part: Number(match[1]), after: { sortAt: Number(match[2]), id: match[3]! } };
}

/** The message a thread stands for in a list, with what came back of it. */
function asThreads(desk: Desk, rows: { thread: Thread; group: InboxGroup | null }[]): ThreadSummary[] {
  const latest = new Map(
    summariesOf(
      desk,
      rows.map(({ thread }) => thread.latestId!),
    ).map((each) => [each.id, each]),
  );
  const returned = new Map(
    findSummaryRows(
      desk.store.db,
      rows.flatMap(({ thread }) => thread.returnedId ?? []),
    ).map((each) => [each.id, each]),
  );
  const newest = newestOfThreads(
    desk.store.db,
    rows.map(({ thread }) => thread.id),
  );
  return rows.flatMap(({ thread, group }): ThreadSummary[] => {
    const summary = latest.get(thread.latestId!);
    const back = thread.returnedId ? returned.get(thread.returnedId) : undefined;
    if (!summary) return [];
    const newestId = newest.get(thread.id) ?? summary.id;
    const { returnedAt, returnedWhy } = back ?? { returnedAt: null, returnedWhy: null };
    return [
      {
        ...summary,
        returnedAt,
        returnedWhy,
        count: thread.count,
        newestId,
        fresh: thread.unseenAt !== null,
        group,
      },
    ];
  });
}

/** @throws Invalid */
export function listThreads(desk: Desk, { place, order, cursor, limit }: ThreadsAsked): ThreadPage {
  const { db } = desk.store;
  const parts = partsOf(desk, place === 'inbox' ? order : 'time');
  const from = readCursor(cursor, parts.length);
  const rows: { thread: Thread; group: InboxGroup | null; part: number }[] = [];
  for (let index = from.part; index < parts.length && rows.length <= limit; index++) {
    const { group, part } = parts[index]!;
    const after = index === from.part ? from.after : undefined;
    for (const thread of threadsIn(db, place, part, after, limit + 1 - rows.length))
      rows.push({ thread, group, part: index });
  }
  const more = rows.length > limit;
  const shown = rows.slice(0, limit);
  const last = shown.at(-1);
  return {
    messages: asThreads(desk, shown),
    total: countThreads(db, place, MOST_COUNTED),
    unseen: unseenThreads(db, MOST_COUNTED),
    cursor: more && last ? `${last.part}.${last.thread.sortAt}.${last.thread.id}` : null,
  };
}

/** The messages that are put off, the soonest first. */
export function listSnoozed(desk: Desk, limit: number): { messages: MessageSummary[]; total: number } {
  const rows = waiting(desk.store.db, limit);
  const messages = summariesOf(
    desk,
    rows.map(({ messageId }) => messageId),
  );
  return { messages, total: countWaiting(desk.store.db) };
}
