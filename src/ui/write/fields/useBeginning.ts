'use client';
/** A message begun with a kept text: what is attached and linked to that comes along. */
import { useEffect, useRef } from 'react';
import { useAttempt } from '../../common/useAttempt';
import { ask } from '../../data/client';

/** @param kept resolves to the id of the message, keeping it on the server first */
export function useBeginning(textId: string | undefined, kept: () => Promise<string>): void {
  const attempt = useAttempt();
  const begun = useRef(false);
  const latest = useRef(kept);
  useEffect(() => {
    if (textId === undefined || begun.current) return;
    begun.current = true;
    void attempt(async () => ask('POST', `/messages/${await latest.current()}/texts`, { text: textId }));
  }, [attempt, textId]);
}
