/** What a person writes, checked. */
import { AddressError, addressKey, parseMailbox, type Mailbox } from '../../core/message/address';
import { MAX_RECIPIENTS } from '../../core/message/limits';
import { Invalid } from '../errors';

/** One address as it is given: text, or parts. */
export type AddressInput = string | { address: string; name?: string };

export interface DraftInput {
  to?: AddressInput[];
  cc?: AddressInput[];
  bcc?: AddressInput[];
  replyTo?: AddressInput[];
  subject?: string;
  text?: string;
  html?: string | null;
  /** The message this one answers. */
  answers?: string;
}

export const ADDRESS_FIELDS = ['to', 'cc', 'bcc', 'replyTo'] as const;
export type AddressField = (typeof ADDRESS_FIELDS)[number];

function readOne(input: AddressInput, path: string): Mailbox {
  try {
    if (typeof input === 'string') return parseMailbox(input);
    const mailbox = parseMailbox(input.address);
    // eslint-disable-next-line no-control-regex
    const name = (input.name ?? mailbox.name).replace(/[\u0000-\u001f\u007f]+/g, ' ').trim();
    return { name, address: mailbox.address };
  } catch (error) {
    if (error instanceof AddressError) throw new Invalid(error.message, path);
    throw error;
  }
}

/**
 * The addresses given, by field; fields not given are missing. The same address twice in a field counts once.
 * @throws Invalid naming the field and position, `to.1`
 */
export function readAddresses(input: DraftInput): Partial<Record<AddressField, Mailbox[]>> {
  const fields: Partial<Record<AddressField, Mailbox[]>> = {};
  for (const field of ADDRESS_FIELDS) {
    const given = input[field];
    if (!given) continue;
    if (given.length > MAX_RECIPIENTS) {
      throw new Invalid(`A message goes to at most ${MAX_RECIPIENTS} recipients.`, field);
    }
    const byKey = new Map<string, Mailbox>();
    given.forEach((entry, index) => {
      const mailbox = readOne(entry, `${field}.${index}`);
      const key = addressKey(mailbox.address);
      if (!byKey.has(key)) byKey.set(key, mailbox);
    });
    fields[field] = [...byKey.values()];
  }
  return fields;
}

/** A subject on one line: line breaks would begin another header. */
// eslint-disable-next-line no-control-regex
export const oneLine = (text: string) => text.replace(/[\u0000-\u001f\u007f]+/g, ' ').trim();
