/** A message as checks see it, and what they know besides. */
import { addressKey, type Mailbox } from '../message/address';
import type { CheckContext, CheckId } from './finding';

export interface CheckedMessage {
  subject: string;
  text: string;
  /** To and Cc, who see one another. */
  visible: readonly Mailbox[];
  bcc: readonly Mailbox[];
  /** Each gets a message of their own. */
  individual: boolean;
}

export interface MessageContext extends CheckContext {
  /** Whom I write with, with all their addresses. */
  people: readonly { name: string; addresses: readonly string[] }[];
  /** Switched off by the person. */
  off: readonly CheckId[];
}

/** Everybody a message goes to, each once. */
export function everybody({ visible, bcc }: CheckedMessage): Mailbox[] {
  const byKey = new Map([...bcc, ...visible].map((each) => [addressKey(each.address), each]));
  return [...byKey.values()];
}
