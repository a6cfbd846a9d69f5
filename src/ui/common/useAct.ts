'use client';
/** Doing something that can be undone: it is said, with its undo, and what went wrong is said too. */
import { nanoid } from 'nanoid';
import { useMemo } from 'react';
import { ask } from '../data/client';
import { useNotices } from '../shell/Notices';
import { useAttempt } from './useAttempt';

/** What is done by it, with the key by which it can be undone; it answers with what was done, in words. */
type Work = (asking: { undoKey: string }) => Promise<{ words: string; done: string }>;

export interface Acting {
  /** @returns whether it was done */
  attempt: (work: () => Promise<void>, about?: readonly string[]) => Promise<boolean>;
  /** Does it under a key by which it can be undone, and says what was done. @returns whether it was */
  act: (work: Work, about?: readonly string[]) => Promise<boolean>;
}

/** `about` are the ids of the rows it is done with. */
export function useAct(): Acting {
  const tried = useAttempt();
  const { show } = useNotices();
  return useMemo(() => {
    const attempt: Acting['attempt'] = async (work, about = []) =>
      (await tried(() => work().then(() => true), about)) ?? false;
    const act: Acting['act'] = (work, about = []) =>
      attempt(async () => {
        const undoKey = nanoid();
        const { words, done } = await work({ undoKey });
        const undo = () =>
          attempt(async () => {
            await ask('POST', `/undo/${undoKey}`);
            show({ words: `Undone: ${done}.` });
          });
        show({ words, undo });
      }, about);
    return { attempt, act };
  }, [tried, show]);
}
