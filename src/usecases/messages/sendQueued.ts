/** What was written and committed to while there was no connection: done once, however often a browser tells of it. */
import type { Choices, Plan } from '#core/plan/plan';
import { departuresOf, type Departure } from '#store/departures';
import { noteQueued, queuedMessage } from '#store/queuedMessages';
import type { Desk } from '../desk';
import type { WholeAttachment } from './attachments';
import { createDraft } from './createDraft';
import type { DraftInput } from './draftInput';
import { editMessage } from './editMessage';
import { scheduleMessage } from './scheduleMessage';

export interface Queued {
  /** Given by the browser; the same for the same message, told again. */
  key: string;
  message: DraftInput;
  /** Of a draft that is on the server already, and its revision as it was seen. */
  id?: string;
  revision?: number;
  plan: Plan;
  choices: Partial<Choices>;
  /** Why quiet hours are set aside. */
  inSpiteOfQuiet?: string;
}

/**
 * Keeps the message and gives it its departures, in one transaction with the note that this has been done.
 * @param passedOn what is attached to the message it passes on
 * @throws as {@link createDraft}, {@link editMessage} and {@link scheduleMessage} do; then nothing is done
 */
export function sendQueued(
  desk: Desk,
  { key, message, id, revision, plan, choices, inSpiteOfQuiet }: Queued,
  passedOn: readonly WholeAttachment[] = [],
): { messageId: string; departures: Departure[] } {
  return desk.store.write((tx) => {
    const known = queuedMessage(tx, key);
    if (known !== undefined) return { messageId: known, departures: departuresOf(tx, known) };
    const { id: messageId } =
      id === undefined ? createDraft(desk, message, passedOn) : editMessage(desk, id, message, revision);
    const departures = scheduleMessage(desk, messageId, plan, undefined, choices, inSpiteOfQuiet);
    noteQueued(tx, key, messageId, desk.now(tx));
    return { messageId, departures };
  });
}
