'use client';
/** Looking at the rows of a batch, some at a time: what they come to, and what is wrong with them. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { CheckedRowsJson } from '#api/types';
import { ask } from '../data/client';

export type Checked = CheckedRowsJson['rows'][number];

/** So many at a time: few enough to show progress and to stop, many enough not to ask often. */
const CHUNK = 50;

export interface BatchCheck {
  /** By position. */
  rows: ReadonlyMap<number, Checked>;
  /** How many were looked at, while it goes on; null once it has ended. */
  progress: number | null;
  /** It was stopped, or did not get through. */
  broken: string | null;
  stop: () => void;
  /** Looks at all of them anew. */
  again: () => void;
  /** Looks at one anew. */
  one: (position: number) => Promise<void>;
}

/** @param version looked at anew with each */
export function useBatchCheck(id: string, version: string): BatchCheck {
  const [rows, setRows] = useState<ReadonlyMap<number, Checked>>(new Map());
  const [progress, setProgress] = useState<number | null>(0);
  const [broken, setBroken] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const stopped = useRef(false);
  const put = (some: readonly Checked[]) =>
    setRows((before) => new Map([...before, ...some.map((row) => [row.position, row] as const)]));

  useEffect(() => {
    let gone = false;
    stopped.current = false;
    const check = async () => {
      setBroken(null);
      setProgress(0);
      const seen = new Map<number, Checked>();
      let from: number | null = 1;
      while (from !== null && !gone) {
        if (stopped.current) {
          setBroken('Stopped: not all rows were looked at.');
          break;
        }
        const answer: CheckedRowsJson = await ask('POST', `/batches/${id}/check`, { from, limit: CHUNK });
        if (gone) return;
        for (const row of answer.rows) seen.set(row.position, row);
        put(answer.rows);
        setProgress(seen.size);
        from = answer.next;
      }
      if (gone) return;
      if (!stopped.current) setRows(seen);
      setProgress(null);
    };
    check().catch((error: Error) => {
      if (gone) return;
      setBroken(error.message);
      setProgress(null);
    });
    return () => {
      gone = true;
    };
  }, [id, version, round]);

  const one = useCallback(
    async (position: number) => {
      const answer = await ask<CheckedRowsJson>('POST', `/batches/${id}/check`, { from: position, limit: 1 });
      put(answer.rows.filter((row) => row.position === position));
    },
    [id],
  );
  return {
    rows,
    progress,
    broken,
    stop: () => (stopped.current = true),
    again: () => setRound((n) => n + 1),
    one,
  };
}
