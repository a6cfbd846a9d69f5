'use client';
/** What one does with incoming messages, each with its undo. */
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Chasers } from '#core/watch/chasers';
import type {
  ConsideredJson,
  DeadlineJson,
  MessageJson,
  MessageSummaryJson,
  MovedJson,
  TodoChangedJson,
  TodoJson,
  WatchJson,
} from '#api/types';
import { ordinal } from '#core/time/words';
import { useWords } from '../common/format';
import { useAct, type Acting } from '../common/useAct';
import { useTodoWords } from '../common/useTodoWords';
import { ask } from '../data/client';
import { refreshed } from '../data/queries';
import { eachInTurn, whyNot } from '../departures/eachInTurn';
import { useNotices } from '../shell/Notices';
import { untilWords } from '../watches/watchWords';

export type Subject = Pick<MessageSummaryJson, 'id' | 'subject'> & {
  /** The row of its thread goes with it. */
  threadId?: string;
  /** Of a thread the last that came, and what of it was new when it was opened: known, and dealt with together. */
  newestId?: string;
  known?: readonly string[];
};

/** How a message is to be put off. */
export interface SnoozeBody {
  until?: string | { local: string; zone: string };
  suggestion?: string;
  phrase?: string;
  note?: string;
  wholeThread?: boolean;
  early?: boolean;
  repeat?: string | null;
}

export type TodoBody = Partial<Pick<TodoJson, 'what' | 'note' | 'start' | 'due' | 'remindAt' | 'sound'>>;

/** How an answer is to be waited for. */
export interface WatchBody {
  deadline: DeadlineJson;
  settledBy: WatchJson['settledBy'];
  note: string;
  chasers: Chasers | null;
}

/** The API takes so many in one request. */
const MOST_AT_ONCE = 200;

/** “Crates”, or how many. */
const named = (messages: readonly Subject[]) =>
  messages.length === 1 ? `“${messages[0]!.subject || '(no subject)'}”` : `${messages.length} threads`;

const isAre = (messages: readonly Subject[]) => (messages.length === 1 ? 'is' : 'are');
const comeComes = (messages: readonly Subject[]) => (messages.length === 1 ? 'comes' : 'come');
const knownOf = ({ newestId, known = [] }: Subject) => (newestId ? [newestId, ...known] : known);
const idsOf = (messages: readonly Subject[]) => messages.map(({ id }) => id);
/** Of the rows they stand in: of threads, or of their own where they were found. */
const rowsOf = (messages: readonly Subject[]) =>
  messages.flatMap(({ id, threadId }) => (threadId === undefined ? id : [id, threadId]));

export function useMessageActions() {
  const acting = useAct();
  const client = useQueryClient();
  const { show } = useNotices();
  const sayTodo = useTodoWords();
  const words = useWords();
  return useMemo(() => {
    const { attempt } = acting;
    const act = (work: Parameters<Acting['act']>[0], about: readonly Subject[] = []) =>
      acting.act(work, rowsOf(about));

    /** One act, however many they are: what goes under one key is undone together. */
    async function move(
      messages: readonly Subject[],
      action: 'archive' | 'inbox' | 'seen' | 'new',
      asking: { undoKey: string },
    ): Promise<void> {
      for (let at = 0; at < messages.length; at += MOST_AT_ONCE) {
        const some = messages.slice(at, at + MOST_AT_ONCE);
        const body = { ids: idsOf(some), action, known: some.flatMap(knownOf) };
        await ask<MovedJson>('POST', '/messages/bulk', body, asking);
      }
    }

    const backToInbox = (messages: readonly Subject[]) =>
      act(async (asking) => {
        await move(messages, 'inbox', asking);
        const done = `${named(messages)} back in the inbox`;
        return { done, words: `${named(messages)} ${isAre(messages)} in the inbox again.` };
      });

    const archive = (messages: readonly Subject[]) =>
      act(async (asking) => {
        await move(messages, 'archive', asking);
        const done = `archiving ${named(messages)}`;
        return { done, words: `Archived: ${named(messages)}.` };
      }, messages);

    /** Says that they have been seen, with their threads, or that they are new. */
    const mark = (messages: readonly Subject[], as: 'seen' | 'new') =>
      act(async (asking) => {
        await move(messages, as, asking);
        // The same key is the way back: by the time it is said, the row shows what it stands for now.
        await refreshed(client, ['message']);
        const done = `marking ${named(messages)} as ${as}`;
        return { done, words: `Marked as ${as}: ${named(messages)}.` };
      });

    const snooze = (messages: readonly Subject[], body: SnoozeBody) =>
      act(async (asking) => {
        const put = (each: Subject) =>
          ask<MessageJson>('POST', `/messages/${each.id}/snooze`, { ...body, known: knownOf(each) }, asking);
        const [head, ...others] = messages;
        const first = await put(head!);
        // What was put off stays so, and can be undone, whatever becomes of the rest.
        const [also, failed] = await eachInTurn(others, put);
        const off = [head!, ...also];
        const { until, times } = first.snooze!;
        const often = messages.length === 1 && times > 1 ? ` For the ${ordinal(times)} time.` : '';
        return {
          words:
            `Put off: ${named(off)} ${comeComes(off)} back ${words.moment(until)}.${often} ${whyNot(failed)}`.trim(),
          done: `putting off ${named(off)}`,
        };
      }, messages);

    const bringBack = (message: Subject) =>
      act(async (asking) => {
        await ask('DELETE', `/messages/${message.id}/snooze`, undefined, asking);
        const done = `bringing back ${named([message])}`;
        return { done, words: `${named([message])} is back in the inbox.` };
      });

    /** Cannot be undone: who was struck off a list can only ask for it anew. */
    const unsubscribe = (message: Subject, list: string) =>
      attempt(async () => {
        await ask('POST', `/messages/${message.id}/unsubscribe`);
        show({ words: `${list} was asked to send you nothing more, and agreed.` });
      });

    const changeSnooze = (message: Subject, change: { note?: string; early?: boolean }) =>
      act(async (asking) => {
        await ask('PATCH', `/messages/${message.id}/snooze`, change, asking);
        const done = `the change of how ${named([message])} is put off`;
        return { done, words: `Changed: how ${named([message])} is put off.` };
      });

    /** On messages, or by itself where there is none. */
    const keepTodo = (messages: readonly Subject[], body: TodoBody) =>
      act(async (asking) => {
        const [head, ...others] = messages;
        if (!head) {
          const todo = await ask<TodoJson>('POST', '/todos', body, asking);
          return { words: `To-do: ${sayTodo(todo)}.`, done: `to-do ${todo.what}` };
        }
        const put = ({ id }: Subject) => ask<TodoChangedJson>('PUT', `/messages/${id}/todo`, body, asking);
        const { todo, said } = await put(head);
        // What was kept stays so, and can be undone, whatever becomes of the rest.
        const [also, failed] = await eachInTurn(others, put);
        const on = others.length > 0 ? `, on ${named([head, ...also])}` : '';
        const done = `to-do ${todo.what}${on}`;
        return { words: [`To-do: ${sayTodo(todo)}${on}.`, ...said, whyNot(failed)].join(' ').trim(), done };
      });

    const changeTodo = (id: string, body: TodoBody) =>
      act(async (asking) => {
        const { todo, said } = await ask<TodoChangedJson>('PATCH', `/todos/${id}`, body, asking);
        return { words: [`To-do: ${sayTodo(todo)}.`, ...said].join(' '), done: `the change of ${todo.what}` };
      });

    const settleTodo = (todo: TodoJson, state: TodoJson['state']) =>
      act(async (asking) => {
        await ask('POST', `/todos/${todo.id}/state`, { state }, asking);
        const said = { done: 'Done', dropped: 'Dropped', open: 'To do again' }[state];
        return { words: `${said}: ${todo.what}.`, done: `${said.toLowerCase()}, ${todo.what}` };
      });

    const untilOf = (watch: WatchJson) => untilWords(watch, words);

    /** Waits for an answer; of what is watched already it is another deadline. */
    const watch = (messages: readonly Subject[], body: WatchBody) =>
      act(async (asking) => {
        const { note, chasers, ...rest } = body;
        // Of several, what is left empty is not taken from those that have it.
        const said =
          messages.length === 1 ? body : { ...rest, note: note || undefined, chasers: chasers ?? undefined };
        const put = ({ id }: Subject) => ask<WatchJson>('POST', '/watches', { message: id, ...said }, asking);
        const [head, ...others] = messages;
        const first = await put(head!);
        const [also, failed] = await eachInTurn(others, put);
        const on = [head!, ...also];
        return {
          words: `Watched: ${named(on)}, ${untilOf(first)}. ${whyNot(failed)}`.trim(),
          done: `watching ${named(on)}`,
        };
      });

    const changeWatch = (seen: WatchJson, change: Partial<WatchBody>) =>
      act(async (asking) => {
        const changed = await ask<WatchJson>('PATCH', `/watches/${seen.id}`, change, asking);
        const about = named([{ id: seen.message, subject: seen.subject }]);
        return {
          words: `Waiting for an answer to ${about} ${untilOf(changed)}.`,
          done: `the change of how ${about} is watched`,
        };
      });

    /** What else was chosen of each stays. */
    const extendWatches = (list: readonly WatchJson[], deadline: DeadlineJson) =>
      act(async (asking) => {
        const put = ({ id }: { id: string }) =>
          ask<WatchJson>('PATCH', `/watches/${id}`, { deadline }, asking);
        const [done, failed] = await eachInTurn(list, put);
        const about = named(done.map(({ message, subject }) => ({ id: message, subject })));
        return {
          words: `Waiting on: ${about}. ${whyNot(failed)}`.trim(),
          done: `the longer wait for ${about}`,
        };
      });

    /** Second messages to those who have not answered, kept as drafts. */
    const chaseWatches = (list: readonly WatchJson[]) =>
      attempt(async () => {
        const drafts: MessageJson[] = [];
        const put = async ({ id }: WatchJson) =>
          void drafts.push(await ask<MessageJson>('POST', `/watches/${id}/chase`, {}));
        const [, failed] = await eachInTurn(list, put);
        const count = drafts.length === 1 ? 'A chaser is' : `${drafts.length} chasers are`;
        const undo = () =>
          attempt(async () => {
            // What somebody has worked on meanwhile stays.
            for (const { id, revision } of drafts)
              await ask('DELETE', `/messages/${id}`, undefined, { revision });
            show({ words: 'Undone: the chasers are no drafts any more.' });
          });
        show({
          words: `${count} among the drafts of Departures, in the usual words. ${whyNot(failed)}`.trim(),
          undo,
        });
      });

    const endWatches = (list: readonly WatchJson[]) =>
      act(async (asking) => {
        for (const { id } of list) await ask('DELETE', `/watches/${id}`, undefined, asking);
        const about = named(list.map(({ message, subject }) => ({ id: message, subject })));
        return { words: `Not watched any more: ${about}.`, done: `watching ${about} no more` };
      });
    const endWatch = (seen: WatchJson) => endWatches([seen]);

    /** Against the rules, or by them again. */
    const overrule = (
      seen: WatchJson,
      { message, from, counts: before }: ConsideredJson,
      counts: boolean | null,
    ) =>
      attempt(async () => {
        const say = (said: boolean | null) =>
          ask('POST', `/watches/${seen.id}/overrule`, { message, counts: said });
        await say(counts);
        const who = from.name || from.address;
        const what =
          counts === null
            ? `What ${who} sends is judged by the rules again.`
            : `What ${who} sends ${counts ? 'counts as an answer' : 'does not count'} from now on.`;
        const undo = () => attempt(async () => void (await say(before).then(() => say(null))));
        show({ words: what, undo });
      });

    return {
      watch,
      changeWatch,
      endWatch,
      endWatches,
      extendWatches,
      chaseWatches,
      overrule,
      archive,
      backToInbox,
      mark,
      snooze,
      bringBack,
      changeSnooze,
      unsubscribe,
      keepTodo,
      changeTodo,
      settleTodo,
      sayTodo,
    };
  }, [acting, client, show, words, sayTodo]);
}

export type MessageActions = ReturnType<typeof useMessageActions>;
