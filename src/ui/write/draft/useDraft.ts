'use client';
/** The message being written: its fields, and keeping them on the server as they change. */
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { MessageJson } from '#api/types';
import { ApiProblem, ask } from '../../data/client';
import { refresh } from '../../data/queries';
import { useBackAgain } from '../../data/useBackAgain';
import { fieldsOf, fitFields, sameFields, saysNothing, unfit, withUnfit, type DraftFields } from './fields';
import { forgetDraft, holdDraft, keepDraft, moveFiles, newKey, type LocalDraft } from './localStore';

export type SaveState = 'clean' | 'dirty' | 'saving' | 'saved' | 'failed' | 'conflict';

export interface Draft {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  /** Puts everything as it stands on the server, but for what is no address. @throws (rejects) ApiProblem */
  save: () => Promise<{ id: string; revision: number }>;
  /** Keeps what is not kept yet, on leaving; undefined where there is nothing. */
  flush: () => Promise<unknown> | undefined;
  state: SaveState;
  /** Under which it is kept in this browser, as long as the server has not got it. */
  key: string;
  /** What the server has of it; null where it has nothing yet. */
  kept: Kept | null;
  /** What the server refused, until the field is changed. */
  problem: ApiProblem | null;
  /** What another window has made of the message meanwhile; nothing is saved until one of the two is chosen. */
  conflict: DraftFields | null;
  /** The message it answers, and the one it passes on, where it is new. */
  answers: string | undefined;
  forwards: string | undefined;
  /** It is somebody else’s from now on: nothing of it is kept or saved here any more. */
  letGo: () => void;
  /** Chooses between the two: what stands here goes over the other, or the other takes its place here. */
  choose: (which: 'here' | 'there') => Promise<void>;
}

/** One second after the last key; while keys keep coming, this long after the first that is not saved. */
const SAVE_AFTER_MS = 1000;
const SAVE_AT_LEAST_MS = 3000;

export interface Kept {
  id: string;
  revision: number;
}

/** Where a message begins. */
export interface Beginning {
  initial: DraftFields;
  /** The message on the server; undefined for one that is new. */
  kept: { id: string; revision: number } | undefined;
  /** The message a new one answers, and the one it passes on. */
  answers: string | undefined;
  forwards: string | undefined;
  /** What this browser kept of it, where the server has not got it. */
  local: LocalDraft | undefined;
}

/** Words are kept here first, so often that hardly one is lost with the browser. */
const KEEP_AFTER_MS = 200;

/**
 * @param autosave off while the message could leave by itself: half a sentence must not
 */
export function useDraft(
  { initial, kept, answers, forwards, local }: Beginning,
  autosave: boolean,
  onKept: (id: string) => void,
): Draft {
  const client = useQueryClient();
  // What was kept by an earlier version may know less.
  const [fields, setFields] = useState(local ? { ...initial, ...local.fields } : initial);
  const [state, setState] = useState<SaveState>(() => {
    // What this browser kept and the server has not got; or the server has got something else meanwhile.
    if (local) return kept && local.revision !== kept.revision ? 'conflict' : 'dirty';
    // What is passed on comes along once the message is on the server.
    return forwards && !kept ? 'dirty' : 'clean';
  });
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const [keptAs, setKeptAs] = useState<Kept | null>(kept ? { id: kept.id, revision: kept.revision } : null);
  const [other, setOther] = useState<MessageJson | null>(null);
  const latest = useRef(fields);
  // What is here is based on what was seen then: saving it over something newer would be a choice nobody made.
  const server = useRef<Partial<Kept>>(
    kept ? { id: kept.id, revision: local ? (local.revision ?? undefined) : kept.revision } : {},
  );
  // Saves run one after another: two at once would race for the revision.
  const running = useRef<Promise<unknown>>(Promise.resolve());
  const stateRef = useRef<SaveState>(state);
  const [key] = useState(() => kept?.id ?? local?.key ?? newKey());
  const localKey = useRef(key);
  const dirtySince = useRef(0);
  const mark = (next: SaveState) => {
    stateRef.current = next;
    setState(next);
  };

  const change = useCallback(
    (patch: Partial<DraftFields>) => {
      latest.current = { ...latest.current, ...patch };
      setFields(latest.current);
      setProblem(null);
      if (stateRef.current === 'conflict') return;
      // A signature alone is no message: begun and emptied again, it leaves nothing behind.
      if (!server.current.id && !answers && !forwards && saysNothing(latest.current)) {
        mark('clean');
        void forgetDraft(localKey.current);
        return;
      }
      if (stateRef.current !== 'dirty') dirtySince.current = Date.now();
      mark('dirty');
    },
    [answers, forwards],
  );

  const keepHere = useCallback(() => {
    const { revision } = server.current;
    return keepDraft({
      key: localKey.current,
      fields: latest.current,
      revision: revision ?? null,
      answers: answers ?? null,
      forwards: forwards ?? null,
      savedAt: Date.now(),
    });
  }, [answers, forwards]);

  const put = useCallback(async () => {
    const { id, revision: seen } = server.current;
    if (id && !['dirty', 'failed', 'conflict'].includes(stateRef.current)) return { id, revision: seen! };
    const all = latest.current;
    const sent = fitFields(all);
    mark('saving');
    try {
      const message = id
        ? await ask<MessageJson>('PATCH', `/messages/${id}`, sent, { revision: seen })
        : await ask<MessageJson>('POST', '/messages', { ...sent, answers, forwards });
      server.current = { id: message.id, revision: message.revision };
      setKeptAs(server.current as Kept);
      const whole = latest.current === all;
      mark(whole ? 'saved' : 'dirty');
      const before = localKey.current;
      localKey.current = message.id;
      if (before !== message.id) await moveFiles(before, message.id);
      const toMend = unfit(all).length > 0;
      // The server has it: what is kept here would only be in the way. What it could not take is here alone.
      if ((whole && !toMend) || before !== message.id) await forgetDraft(before);
      if (toMend) await keepHere();
      if (!id) onKept(message.id);
      refresh(client, ['message']);
      return { id: message.id, revision: message.revision };
    } catch (error) {
      const stale = error instanceof ApiProblem && error.status === 412 && id;
      const there = stale ? await ask<MessageJson>('GET', `/messages/${id}`).catch(() => null) : null;
      if (there && sameFields(fieldsOf(there), sent)) {
        // It was kept, and the answer got lost.
        server.current = { id: there.id, revision: there.revision };
        setKeptAs(server.current as Kept);
        mark(latest.current === all ? 'saved' : 'dirty');
        return { id: there.id, revision: there.revision };
      }
      mark(there ? 'conflict' : 'failed');
      if (there) setOther(there);
      else setProblem(error as ApiProblem);
      throw error;
    }
  }, [answers, forwards, client, onKept, keepHere]);

  const choose = useCallback(
    async (which: 'here' | 'there') => {
      if (!other) return;
      server.current = { id: other.id, revision: other.revision };
      setOther(null);
      if (which === 'there') {
        latest.current = fieldsOf(other);
        setFields(latest.current);
        mark('saved');
        void forgetDraft(other.id);
        return;
      }
      mark('dirty');
      await put();
    },
    [other, put],
  );

  // Held for as long as it is open here, so that no other window takes it for one that was left behind.
  useEffect(() => holdDraft(key), [key]);

  useEffect(() => {
    if (state !== 'dirty' && state !== 'failed' && state !== 'conflict') return;
    const timer = setTimeout(() => void keepHere(), KEEP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [fields, state, keepHere]);

  // Two versions: the other one is fetched, so that both are shown.
  useEffect(() => {
    if (stateRef.current !== 'conflict' || !kept) return;
    ask<MessageJson>('GET', `/messages/${kept.id}`).then(setOther, () => mark('failed'));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, on opening
  }, []);

  // Changed elsewhere while nothing was changed here: what is on screen follows.
  const revision = kept?.revision;
  useEffect(() => {
    const clean = stateRef.current === 'clean' || stateRef.current === 'saved';
    if (!kept || !clean || (server.current.revision ?? 0) >= kept.revision) return;
    server.current = kept;
    setKeptAs({ id: kept.id, revision: kept.revision });
    latest.current = withUnfit(initial, latest.current);
    setFields(latest.current);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the revision says whether anything changed
  }, [revision]);

  const save = useCallback(() => {
    const next = running.current.then(put, put);
    running.current = next.catch(() => {});
    return next;
  }, [put]);

  // A server that was away has to be told what it missed.
  useBackAgain(() => {
    if (autosave && stateRef.current === 'failed') void save().catch(() => {});
  });

  useEffect(() => {
    if (!autosave || state !== 'dirty') return;
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

  const letGo = useCallback(() => {
    mark('clean');
    void forgetDraft(localKey.current);
  }, []);

  const conflict = other && fieldsOf(other);
  return {
    fields,
    change,
    save,
    flush,
    state,
    key,
    kept: keptAs,
    problem,
    conflict,
    choose,
    answers,
    forwards,
    letGo,
  };
}
