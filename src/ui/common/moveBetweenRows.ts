'use client';
import type { KeyboardEvent } from 'react';

/**
 * Arrow keys, Home and End move the focus between the elements marked `data-row` below the one this is put on.
 * Put the result on `onKeyDown`.
 * @param marked another attribute, for a list that is no table
 */
export function moveBetweenRows(event: KeyboardEvent<HTMLElement>, marked = 'data-row'): void {
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>(`[${marked}]`)];
  const at = rows.indexOf(document.activeElement as HTMLElement);
  const target = {
    ArrowDown: rows[Math.min(rows.length - 1, at + 1)],
    ArrowUp: rows[Math.max(0, at - 1)],
    Home: rows[0],
    End: rows.at(-1),
  }[event.key];
  if (!target || at < 0) return;
  event.preventDefault();
  target.focus();
}
