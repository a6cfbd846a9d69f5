'use client';
/** The message being written: its fields, and keeping them on the server as they change. */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { MessageJson } from '../../api/types';
import { groupName, parseMailbox, formatMailbox } from '../../core/message/address';
import { ApiProblem, ask } from '../data/client';
import { refresh } from '../data/queries';

export interface DraftFields {
  to: string[];
  cc: string[];
  bcc: string[];
  subject: string;
  text: string;
}

export type SaveState = 'clean' | 'dirty' | 'saving' | 'saved' | 'failed' | 'conflict';

export interface Draft {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  /** Puts everything as it stands on the server. @throws (rejects) ApiProblem */
  save: () => Promise<{ id: string; revision: number }>;
  /** Keeps what is not kept yet, on leaving; undefined where there is nothing. */
  flush: () => Promise<unknown> | undefined;
  state: SaveState;
  /** What the server has of it; null where it has nothing yet. */
  kept: Kept | null;
  /** What the server refused, until the field is changed. */
  problem: ApiProblem | null;
  /** What another window has made of the message meanwhile; nothing is saved until one of the two is chosen. */
  conflict: DraftFields | null;
  /** Chooses between the two: what stands here goes over the other, or the other takes its place here. */
  choose: (which: 'here' | 'there') => Promise<void>;
}

/** One second after the last key; while keys keep coming, this long after the first that is not saved. */
const SAVE_AFTER_MS = 1000;
const SAVE_AT_LEAST_MS = 3000;

export const emptyFields: DraftFields = { to: [], cc: [], bcc: [], subject: '', text: '' };

export function fieldsOf(message: MessageJson): DraftFields {
  const { to, cc, bcc, subject, text } = message;
  return { to: to.map(formatMailbox), cc: cc.map(formatMailbox), bcc: bcc.map(formatMailbox), subject, text };
}

/** An address, or a group by its name. */
export const isRecipient = (text: string): boolean => groupName(text) !== undefined || isAddress(text);

export function isAddress(text: string): boolean {
  try {
    parseMailbox(text);
    return true;
  } catch {
    return false;
  }
}

export interface Kept {
  id: string;
  revision: number;
}

/**
 * @param kept the message on the server, or undefined for one that is new
 * @param autosave off while the message could leave by itself: half a sentence must not
 * @param answers the id of the message a new one answers
 */
export function useDraft(
  initial: DraftFields,
  kept: { id: string; revision: number } | undefined,
  autosave: boolean,
  answers: string | undefined,
  onKept: (id: string) => void,
): Draft {
  const client = useQueryClient();
  const [fields, setFields] = useState(initial);
  const [state, setState] = useState<SaveState>('clean');
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const [keptAs, setKeptAs] = useState<Kept | null>(kept ? { id: kept.id, revision: kept.revision } : null);
  const [other, setOther] = useState<MessageJson | null>(null);
  const latest = useRef(fields);
  const server = useRef<Partial<Kept>>(kept ?? {});
  // Saves run one after another: two at once would race for the revision.
  const running = useRef<Promise<unknown>>(Promise.resolve());
  const stateRef = useRef<SaveState>('clean');
  const dirtySince = useRef(0);
  const mark = (next: SaveState) => {
    stateRef.current = next;
    setState(next);
  };

  const change = useCallback((patch: Partial<DraftFields>) => {
    latest.current = { ...latest.current, ...patch };
    setFields(latest.current);
    setProblem(null);
    if (stateRef.current === 'conflict') return;
    if (stateRef.current !== 'dirty') dirtySince.current = Date.now();
    mark('dirty');
  }, []);

  const put = useCallback(async () => {
    const { id, revision: seen } = server.current;
    if (id && !['dirty', 'failed', 'conflict'].includes(stateRef.current)) return { id, revision: seen! };
    const sent = latest.current;
    mark('saving');
    try {
      const message = id
        ? await ask<MessageJson>('PATCH', `/messages/${id}`, sent, seen)
        : await ask<MessageJson>('POST', '/messages', answers ? { ...sent, answers } : sent);
      server.current = { id: message.id, revision: message.revision };
      setKeptAs(server.current as Kept);
      mark(latest.current === sent ? 'saved' : 'dirty');
      if (!id) onKept(message.id);
      refresh(client, ['message']);
      return { id: message.id, revision: message.revision };
    } catch (error) {
      const stale = error instanceof ApiProblem && error.status === 412 && id;
      const there = stale ? await ask<MessageJson>('GET', `/messages/${id}`).catch(() => null) : null;
      mark(there ? 'conflict' : 'failed');
      if (there) setOther(there);
      else setProblem(error as ApiProblem);
      throw error;
    }
  }, [answers, client, onKept]);

  const choose = useCallback(
    async (which: 'here' | 'there') => {
      if (!other) return;
      server.current = { id: other.id, revision: other.revision };
      setOther(null);
      if (which === 'there') {
        latest.current = fieldsOf(other);
        setFields(latest.current);
        mark('saved');
        return;
      }
      mark('dirty');
      await put();
    },
    [other, put],
  );

  // Changed elsewhere while nothing was changed here: what is on screen follows.
  const revision = kept?.revision;
  useEffect(() => {
    const clean = stateRef.current === 'clean' || stateRef.current === 'saved';
    if (!kept || !clean || (server.current.revision ?? 0) >= kept.revision) return;
    server.current = kept;
    setKeptAs({ id: kept.id, revision: kept.revision });
    latest.current = initial;
    setFields(initial);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the revision says whether anything changed
  }, [revision]);

  const save = useCallback(() => {
    const next = running.current.then(put, put);
    running.current = next.catch(() => {});
    return next;
  }, [put]);

  useEffect(() => {
    // An address half typed is no reason to refuse; it is kept once it is one.
    const complete = [...fields.to, ...fields.cc, ...fields.bcc].every(isRecipient);
    if (!autosave || state !== 'dirty' || !complete) return;
    const latestBy = dirtySince.current + SAVE_AT_LEAST_MS - Date.now();
    const wait = Math.max(0, Math.min(SAVE_AFTER_MS, latestBy));
    const timer = setTimeout(() => void save().catch(() => {}), wait);
    return () => clearTimeout(timer);
  }, [fields, state, autosave, save]);

  // On leaving the page, what was typed in the last second.
  const flush = useCallback(() => {
    if (!autosave || !['dirty', 'saving', 'failed'].includes(stateRef.current)) return undefined;
    return save();
  }, [autosave, save]);
  const flushRef = useRef(flush);
  useEffect(() => {
    flushRef.current = flush;
  });
  useEffect(() => {
    const leave = () => void flushRef.current()?.catch(() => {});
    const hidden = () => {
      if (document.visibilityState === 'hidden') leave();
    };
    document.addEventListener('visibilitychange', hidden);
    return () => {
      document.removeEventListener('visibilitychange', hidden);
      leave();
    };
  }, []);

  const conflict = other && fieldsOf(other);
  return { fields, change, save, flush, state, kept: keptAs, problem, conflict, choose };
}
