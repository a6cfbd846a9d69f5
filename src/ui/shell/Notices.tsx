'use client';
/** One notice at a time: what was done, and its undo; what was done in this window can be undone in turn. */
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { ApiProblem } from '../data/client';
import { useAnnounce } from './Announcer';

export interface Notice {
  words: string;
  /** Puts back what was before, from wherever one is by then; resolves when that is done. */
  undo?: () => unknown;
  /** It can be undone only as long as the notice stands. */
  brief?: boolean;
  /** Where one could go from here, as long as the notice stands. */
  way?: { label: string; act: () => void };
  problem?: boolean;
}

interface Notices {
  show: (notice: Notice) => void;
  /** Shows why something did not work. */
  showProblem: (error: unknown) => void;
  /** What is being done, and with what: undoing waits for it, since it may be the latest. */
  during: <Result>(work: Promise<Result>, about?: readonly string[]) => Promise<Result>;
  /** Something was done with it here just now: that it changes is the answer to that, however slow. */
  isOwn: (id: string) => boolean;
}

const NoticeContext = createContext<Notices>({
  show: () => {},
  showProblem: () => {},
  during: (work) => work,
  isOwn: () => false,
});
export const useNotices = () => useContext(NoticeContext);

const UndoContext = createContext<() => void>(() => {});
/** Undoes what was done last in this window and has not been undone. */
export const useUndoLatest = () => useContext(UndoContext);

/** The notice as it stands in the tray. */
export interface Standing {
  notice: Notice;
  undo: () => void;
  go: () => void;
  close: () => void;
}
const StandingContext = createContext<Standing | null>(null);
export const useStanding = () => useContext(StandingContext);

/** So much is remembered. */
const MOST_DONE = 100;

const SHOWN_MS = 12_000;
/** What changes this long after something was done with it, changes because of that. */
const OWN_MS = 60_000;

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const announce = useAnnounce();
  const done = useRef<(() => unknown)[]>([]);
  const standing = useRef<Notice | null>(null);
  // One after another: an undo leads back to where the next one begins.
  const working = useRef<Promise<unknown>>(Promise.resolve());
  const own = useRef(new Map<string, number>());
  const during = useCallback(<Result,>(work: Promise<Result>, about: readonly string[] = []) => {
    for (const id of about) own.current.set(id, performance.now());
    working.current = Promise.allSettled([working.current, work]);
    return work;
  }, []);
  const isOwn = useCallback(
    (id: string) => performance.now() - (own.current.get(id) ?? -Infinity) < OWN_MS,
    [],
  );
  useEffect(() => void (standing.current = notice), [notice]);

  const show = useCallback(
    (next: Notice) => {
      clearTimeout(timer.current);
      setNotice(next);
      standing.current = next;
      if (next.undo && !next.brief) done.current = [...done.current, next.undo].slice(-MOST_DONE);
      announce(next.words);
      // A problem stays until it has been read.
      if (!next.problem) timer.current = setTimeout(() => setNotice(null), SHOWN_MS);
    },
    [announce],
  );
  const showProblem = useCallback(
    (error: unknown) =>
      show({
        words: error instanceof ApiProblem ? error.message : 'Something went wrong here. Try again.',
        problem: true,
      }),
    [show],
  );
  const notices = useMemo<Notices>(
    () => ({ show, showProblem, during, isOwn }),
    [show, showProblem, during, isOwn],
  );

  const undo = useCallback((act: () => unknown) => {
    done.current = done.current.filter((each) => each !== act);
    standing.current = null;
    setNotice(null);
    return act();
  }, []);
  const undoLatest = useCallback(() => {
    working.current = working.current.then(async () => {
      const latest = standing.current?.undo ?? done.current.at(-1);
      try {
        if (latest) await undo(latest);
      } catch (error) {
        showProblem(error);
      }
    });
  }, [undo, showProblem]);

  const shown = useMemo<Standing | null>(
    () =>
      notice && {
        notice,
        undo: () => void undo(notice.undo!),
        go: () => {
          setNotice(null);
          notice.way!.act();
        },
        close: () => setNotice(null),
      },
    [notice, undo],
  );

  return (
    <NoticeContext value={notices}>
      <UndoContext value={undoLatest}>
        <StandingContext value={shown}>{children}</StandingContext>
      </UndoContext>
    </NoticeContext>
  );
}
