/** Who a message goes to. */
import { addressKey } from '../../core/message/address';
import { recipientsOf, type Recipient } from '../../store/messages';
import type { Reading } from '../../store/store';

/** The recipients of a message, each address once; Reply-To receives nothing. */
export function receivers(db: Reading, messageId: string): Recipient[] {
  const byKey = new Map<string, Recipient>();
  // Named as in the header fields: To before Cc before Bcc.
  const order = { to: 0, cc: 1, bcc: 2, replyTo: 3 };
  const all = recipientsOf(db, [messageId]).filter((each) => each.field !== 'replyTo');
  for (const each of all.sort((a, b) => order[a.field] - order[b.field] || a.position - b.position)) {
    const key = addressKey(each.address);
    if (!byKey.has(key)) byKey.set(key, each);
  }
  return [...byKey.values()];
}
