/** Something of mine has to be looked at: told at once, on whatever view. */
import type { Message } from '#store/messages';
import { noteChange } from '#store/journal';
import { insertReminder } from '#store/todos';
import type { Tx } from '#store/store';

/** @param why a sentence, where it does not stand with the message */
export function tellToLook(tx: Tx, { id, subject }: Message, now: number, why?: string): void {
  // What tells it ends the sentence.
  const words = [subject || '(no subject)', why?.replace(/[.?]$/, '')].filter(Boolean).join(': ');
  insertReminder(tx, { kind: 'review', words, at: now, messageId: id, todoId: null, sound: false });
  noteChange(tx, 'return', id);
}
