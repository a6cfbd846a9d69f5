'use client';
/** The product's time on screen: the sandbox clock where there is one. */
import { useEffect, useState } from 'react';
import type { ClockJson } from '#api/types';
import { useClockReading } from './queries';

interface Anchor {
  at: number;
  seenAt: number;
  rate: number;
  limit: number;
}

function anchorOf(clock: ClockJson): Anchor {
  const limit = clock.sandbox && clock.nextDue ? Date.parse(clock.nextDue) : Infinity;
  return { at: Date.parse(clock.now), seenAt: performance.now(), rate: clock.target ? 0 : clock.rate, limit };
}

function read({ at, seenAt, rate, limit }: Anchor): number {
  return Math.min(at + (performance.now() - seenAt) * rate, Math.max(limit, at));
}

/**
 * The time, epoch ms, on a whole `step`; draws again when it changes.
 * @param step milliseconds: 1000 for a clock with seconds, 60000 for one without
 */
export function useNow(step = 1000): number {
  const clock = useClockReading().data!;
  const floor = (at: number) => Math.floor(at / step) * step;
  const [now, setNow] = useState(() => floor(Date.parse(clock.now)));
  useEffect(() => {
    const anchor = anchorOf(clock);
    const tick = () => setNow(floor(read(anchor)));
    tick();
    const timer = setInterval(tick, 200);
    return () => clearInterval(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- floor follows step
  }, [clock, step]);
  return now;
}
