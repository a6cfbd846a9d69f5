'use client';
/** Where the cursor was in a message, so that taking it back goes on from there. */
import type { BodyHandle } from './body/BodyHandle';

export interface Cursor {
  field: 'subject' | 'text';
  from: number;
  to: number;
}

const keyOf = (messageId: string) => `oak-cursor-${messageId}`;

/** Remembers the cursor of the subject where that is in focus, else that of the text. */
export function rememberCursor(
  messageId: string,
  subject: HTMLInputElement | null,
  text: BodyHandle | null,
): void {
  const inSubject = subject !== null && document.activeElement === subject;
  const place = inSubject
    ? { from: subject.selectionStart ?? 0, to: subject.selectionEnd ?? 0 }
    : text?.cursor();
  if (!place) return;
  const kept: Cursor = { field: inSubject ? 'subject' : 'text', ...place };
  sessionStorage.setItem(keyOf(messageId), JSON.stringify(kept));
}

/** Where it was, once. */
export function recallCursor(messageId: string): Cursor | undefined {
  const kept = sessionStorage.getItem(keyOf(messageId));
  sessionStorage.removeItem(keyOf(messageId));
  return kept ? (JSON.parse(kept) as Cursor) : undefined;
}
