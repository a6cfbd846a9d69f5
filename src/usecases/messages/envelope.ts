/** Who a message goes to. */
import { addressKey } from '../../core/message/address';
import { recipientsOf, type Recipient } from '../../store/messages';
import type { Reading } from '../../store/store';

/** The recipients of a message, each address once; Reply-To receives nothing. */
export function receivers(db: Reading, messageId: string): Recipient[] {
  const byKey = new Map<string, Recipient>();
  for (const each of recipientsOf(db, [messageId])) {
    if (each.field === 'replyTo') continue;
    const key = addressKey(each.address);
    if (!byKey.has(key)) byKey.set(key, each);
  }
  return [...byKey.values()];
}
