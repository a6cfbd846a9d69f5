'use client';
/** Moving a mark on the time rail: by dragging it, or by keys in the list that says the same. */
import type { ScaleLinear } from 'd3-scale';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import type { DepartureJson } from '#api/types';
import { zoneOf } from '#core/plan/kinds/registry';
import type { RailMark } from '#core/rail/bundle';
import type { AtPlan } from '#core/plan/kinds/at/plan';
import { toLocal } from '#core/time/wallClock';
import { useRested } from '../common/useRested';

interface Props {
  scale: ScaleLinear<number, number>;
  /** Epoch ms; nothing moves before it. */
  earliest: number;
  box: RefObject<HTMLElement | null>;
  move: (id: string, at: number) => void;
  /** It was dropped on the present: nothing moves before that has been asked about. */
  droppedOnNow: (id: string) => void;
}

const STEP = 5 * 60_000;
/** Nearer than this to where it began it was a press, pixels. */
const SLACK = 4;
/** Nearer than this to the present it lies on it, pixels. */
const ON_NOW = 8;

const rounded = (at: number) => Math.round(at / STEP) * STEP;

/** A time on the reader's clock where there is one, so that the list still says whose morning it is. */
export function planAt(at: number, { plan, recipients }: DepartureJson, mine: string): AtPlan {
  const zone = zoneOf(plan) ?? recipients.find((reader) => reader.zone)?.zone ?? mine;
  return { kind: 'at', local: toLocal(at, zone).slice(0, 16), zone };
}

export function useRailDrag({ scale, earliest, box, move, droppedOnNow }: Props) {
  const [dragged, setDragged] = useState<{ id: string; at: number; now: boolean } | null>(null);
  const [stepped, setStepped] = useRested<{ id: string; at: number }>(({ id, at }) => move(id, at));
  const moved = useRef(move);
  const onNow = useRef(droppedOnNow);
  useEffect(() => {
    moved.current = move;
    onNow.current = droppedOnNow;
  });

  function grip(mark: RailMark, event: PointerEvent<Element>) {
    if (event.button !== 0) return;
    event.preventDefault();
    const begin = event.clientX;
    const left = box.current?.getBoundingClientRect().left ?? 0;
    const momentAt = (x: number) => Math.max(rounded(earliest) + STEP, rounded(scale.invert(x - left)));
    let target: number | null = null;
    let now = false;
    const drag = ({ clientX }: globalThis.PointerEvent) => {
      if (target === null && Math.abs(clientX - begin) < SLACK) return;
      target = momentAt(clientX);
      now = clientX - left <= scale(earliest) + ON_NOW;
      setDragged({ id: mark.id, at: target, now });
    };
    const end = (last: globalThis.PointerEvent | globalThis.KeyboardEvent) => {
      if (last instanceof globalThis.KeyboardEvent && last.key !== 'Escape') return;
      window.removeEventListener('pointermove', drag);
      window.removeEventListener('pointerup', end);
      window.removeEventListener('pointercancel', end);
      window.removeEventListener('keydown', end);
      setDragged(null);
      if (target === null || last.type !== 'pointerup') return;
      // The press that ends a drag opens nothing.
      window.addEventListener('click', (click) => click.preventDefault(), { capture: true, once: true });
      if (now) onNow.current(mark.id);
      else moved.current(mark.id, target);
    };
    window.addEventListener('pointermove', drag);
    window.addEventListener('pointerup', end);
    window.addEventListener('pointercancel', end);
    window.addEventListener('keydown', end);
  }

  function step(mark: RailMark, event: KeyboardEvent) {
    const way = { '+': 1, '=': 1, '-': -1, _: -1, '*': 1 }[event.key];
    if (!way || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    const from = stepped?.id === mark.id ? stepped.at : mark.at;
    const size = event.shiftKey ? 12 : 1;
    setStepped({ id: mark.id, at: Math.max(rounded(earliest) + STEP, rounded(from + way * size * STEP)) });
  }

  return { dragged, grip, step, stepped };
}
