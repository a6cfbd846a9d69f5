'use client';
/** Having a pending departure open: its clock stands still as long as this page gives signs of life. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DepartureJson, EditJson } from '#api/types';
import { ApiProblem, ask } from '../data/client';

export interface Lease {
  /** True while the departure stands still because it is open here. */
  held: boolean;
  /** Why it is not any more: someone else decided meanwhile. */
  lost: string | null;
  /** Gives it back with the person's decision. @throws (rejects) ApiProblem */
  close: (then: 'go-on' | 'pause') => Promise<DepartureJson>;
  /** Opens it again after it was lost. */
  reopen: () => void;
}

/** Only what would leave by itself has to be stopped. */
const runs = ({ state, pausedFor }: DepartureJson) =>
  state === 'held' || state === 'scheduled' || (state === 'paused' && pausedFor === 'editing');

const pathOf = (departureId: string) => `/departures/${departureId}/edit`;

/**
 * @param departure the one open here; undefined where there is none
 * @param onOpened called with what it is once it stands still
 * @param flush keeps what is typed; the lease is given back only after it
 * @param onLeft called where leaving the page left it paused, or set it going again
 */
export function useLease(
  departure: DepartureJson | undefined,
  onOpened: (departure: DepartureJson) => void,
  flush: () => Promise<unknown> | undefined,
  onLeft: (departure: DepartureJson) => void,
): Lease {
  const id = departure?.id;
  const needed = departure !== undefined && runs(departure);
  const token = useRef<string | null>(null);
  const [held, setHeld] = useState(false);
  const [lost, setLost] = useState<string | null>(null);
  const [opening, setOpening] = useState(0);
  const handlers = useRef({ onOpened, flush, onLeft });
  useEffect(() => {
    handlers.current = { onOpened, flush, onLeft };
  });
  // Decided once, on opening: afterwards it is paused because of this page.
  const wanted = useRef(needed);

  useEffect(() => {
    if (!id || !wanted.current) return;
    let gone = false;
    let timer: ReturnType<typeof setInterval> | undefined;
    const failed = (error: unknown) => {
      if (gone || !(error instanceof ApiProblem) || error.status !== 409) return;
      clearInterval(timer);
      token.current = null;
      setHeld(false);
      setLost(error.message);
    };
    const giveBack = (given: string, then: 'leave' | 'pause') =>
      ask<DepartureJson>('DELETE', `${pathOf(id)}?token=${given}&then=${then}`).then(
        (left) => handlers.current.onLeft(left),
        () => {},
      );
    const leave = () => {
      const given = token.current;
      if (!given) return;
      token.current = null;
      const saving = handlers.current.flush();
      // What could not be kept must not let the older words go.
      if (!saving) void giveBack(given, 'leave');
      else void saving.then(() => giveBack(given, 'leave')).catch(() => giveBack(given, 'pause'));
    };
    // The page is gone before a second request could follow the first: then the lease runs out by itself, and the
    // changed message stays paused.
    const vanish = () => {
      const given = token.current;
      if (!given || handlers.current.flush()) return;
      token.current = null;
      void giveBack(given, 'leave');
    };
    ask<EditJson>('PUT', pathOf(id), {}).then((opened) => {
      token.current = opened.token;
      if (gone) return leave();
      setHeld(opened.token !== null);
      handlers.current.onOpened(opened.departure);
      if (opened.token === null) return;
      const live = () => {
        if (token.current) ask('PUT', pathOf(id), { token: token.current }).catch(failed);
      };
      // At once too: from here on something may be written.
      live();
      timer = setInterval(live, (opened.seconds * 1000) / 3);
    }, failed);
    window.addEventListener('pagehide', vanish);
    return () => {
      gone = true;
      clearInterval(timer);
      window.removeEventListener('pagehide', vanish);
      leave();
    };
  }, [id, opening]);

  const close = useCallback(
    async (then: 'go-on' | 'pause') => {
      const path = `${pathOf(id!)}?token=${token.current}&then=${then}`;
      const closed = await ask<DepartureJson>('DELETE', path);
      token.current = null;
      setHeld(false);
      return closed;
    },
    [id],
  );
  const reopen = useCallback(() => {
    wanted.current = true;
    setLost(null);
    setOpening((count) => count + 1);
  }, []);
  return { held, lost, close, reopen };
}
