/** The fields of a message while it is written. */
import type { MessageJson } from '../../../api/types';
import { formatMailbox, groupName, parseMailbox } from '../../../core/message/address';
import { usualDetails, type MessageDetails } from '../../../core/message/details';
import { withPlainSignature } from '../../../core/message/signature';
import { usualChoices, type Choices, type Plan } from '../../../core/plan/plan';

export interface DraftFields extends MessageDetails {
  to: string[];
  cc: string[];
  bcc: string[];
  replyTo: string[];
  subject: string;
  /** What it says in plain text, also where it is rich. */
  text: string;
  /** null: written as plain text. */
  html: string | null;
  /** How it is to leave; null: now. Of one under way its departure says so. */
  plan: Plan | null;
  choices: Choices;
}

export const emptyFields: DraftFields = {
  ...{ to: [], cc: [], bcc: [], replyTo: [], subject: '', text: '', html: null },
  ...{ plan: null, choices: usualChoices },
  ...usualDetails,
};

export function fieldsOf(message: MessageJson): DraftFields {
  const { subject, text, html, identity, importance, sensitivity, deliveryReceipt, readReceipt, keptIn } =
    message;
  const { plan, choices } = message;
  return {
    to: message.to.map(formatMailbox),
    cc: message.cc.map(formatMailbox),
    bcc: message.bcc.map(formatMailbox),
    replyTo: message.replyTo.map(formatMailbox),
    ...{ subject, text, html, identity, importance, sensitivity, deliveryReceipt, readReceipt, keptIn },
    ...{ plan, choices },
  };
}

/** True where both say the same, field by field. */
export const sameFields = (a: DraftFields, b: DraftFields): boolean =>
  (Object.keys(a) as (keyof DraftFields)[]).every((key) => JSON.stringify(a[key]) === JSON.stringify(b[key]));

/** True where nobody has written anything yet: no reader, no subject, no words beside the signature, no plan. */
export const saysNothing = ({ to, cc, bcc, subject, text, html, plan }: DraftFields): boolean =>
  to.length + cc.length + bcc.length === 0 &&
  subject.trim() === '' &&
  withPlainSignature(text, '').trim() === '' &&
  !html?.includes('<img') &&
  plan === null;

export function isAddress(text: string): boolean {
  try {
    parseMailbox(text);
    return true;
  } catch {
    return false;
  }
}

/** An address, or a group by its name. */
export const isRecipient = (text: string): boolean => groupName(text) !== undefined || isAddress(text);
