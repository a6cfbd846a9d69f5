'use client';
/** A message as it says once it is open, for whoever answers it or passes it on. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { MessageJson } from '#api/types';
import { LOCKED } from '../data/client';
import { useOpened } from '../data/keys';
import { refresh } from '../data/queries';
import { useUnlock } from './useUnlock';

/**
 * @returns undefined until it is known; as it came, where it cannot be opened, or nobody types the passphrase
 */
export function useReadable(message: MessageJson | undefined): MessageJson | undefined {
  const client = useQueryClient();
  const unlock = useUnlock();
  const encrypted = message?.protection === 'encrypted' ? message.id : undefined;
  const { data: opened, error, isFetching } = useOpened(encrypted);
  const asked = useRef<string>(undefined);
  const [declined, setDeclined] = useState<string>();
  const locked = error?.status === LOCKED;
  useEffect(() => {
    if (!encrypted || !locked || asked.current === encrypted) return;
    asked.current = encrypted;
    void unlock('It is needed to read what you answer or pass on.').then((open) => {
      if (open) refresh(client, ['key']);
      else setDeclined(encrypted);
    });
  });
  if (!message || !encrypted) return message;
  if (opened)
    return { ...message, subject: opened.subject ?? message.subject, text: opened.text, html: null };
  // As long as it is asked for, nothing is begun.
  return isFetching || (locked && declined !== encrypted) ? undefined : message;
}
