/** What a message says of itself beside its words, and what is asked of those who carry and read it. */

/** How urgent it is (RFC 4021 §2.1.54 `Importance`). */
export const IMPORTANCES = ['high', 'normal', 'low'] as const;
export type Importance = (typeof IMPORTANCES)[number];

/** Whom it is meant for (RFC 4021 §2.1.55 `Sensitivity`); `none` says nothing. */
export const SENSITIVITIES = ['none', 'personal', 'private', 'company-confidential'] as const;
export type Sensitivity = (typeof SENSITIVITIES)[number];

export interface MessageDetails {
  /** Id of one of my identities; null: the main one. */
  identity: string | null;
  importance: Importance;
  sensitivity: Sensitivity;
  /** Mail servers are asked to report delivery (RFC 3461). */
  deliveryReceipt: boolean;
  /** The reader is asked to say that it was seen (RFC 8098). */
  readReceipt: boolean;
  /** The folder that keeps the sent copy; null: none is kept. */
  keptIn: string | null;
}

/** Where sent copies go unless something else is chosen. */
export const SENT_FOLDER = 'Sent';

export const usualDetails: MessageDetails = {
  ...{ identity: null, importance: 'normal', sensitivity: 'none' },
  ...{ deliveryReceipt: false, readReceipt: false, keptIn: SENT_FOLDER },
};

/** Somebody I write as. */
export interface Identity {
  id: string;
  name: string;
  address: string;
  /** Plain text, may have several lines; empty for none. */
  signature: string;
}

/** Who a message is from: the identity it names, else the main one, also where the one it names is gone. */
export function identityOf(
  { me, signature, identities }: IdentitySettings,
  id: string | null,
): Omit<Identity, 'id'> {
  return identities.find((each) => each.id === id) ?? { ...me, signature };
}

export interface IdentitySettings {
  me: { name: string; address: string };
  /** Of the main identity. */
  signature: string;
  identities: readonly Identity[];
}
