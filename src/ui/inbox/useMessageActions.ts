'use client';
/** What one does with incoming messages, each with its undo. */
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { MessageJson, MessageSummaryJson, MovedJson, TodoChangedJson, TodoJson } from '../../api/types';
import { useWords } from '../common/format';
import { useTodoWords } from '../common/useTodoWords';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export type Subject = Pick<MessageSummaryJson, 'id' | 'subject'>;

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

/** “Crates”, or how many. */
const named = (messages: readonly Subject[]) =>
  messages.length === 1 ? `“${messages[0]!.subject || '(no subject)'}”` : `${messages.length} threads`;

export function useMessageActions() {
  const client = useQueryClient();
  const { show, showProblem } = useNotices();
  const sayTodo = useTodoWords();
  const words = useWords();
  return useMemo(() => {
    /** Does it, says what went wrong, and has everything read again. @returns whether it was done */
    async function attempt(work: () => Promise<void>): Promise<boolean> {
      try {
        await work();
        return true;
      } catch (error) {
        showProblem(error);
        return false;
      } finally {
        refresh(client, ['message', 'return']);
      }
    }
    const move = (ids: readonly string[], action: 'archive' | 'inbox') =>
      ask<MovedJson>('POST', '/messages/bulk', { ids, action });

    const backToInbox = (messages: readonly Subject[]) =>
      attempt(async () => {
        await move(
          messages.map(({ id }) => id),
          'inbox',
        );
        show({ words: `${named(messages)} is in the inbox again.` });
      });

    const archive = (messages: readonly Subject[]) =>
      attempt(async () => {
        const ids = messages.map(({ id }) => id);
        const { moved } = await move(ids, 'archive');
        const undo = () => void attempt(async () => void (moved.length && (await move(moved, 'inbox'))));
        show({ words: `Archived: ${named(messages)}.`, undo: { label: 'Undo', act: undo } });
      });

    const snooze = (messages: readonly Subject[], body: SnoozeBody) =>
      attempt(async () => {
        const done: MessageJson[] = [];
        for (const { id } of messages)
          done.push(await ask<MessageJson>('POST', `/messages/${id}/snooze`, body));
        const undo = () =>
          void attempt(async () => {
            for (const { id } of done) await ask('DELETE', `/messages/${id}/snooze?undo=true`);
          });
        const { until, times } = done[0]!.snooze!;
        const often = messages.length === 1 && times > 1 ? ` For the ${ordinal(times)} time.` : '';
        show({
          words: `Put off: ${named(messages)} comes back ${words.moment(until)}.${often}`,
          undo: { label: 'Undo', act: undo },
        });
      });

    const bringBack = (message: Subject) =>
      attempt(async () => {
        await ask('DELETE', `/messages/${message.id}/snooze`);
        show({ words: `${named([message])} is back in the inbox.` });
      });

    const changeSnooze = (id: string, change: { note?: string; early?: boolean }) =>
      attempt(async () => void (await ask('PATCH', `/messages/${id}/snooze`, change)));

    /** On a message, or by itself where there is none. */
    const keepTodo = (message: Subject | null, body: TodoBody) =>
      attempt(async () => {
        if (!message) {
          const todo = await ask<TodoJson>('POST', '/todos', body);
          const undo = () => void attempt(async () => void (await ask('DELETE', `/todos/${todo.id}`)));
          show({ words: `To-do: ${sayTodo(todo)}.`, undo: { label: 'Undo', act: undo } });
          return;
        }
        const { todo, said } = await ask<TodoChangedJson>('PUT', `/messages/${message.id}/todo`, body);
        const fresh = todo.revision === 1;
        const undo = () => void attempt(async () => void (await ask('DELETE', `/todos/${todo.id}`)));
        show({
          words: [`To-do: ${sayTodo(todo)}.`, ...said].join(' '),
          undo: fresh ? { label: 'Undo', act: undo } : undefined,
        });
      });

    const changeTodo = (id: string, body: TodoBody) =>
      attempt(async () => {
        const { todo, said } = await ask<TodoChangedJson>('PATCH', `/todos/${id}`, body);
        show({ words: [`To-do: ${sayTodo(todo)}.`, ...said].join(' ') });
      });

    const settleTodo = (todo: TodoJson, state: TodoJson['state']) =>
      attempt(async () => {
        await ask('POST', `/todos/${todo.id}/state`, { state });
        const said = { done: 'Done', dropped: 'Dropped', open: 'To do again' }[state];
        const undo = () =>
          void attempt(
            async () => void (await ask('POST', `/todos/${todo.id}/state`, { state: todo.state })),
          );
        show({ words: `${said}: ${todo.what}.`, undo: { label: 'Undo', act: undo } });
      });

    return {
      ...{ archive, backToInbox, snooze, bringBack, changeSnooze },
      ...{ keepTodo, changeTodo, settleTodo, sayTodo },
    };
  }, [client, show, showProblem, words, sayTodo]);
}

export type MessageActions = ReturnType<typeof useMessageActions>;

/** `2nd`, `11th`, `23rd` */
export function ordinal(n: number): string {
  const tens = n % 100;
  const ending = tens > 10 && tens < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${n}${ending}`;
}
