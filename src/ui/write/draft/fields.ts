/** The fields of a message while it is written. */
import type { MessageJson } from '#api/types';
import { formatMailbox, isRecipient } from '#core/message/address';
import { usualDetails, type MessageDetails } from '#core/message/details';
import { withPlainSignature } from '#core/message/signature';
import { usualChoices, type Choices, type Plan } from '#core/plan/plan';

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
  to: [],
  cc: [],
  bcc: [],
  replyTo: [],
  subject: '',
  text: '',
  html: null,
  plan: null,
  choices: usualChoices,
  ...usualDetails,
};

export function fieldsOf(message: MessageJson): DraftFields {
  const { subject, text, html, identity, importance, sensitivity, deliveryReceipt, readReceipt, keptIn } =
    message;
  const { plan, choices, setAside, usualWatch, fields, sign, encrypt } = message;
  return {
    to: message.to.map(formatMailbox),
    cc: message.cc.map(formatMailbox),
    bcc: message.bcc.map(formatMailbox),
    replyTo: message.replyTo.map(formatMailbox),
    subject,
    text,
    html,
    identity,
    importance,
    sensitivity,
    deliveryReceipt,
    readReceipt,
    keptIn,
    plan,
    choices,
    setAside,
    usualWatch,
    fields,
    sign,
    encrypt,
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

const ADDRESS_FIELDS = ['to', 'cc', 'bcc', 'replyTo'] as const;
type Addressed = Pick<DraftFields, (typeof ADDRESS_FIELDS)[number]>;

/** What stands in the address fields and is no address: it is kept here until it is mended, and never sent. */
export const unfit = (fields: Addressed): string[] =>
  ADDRESS_FIELDS.flatMap((field) => fields[field]).filter((each) => !isRecipient(each));

const only = (fields: Addressed, wanted: (text: string) => boolean): Addressed => ({
  to: fields.to.filter(wanted),
  cc: fields.cc.filter(wanted),
  bcc: fields.bcc.filter(wanted),
  replyTo: fields.replyTo.filter(wanted),
});

/** The fields as the server can take them. */
export const fitFields = (fields: DraftFields): DraftFields => ({ ...fields, ...only(fields, isRecipient) });

/** What came from the server, with what is still to be mended here. */
export function withUnfit(fields: DraftFields, here: Addressed): DraftFields {
  const bad = only(here, (each) => !isRecipient(each));
  const both = (field: keyof Addressed) => [...fields[field], ...bad[field]];
  return { ...fields, to: both('to'), cc: both('cc'), bcc: both('bcc'), replyTo: both('replyTo') };
}
