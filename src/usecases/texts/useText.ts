/** Writing with a kept text: what is attached and linked to it goes with the draft. */
import { copyAttachments } from '#store/attachments';
import { noteChange } from '#store/journal';
import { copyLinks } from '#store/linkedFiles';
import { findMessage } from '#store/messages';
import { noteUse } from '#store/texts';
import type { Desk } from '../desk';
import { outgoingMessage } from '../messages/outgoingMessage';
import { touch } from '../messages/touch';
import { newId } from '../newId';
import { knownText } from './keepText';

export interface UsedText {
  subject: string;
  text: string;
  html: string | null;
  /** What came along: ids, for undoing it. */
  attachments: string[];
  links: string[];
}

/**
 * The words are whoever’s who writes: they are given, and not put in.
 * @throws NotFound; Refused for a message that cannot be changed
 */
export const putText = (desk: Desk, messageId: string, textId: string): UsedText =>
  desk.store.write((tx) => {
    const { id } = outgoingMessage(tx, messageId);
    const text = knownText(tx, textId);
    const now = desk.now(tx);
    const attachments = copyAttachments(tx, text.messageId, id, newId);
    const links = copyLinks(tx, text.messageId, id, newId);
    noteUse(tx, textId, now);
    touch(desk, tx, id, now);
    noteChange(tx, 'text', textId);
    const { subject, text: words, html } = findMessage(tx, text.messageId)!;
    return { subject, text: words, html, attachments, links };
  });
