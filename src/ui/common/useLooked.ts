'use client';
/** What has been looked at for a moment is new no more. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, type RefObject } from 'react';
import type { MessageJson } from '#api/types';
import { ask } from '../data/client';
import { refresh } from '../data/queries';

/** Passing by is no look. */
const LOOK_MS = 1000;

/** Calls `act` once the page has been in view for so long. @returns stops waiting */
function whenInView(act: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const begin = () => {
    clearTimeout(timer);
    if (document.visibilityState === 'visible') timer = setTimeout(done, LOOK_MS);
  };
  const stop = () => {
    clearTimeout(timer);
    document.removeEventListener('visibilitychange', begin);
  };
  const done = () => {
    stop();
    act();
  };
  document.addEventListener('visibilitychange', begin);
  begin();
  return stop;
}

/**
 * Marks the thread as seen once it has been open for a moment: as it was when it was opened. Marked as new after that, it
 * stays so until it is opened again.
 * @param what is in view: the whole thread, or this message alone
 * @returns what of it was new then
 */
export function useLooked(
  message: MessageJson | undefined,
  what: 'thread' | 'message' = 'thread',
): RefObject<readonly string[]> {
  const client = useQueryClient();
  const latest = useRef(message);
  const known = useRef<readonly string[]>([]);
  useEffect(() => void (latest.current = message));
  const id = message?.id;
  useEffect(() => {
    const opened = latest.current;
    if (!opened) return;
    const inView = what === 'thread' ? [opened, ...opened.thread] : [opened];
    const ids = inView.filter(({ unseen }) => unseen).map((each) => each.id);
    known.current = ids;
    if (ids.length === 0) return;
    return whenInView(() => {
      ask('POST', '/messages/bulk', { ids, action: 'seen', known: ids }).then(
        () => refresh(client, ['message']),
        // It stays new: nothing is lost.
        () => {},
      );
    });
  }, [id, what, client]);
  return known;
}
