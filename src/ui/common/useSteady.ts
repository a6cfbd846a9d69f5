'use client';
/** A list that never moves under the focus: what is new waits until it is asked for. */
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { useNotices } from '../shell/Notices';
import { countMoves, keepUnderFocus, onlyGrew, ownRow, type Row } from './steady';

/** What changes this soon after a press in the list is the answer to it. */
const OWN_MS = 2000;

interface Steady<T> {
  rows: readonly T[];
  /** How many changes wait. */
  waiting: number;
  show: () => void;
}

/**
 * @param fresh as the server has it; undefined until it is known
 * @param frame what the list stands in; its rows carry `data-row`
 */
export function useSteady<T extends Row>(
  fresh: readonly T[] | undefined,
  frame: RefObject<HTMLElement | null>,
): Steady<T> {
  const [shown, setShown] = useState<readonly T[]>(fresh ?? []);
  const { isOwn } = useNotices();
  const pressed = useRef(-Infinity);
  const focused = useRef<{ row: Row; index: number } | null>(null);

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const press = (event: Event) => {
      if (event instanceof KeyboardEvent && /^(Arrow|Home|End|Tab|Shift|Control|Alt)/.test(event.key)) return;
      pressed.current = performance.now();
    };
    const focus = () => {
      const rows = [...element.querySelectorAll<HTMLElement>('[data-row]')];
      const index = rows.findIndex((row) => row.closest('tr, li')?.contains(document.activeElement));
      const id = rows[index]?.dataset.row;
      if (id !== undefined) focused.current = { row: shown.find((row) => row.id === id) ?? { id }, index };
    };
    element.addEventListener('click', press, true);
    element.addEventListener('keydown', press, true);
    element.addEventListener('focusin', focus);
    return () => {
      element.removeEventListener('click', press, true);
      element.removeEventListener('keydown', press, true);
      element.removeEventListener('focusin', focus);
    };
  });

  useEffect(() => {
    if (!fresh) return;
    const inside = frame.current?.contains(document.activeElement) ?? false;
    const own = performance.now() - pressed.current < OWN_MS;
    setShown((before) => {
      const stay = inside && !own && before.length > 0 && !onlyGrew(before, fresh);
      if (!stay) return fresh;
      // What was done here takes its row away, however slow the answer is.
      return keepUnderFocus(before, fresh, isOwn);
    });
  }, [fresh, frame, isOwn]);

  // The row that had the focus has been drawn anew elsewhere, or is gone: the focus goes with it, or to its neighbour.
  useEffect(() => {
    if (!focused.current || document.activeElement !== document.body) return;
    if (performance.now() - pressed.current > OWN_MS && !ownRow(isOwn)(focused.current.row)) return;
    const rows = [...(frame.current?.querySelectorAll<HTMLElement>('[data-row]') ?? [])];
    const { row, index } = focused.current;
    (rows.find((each) => each.dataset.row === row.id) ?? rows[Math.min(index, rows.length - 1)])?.focus();
  }, [shown, frame, isOwn]);

  return {
    rows: shown,
    waiting: useMemo(() => (fresh ? countMoves(shown, fresh) : 0), [shown, fresh]),
    show: () => fresh && setShown(fresh),
  };
}
