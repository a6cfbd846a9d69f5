/** A message as checks see it, and what they know besides. */
import { addressKey, type Mailbox } from '../message/address';
import type { RichLink } from '../message/richText';
import type { CheckContext, CheckId } from './finding';
import type { Dictionary } from './spelling';

export interface CheckedMessage {
  subject: string;
  text: string;
  /** To and Cc, who see one another. */
  visible: readonly Mailbox[];
  bcc: readonly Mailbox[];
  /** Each gets a message of their own. */
  individual: boolean;
  /** It answers another. */
  answers: boolean;
  attachments: readonly { name: string; size: number; received: number }[];
  /** Links with words of their own, by offsets in the text. */
  links: readonly RichLink[];
}

export interface MessageContext extends CheckContext {
  /** Whom I write with, with all their addresses. */
  people: readonly { name: string; addresses: readonly string[] }[];
  /** What I am called. */
  ownNames: readonly string[];
  /** What is known of the words of the text. */
  dictionary: Dictionary;
  /** Words I have said are right, lower case. */
  ownWords: readonly string[];
  /** Links known from messages with other organisations only, those by name. */
  foreignLinks: ReadonlyMap<string, readonly string[]>;
  /** Switched off by the person. */
  off: readonly CheckId[];
}

/** Everybody a message goes to, each once. */
export function everybody({ visible, bcc }: CheckedMessage): Mailbox[] {
  const byKey = new Map([...bcc, ...visible].map((each) => [addressKey(each.address), each]));
  return [...byKey.values()];
}
