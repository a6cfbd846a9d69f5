'use client';
import { useMemo } from 'react';
import type { TodoJson } from '#api/types';
import { todoWords } from '#core/todo/todo';
import { useSettings } from '../data/queries';
import { useWords } from './format';

/** To-dos in words, by my settings: “Check by Thu 10 Dec 17:00 · reminder 09:40”. */
export function useTodoWords(): (todo: TodoJson) => string {
  const { zone, hourCycle } = useSettings();
  const { now } = useWords();
  return useMemo(
    () => (todo) =>
      todoWords(
        { ...todo, remindAt: todo.remindAt === null ? null : Date.parse(todo.remindAt) },
        { now, zone, hourCycle },
      ),
    [now, zone, hourCycle],
  );
}
