/** Second step: whether it may leave like this. It may have been changed since it was sent, and it leaves once. */
import type { Attachment } from '#store/attachments';
import type { Message } from '#store/messages';
import type { Desk } from '../../desk';
import { whyStopped } from '../../messages/whyStopped';

/** @returns why it must not, in words; undefined where nothing stops it */
export const check = (desk: Desk, message: Message, attached: readonly Attachment[]): string | undefined =>
  whyStopped(desk.store.db, () => desk.settings(), message, attached)?.words;
