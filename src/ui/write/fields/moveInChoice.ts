import type { KeyboardEvent } from 'react';

/** Arrows go through the field and the choices of a panel. */
export function moveInChoice(event: KeyboardEvent<HTMLElement>): void {
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>('input, li button')];
  const at = rows.indexOf(event.target as HTMLElement);
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0) return;
  event.preventDefault();
  rows[Math.max(0, Math.min(rows.length - 1, at + step))]?.focus();
}
