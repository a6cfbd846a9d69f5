/** Messages around an occasion, kept for the next one. */
import { formatMailbox } from '#core/message/address';
import { copyAttachments } from '#store/attachments';
import { noteChange } from '#store/journal';
import { copyLinks } from '#store/linkedFiles';
import { findMessage, recipientsOf } from '#store/messages';
import {
  changeSet,
  findSet,
  insertSet,
  messagesAround,
  type OccasionRow,
  type OccasionSet,
} from '#store/occasions';
import type { SetItem } from '#store/schema/occasions';
import { findText, noteUse } from '#store/texts';
import type { Reading, Tx } from '#store/store';
import type { Desk } from '../desk';
import { NotFound, Refused } from '../errors';
import { createDraft } from '../messages/createDraft';
import { newId } from '../newId';
import { freeName } from '../texts/freeName';
import { addTextWithin } from '../texts/keepText';
import { addOccasionWithin, checkedName, knownOccasion, placeAround, type OccasionInput } from './occasions';

/** @throws NotFound */
export function knownSet(db: Reading, id: string, deletedToo = false): OccasionSet {
  const set = findSet(db, id);
  if (!set || (set.deletedAt !== null && !deletedToo)) throw new NotFound('There is no such set.');
  return set;
}

/** Each of its messages becomes a kept text. @throws NotFound, Invalid; Refused where nothing is around it */
export const keepSet = (desk: Desk, occasionId: string, given: string): OccasionSet =>
  desk.store.write((tx) => {
    const occasion = knownOccasion(tx, occasionId);
    const name = checkedName(given || occasion.name);
    const items = messagesAround(tx, occasionId).flatMap(({ messageId, offset }): SetItem[] => {
      const message = findMessage(tx, messageId);
      if (!message || message.deletedAt !== null) return [];
      const { subject, text, html } = message;
      const kept = addTextWithin(desk, tx, {
        name: freeName(tx, `${name}: ${subject || 'without a subject'}`.slice(0, 180)),
        subject,
        text,
        html,
      });
      copyAttachments(tx, messageId, kept.messageId, newId);
      copyLinks(tx, messageId, kept.messageId, newId);
      const to = recipientsOf(tx, [messageId])
        .filter(({ field }) => field === 'to')
        .map(({ name: who, address, groupId }) =>
          groupId ? `${who}:;` : formatMailbox({ name: who, address }),
        );
      return [{ textId: kept.id, offset, to }];
    });
    if (items.length === 0) throw new Refused('No message is around this occasion yet.');
    const set = insertSet(tx, { id: newId(), name, items, createdAt: desk.now(tx) });
    noteChange(tx, 'occasion', set.id);
    return set;
  });

function draftFrom(desk: Desk, tx: Tx, occasion: OccasionRow, { textId, offset, to }: SetItem): void {
  const text = findText(tx, textId);
  // A text that was deleted meanwhile is missed, and nothing else.
  const said = text && findMessage(tx, text.messageId);
  if (!text || !said || text.deletedAt !== null) return;
  const { subject, text: words, html } = said;
  const draft = createDraft(desk, { to, subject, text: words, html });
  copyAttachments(tx, said.id, draft.id, newId);
  copyLinks(tx, said.id, draft.id, newId);
  noteUse(tx, textId, desk.now(tx));
  placeAround(desk, occasion.id, draft.id, offset);
}

/** A new occasion with a draft for each message of the set. @throws NotFound, Invalid */
export const beginFromSet = (desk: Desk, setId: string, input: OccasionInput): OccasionRow =>
  desk.store.write((tx) => {
    const set = knownSet(tx, setId);
    const occasion = addOccasionWithin(desk, tx, input);
    for (const item of set.items) draftFrom(desk, tx, occasion, item);
    return occasion;
  });

/** Its texts stay. {@link restoreSet} undoes it. @throws NotFound */
export const deleteSet = (desk: Desk, id: string): void =>
  desk.store.write((tx) => {
    knownSet(tx, id);
    changeSet(tx, id, { deletedAt: desk.now(tx) });
    noteChange(tx, 'occasion', id);
  });

/** @throws NotFound */
export const restoreSet = (desk: Desk, id: string): void =>
  desk.store.write((tx) => {
    knownSet(tx, id, true);
    changeSet(tx, id, { deletedAt: null });
    noteChange(tx, 'occasion', id);
  });
