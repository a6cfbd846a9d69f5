'use client';
/** Settings apply at once and say so. */
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { SettingsJson } from '#api/types';
import { ask, type ApiProblem } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export function useApply() {
  const client = useQueryClient();
  const { show } = useNotices();
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  /** Resolves to true where it was taken. @param undo what brings back what was before */
  const apply = async (
    patch: Partial<SettingsJson>,
    words: string,
    undo?: Partial<SettingsJson>,
  ): Promise<boolean> => {
    try {
      client.setQueryData(['settings'], await ask<SettingsJson>('PATCH', '/settings', patch));
    } catch (error) {
      setProblem(error as ApiProblem);
      return false;
    }
    refresh(client, ['settings']);
    setProblem(null);
    show({
      words,
      undo: undo && (() => apply(undo, 'It is as it was.')),
    });
    return true;
  };
  return { apply, problem };
}
