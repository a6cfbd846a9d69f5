'use client';
/** Moving an event: by dragging it through the day or to another one, or by keys with Shift. */
import {
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
} from 'react';
import type { EventJson } from '#api/types';
import { toInstant, toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { plusDays } from '#core/time/dayParts';
import { useRested } from '../common/useRested';
import { useSettings } from '../data/queries';
import { useAnnounce } from '../shell/Announcer';
import type { ShownDay } from './days';

const STEP = 15 * 60_000;
/** Nearer than this to where it began it was a press, pixels. */
const SLACK = 4;

interface Props {
  box: RefObject<HTMLElement | null>;
  days: readonly ShownDay[];
  /** The instant at a place in a band, epoch ms. */
  at: (day: ShownDay, px: number) => number;
  x: (day: ShownDay, at: number) => number;
  move: (event: EventJson, at: number) => void;
}

interface Dragged {
  key: string;
  dx: number;
  dy: number;
  words: string;
}

const rounded = (at: number) => Math.round(at / STEP) * STEP;

export function useEventDrag({ box, days, at, x, move }: Props) {
  const { zone, hourCycle } = useSettings();
  const announce = useAnnounce();
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const [stepped, setStepped] = useRested<{ key: string; event: EventJson; at: number }>((each) =>
    move(each.event, each.at),
  );
  const moved = useRef(false);
  const latest = useRef(move);
  useEffect(() => {
    latest.current = move;
  });
  const whenWords = (moment: number) => {
    const local = toLocal(moment, zone);
    return `${dayWords(local, local)} ${timeWords(local, hourCycle)}`;
  };

  function grip(event: EventJson, key: string, day: ShownDay, pressed: PointerEvent<HTMLElement>) {
    moved.current = false;
    if (pressed.button !== 0 || pressed.pointerType === 'touch') return;
    const [beginX, beginY] = [pressed.clientX, pressed.clientY];
    const own = Date.parse(event.at);
    const bands = [...(box.current?.querySelectorAll<HTMLElement>('[data-day]') ?? [])];
    const rowOf = (y: number) => {
      const found = bands.find((band) => {
        const { top, bottom } = band.getBoundingClientRect();
        return y >= top && y < bottom;
      });
      return days.find(({ date }) => date === found?.dataset.day) ?? day;
    };
    const target = (next: globalThis.PointerEvent) => {
      const there = rowOf(next.clientY);
      const apart = Math.round((there.from - day.from) / 86_400_000);
      const shifted = at(day, x(day, own) + next.clientX - beginX);
      const local = toLocal(rounded(shifted), zone);
      return toInstant(`${plusDays(local.slice(0, 10), apart)}${local.slice(10)}`, zone).at;
    };
    const follow = (next: globalThis.PointerEvent) => {
      const [dx, dy] = [next.clientX - beginX, next.clientY - beginY];
      if (!moved.current && Math.hypot(dx, dy) < SLACK) return;
      moved.current = true;
      setDragged({ key, dx, dy, words: whenWords(target(next)) });
    };
    const stop = () => {
      window.removeEventListener('pointermove', follow);
      window.removeEventListener('pointerup', drop);
      window.removeEventListener('pointercancel', stop);
      window.removeEventListener('keydown', escape, true);
      setDragged(null);
    };
    const drop = (next: globalThis.PointerEvent) => {
      stop();
      const to = moved.current ? target(next) : own;
      if (to !== own) latest.current(event, to);
    };
    const escape = (next: globalThis.KeyboardEvent) => {
      if (next.key !== 'Escape') return;
      next.stopPropagation();
      stop();
    };
    window.addEventListener('pointermove', follow);
    window.addEventListener('pointerup', drop);
    window.addEventListener('pointercancel', stop);
    window.addEventListener('keydown', escape, true);
  }

  /** What was dragged is not opened by letting it go. */
  function click(event: MouseEvent) {
    if (moved.current) event.preventDefault();
    moved.current = false;
  }

  function step(event: EventJson, key: string, pressed: KeyboardEvent) {
    if (!pressed.shiftKey || pressed.altKey || pressed.ctrlKey || pressed.metaKey) return;
    const from = stepped?.key === key ? stepped.at : Date.parse(event.at);
    const local = toLocal(from, zone);
    const byDays = (n: number) => toInstant(`${plusDays(local.slice(0, 10), n)}${local.slice(10)}`, zone).at;
    const steps: Record<string, () => number> = {
      ArrowLeft: () => from - STEP,
      ArrowRight: () => from + STEP,
      ArrowUp: () => byDays(-1),
      ArrowDown: () => byDays(1),
    };
    const to = steps[pressed.key]?.();
    if (to === undefined) return;
    pressed.preventDefault();
    pressed.stopPropagation();
    setStepped({ key, event, at: to });
    announce(whenWords(to));
  }

  return {
    dragged: stepped ? { key: stepped.key, dx: 0, dy: 0, words: whenWords(stepped.at) } : dragged,
    grip,
    click,
    step,
  };
}
