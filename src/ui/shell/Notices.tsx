'use client';
/** One notice at a time at the bottom: what was done, and its undo; what was done in this window can be undone in turn. */
import { Button } from 'antd';
import { createContext, useCallback, useContext, useMemo, useRef, useState, type ReactNode } from 'react';
import { ApiProblem } from '../data/client';
import { useAnnounce } from './Announcer';
import styles from './Notices.module.css';

export interface Notice {
  words: string;
  /** Puts back what was before, from wherever one is by then. */
  undo?: () => void;
  /** Where one could go from here, as long as the notice stands. */
  way?: { label: string; act: () => void };
  problem?: boolean;
}

interface Notices {
  show: (notice: Notice) => void;
  /** Shows why something did not work. */
  showProblem: (error: unknown) => void;
}

const NoticeContext = createContext<Notices>({ show: () => {}, showProblem: () => {} });
export const useNotices = () => useContext(NoticeContext);

const UndoContext = createContext<() => boolean>(() => false);
/** Undoes what was done last in this window and has not been undone. Returns false where there is nothing. */
export const useUndoLatest = () => useContext(UndoContext);

/** So much is remembered. */
const MOST_DONE = 100;

const SHOWN_MS = 12_000;

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const announce = useAnnounce();
  const done = useRef<(() => void)[]>([]);

  const show = useCallback(
    (next: Notice) => {
      clearTimeout(timer.current);
      setNotice(next);
      if (next.undo) done.current = [...done.current, next.undo].slice(-MOST_DONE);
      announce(next.words);
      // A problem stays until it has been read.
      if (!next.problem) timer.current = setTimeout(() => setNotice(null), SHOWN_MS);
    },
    [announce],
  );
  const notices = useMemo<Notices>(
    () => ({
      show,
      showProblem: (error) =>
        show({
          words: error instanceof ApiProblem ? error.message : 'Something went wrong here. Try again.',
          problem: true,
        }),
    }),
    [show],
  );

  const undo = useCallback((act: () => void) => {
    done.current = done.current.filter((each) => each !== act);
    setNotice(null);
    act();
  }, []);
  const undoLatest = useCallback(() => {
    const latest = done.current.at(-1);
    if (latest) undo(latest);
    return latest !== undefined;
  }, [undo]);

  return (
    <NoticeContext value={notices}>
      <UndoContext value={undoLatest}>{children}</UndoContext>
      {notice && (
        <section aria-label="Notice" className={`${styles.notice} ${notice.problem ? styles.problem : ''}`}>
          <span>{notice.words}</span>
          {notice.undo && (
            <Button size="small" aria-keyshortcuts="Control+Z" onClick={() => undo(notice.undo!)}>
              Undo
            </Button>
          )}
          {notice.way && (
            <Button
              size="small"
              onClick={() => {
                setNotice(null);
                notice.way!.act();
              }}
            >
              {notice.way.label}
            </Button>
          )}
          <Button size="small" type="text" onClick={() => setNotice(null)}>
            Close
          </Button>
        </section>
      )}
    </NoticeContext>
  );
}
