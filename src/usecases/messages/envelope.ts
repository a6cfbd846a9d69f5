/** Who a message goes to. */
import { addressKey } from '#core/message/address';
import { findCorrespondents } from '#store/correspondents';
import { findGroup } from '#store/groups';
import { recipientsOf, type Recipient, type RecipientField } from '#store/messages';
import type { Reading } from '#store/store';

/** One address a message goes to. */
export interface Receiver {
  messageId: string;
  field: Exclude<RecipientField, 'replyTo'>;
  name: string;
  address: string;
}

function expand(db: Reading, each: Recipient): { name: string; address: string }[] {
  if (!each.groupId) return [each];
  const members = findGroup(db, each.groupId)?.members ?? [];
  return findCorrespondents(db, members).flatMap(({ name, addresses }) =>
    addresses[0] ? [{ name, address: addresses[0] }] : [],
  );
}

/**
 * Who messages go to, groups as they are now, each address once a message: To before Cc before Bcc. Reply-To
 * receives nothing.
 */
export const receiversOf = (db: Reading, messageIds: string[]): Receiver[] =>
  receiversAmong(db, recipientsOf(db, messageIds));

/** The same, of recipients that have been read. */
export function receiversAmong(db: Reading, recipients: readonly Recipient[]): Receiver[] {
  const byKey = new Map<string, Receiver>();
  for (const each of recipients) {
    const { messageId, field } = each;
    if (field === 'replyTo') continue;
    for (const { name, address } of expand(db, each)) {
      const key = `${messageId} ${addressKey(address)}`;
      if (!byKey.has(key)) byKey.set(key, { messageId, field, name, address });
    }
  }
  return [...byKey.values()];
}

export const receivers = (db: Reading, messageId: string): Receiver[] => receiversOf(db, [messageId]);
