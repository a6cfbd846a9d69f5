/** What a message says of itself beside its words, and what is asked of those who carry and read it. */

import type { SetAside } from '../checks/setAside';
import type { Encrypt } from '../openpgp/key';
import type { FieldValues } from '../fields/values';

/** How urgent it is (RFC 4021 §2.1.54 `Importance`). */
export const IMPORTANCES = ['high', 'normal', 'low'] as const;
export type Importance = (typeof IMPORTANCES)[number];

/** Whom it is meant for (RFC 4021 §2.1.55 `Sensitivity`); `none` says nothing. */
export const SENSITIVITIES = ['none', 'personal', 'private', 'company-confidential'] as const;
export type Sensitivity = (typeof SENSITIVITIES)[number];

/** What of this a message that comes in says. */
export interface AskedDetails {
  importance: Importance;
  sensitivity: Sensitivity;
  /** It asks to be told that it was seen; nothing here tells. */
  readReceipt: boolean;
}

/**
 * `Importance` and `Sensitivity` (RFC 2156 §5.3.4), `X-Priority`, an older habit, and `Disposition-Notification-To`
 * (RFC 8098 §2.1).
 * @param header looks a header up by its lower-case name
 */
export function askedDetails(header: (name: string) => string | undefined): AskedDetails {
  const value = (name: string) => header(name)?.trim().toLowerCase() ?? '';
  const priority = Number(/^[1-5]/.exec(value('x-priority'))?.[0] ?? 3);
  const byNumber: Importance = priority < 3 ? 'high' : priority > 3 ? 'low' : 'normal';
  return {
    importance: IMPORTANCES.find((each) => each === value('importance')) ?? byNumber,
    sensitivity: SENSITIVITIES.find((each) => each === value('sensitivity')) ?? 'none',
    readReceipt: value('disposition-notification-to') !== '',
  };
}

export interface MessageDetails {
  /** Id of one of my identities; null: the main one. */
  identity: string | null;
  importance: Importance;
  sensitivity: Sensitivity;
  /** Mail servers are asked to report delivery (RFC 3461). */
  deliveryReceipt: boolean;
  /** The reader is asked to say that it was seen (RFC 8098). */
  readReceipt: boolean;
  /** It is signed, and encrypted, with OpenPGP. */
  sign: boolean;
  encrypt: Encrypt;
  /** An answer is waited for as is usual for its readers, where nothing else was said about it. */
  usualWatch: boolean;
  /** The folder that keeps the sent copy; null: none is kept. */
  keptIn: string | null;
  /** What its checks found and is meant so. */
  setAside: SetAside[];
  /** What fields of its own become. */
  fields: FieldValues;
}

/** Where sent copies go unless something else is chosen. */
export const SENT_FOLDER = 'Sent';

export const usualDetails: MessageDetails = {
  identity: null,
  importance: 'normal',
  sensitivity: 'none',
  deliveryReceipt: false,
  readReceipt: false,
  sign: false,
  encrypt: 'no',
  usualWatch: true,
  keptIn: SENT_FOLDER,
  setAside: [],
  fields: {},
};

/** Somebody I write as. */
export interface Identity {
  id: string;
  name: string;
  address: string;
  /** Plain text, may have several lines; empty for none. */
  signature: string;
  /** The account its messages leave through; null: the usual one. */
  account: string | null;
}

/** Who a message is from: the identity it names, else the main one, also where the one it names is gone. */
export function identityOf(
  { me, signature, account, identities }: IdentitySettings,
  id: string | null,
): Omit<Identity, 'id'> {
  return identities.find((each) => each.id === id) ?? { ...me, signature, account };
}

export interface IdentitySettings {
  me: { name: string; address: string };
  /** Of the main identity, as is the account. */
  signature: string;
  account: string | null;
  identities: readonly Identity[];
}
