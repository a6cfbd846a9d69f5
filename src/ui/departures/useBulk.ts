'use client';
/** One thing done to several departures, with progress, a way to stop, an undo, and what could not be done. */
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { BulkJson } from '#api/types';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export type Bulk =
  | { action: 'shift'; days: number; minutes: number }
  | { action: 'next-working-morning' | 'pause' | 'resume' | 'take-back' | 'release' };

export interface BulkProgress {
  done: number;
  of: number;
}

/** So many at a time: often enough to show progress, seldom enough not to ask a thousand times. */
const CHUNK = 50;
/** More reasons than this are counted. */
const REASONS = 2;

const WORDS: Record<Bulk['action'], string> = {
  shift: 'moved',
  'next-working-morning': 'moved',
  pause: 'paused',
  resume: 'going on',
  'take-back': 'taken back',
  release: 'leaving now',
};

function failedWords(failed: BulkJson['failed']): string {
  if (failed.length === 0) return '';
  const named = failed.slice(0, REASONS).map(({ subject, why }) => `“${subject || '(no subject)'}”: ${why}`);
  const more = failed.length > REASONS ? ` and ${failed.length - REASONS} more` : '';
  return ` ${failed.length} could not be: ${named.join(' ')}${more}`;
}

export function useBulk() {
  const client = useQueryClient();
  const { show, showProblem, during } = useNotices();
  const [progress, setProgress] = useState<BulkProgress | null>(null);
  const stopped = useRef(false);

  /** Asks in pieces; what was done before a stop or a failure of the connection counts. */
  async function inPieces(ids: readonly string[], body: (piece: string[]) => object): Promise<BulkJson> {
    const total: BulkJson = { done: [], failed: [] };
    stopped.current = false;
    try {
      for (let at = 0; at < ids.length && !stopped.current; at += CHUNK) {
        setProgress({ done: at, of: ids.length });
        const piece = ids.slice(at, at + CHUNK);
        const answer = await ask<BulkJson>('POST', '/departures/bulk', { ids: piece, ...body(piece) });
        total.done.push(...answer.done);
        total.failed.push(...answer.failed);
      }
    } catch (error) {
      showProblem(error);
    } finally {
      setProgress(null);
      refresh(client, ['departure', 'message']);
    }
    return total;
  }

  async function undo(done: BulkJson['done']): Promise<void> {
    const before = new Map(done.map(({ id, snapshot }) => [id, snapshot]));
    const ids = done.filter(({ snapshot }) => snapshot !== null).map(({ id }) => id);
    const answer = await inPieces(ids, (piece) => ({
      action: 'restore',
      snapshots: Object.fromEntries(piece.map((id) => [id, before.get(id)])),
    }));
    show({
      words: `${answer.done.length} as before.${failedWords(answer.failed)}`,
      problem: answer.failed.length > 0,
    });
  }

  async function run(ids: readonly string[], what: Bulk): Promise<void> {
    const { done, failed } = await during(
      inPieces(ids, () => what),
      ids,
    );
    const left = ids.length - done.length - failed.length;
    show({
      words: `${done.length} ${WORDS[what.action]}.${left > 0 ? ` Stopped before ${left} more.` : ''}${failedWords(failed)}`,
      undo: done.length > 0 && what.action !== 'release' ? () => undo(done) : undefined,
      problem: failed.length > 0,
    });
  }

  return { run, progress, stop: () => (stopped.current = true) };
}
