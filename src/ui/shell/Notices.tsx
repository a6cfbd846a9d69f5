'use client';
/** One notice at a time at the bottom: what was done, and its undo. */
import { Button } from 'antd';
import { createContext, useCallback, useContext, useMemo, useRef, useState, type ReactNode } from 'react';
import { ApiProblem } from '../data/client';
import { useAnnounce } from './Announcer';
import styles from './Notices.module.css';

export interface Notice {
  words: string;
  undo?: { label: string; act: () => void };
  problem?: boolean;
}

interface Notices {
  show: (notice: Notice) => void;
  /** Shows why something did not work. */
  showProblem: (error: unknown) => void;
}

const NoticeContext = createContext<Notices>({ show: () => {}, showProblem: () => {} });
export const useNotices = () => useContext(NoticeContext);

const SHOWN_MS = 12_000;

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const announce = useAnnounce();

  const show = useCallback(
    (next: Notice) => {
      clearTimeout(timer.current);
      setNotice(next);
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

  return (
    <NoticeContext value={notices}>
      {children}
      {notice && (
        <section aria-label="Notice" className={`${styles.notice} ${notice.problem ? styles.problem : ''}`}>
          <span>{notice.words}</span>
          {notice.undo && (
            <Button
              size="small"
              onClick={() => {
                setNotice(null);
                notice.undo!.act();
              }}
            >
              {notice.undo.label}
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
