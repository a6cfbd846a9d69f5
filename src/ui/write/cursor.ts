'use client';
/** Where the cursor was in a message, so that taking it back goes on from there. */

interface Cursor {
  field: 'subject' | 'text';
  from: number;
  to: number;
}

const keyOf = (messageId: string) => `oak-cursor-${messageId}`;

/** Remembers the cursor of the field in focus, if it is one of the message's. */
export function rememberCursor(
  messageId: string,
  subject: HTMLInputElement | null,
  text: HTMLTextAreaElement | null,
): void {
  const cursor = (document.activeElement === subject && subject) || text;
  if (!cursor) return;
  const kept: Cursor = {
    field: cursor === subject ? 'subject' : 'text',
    from: cursor.selectionStart ?? 0,
    to: cursor.selectionEnd ?? 0,
  };
  sessionStorage.setItem(keyOf(messageId), JSON.stringify(kept));
}

/** Where it was, once. */
export function recallCursor(messageId: string): Cursor | undefined {
  const kept = sessionStorage.getItem(keyOf(messageId));
  sessionStorage.removeItem(keyOf(messageId));
  return kept ? (JSON.parse(kept) as Cursor) : undefined;
}
