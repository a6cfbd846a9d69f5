/** What a person writes, checked. */
import { folded } from '#core/text/folded';
import { AddressError, addressKey, groupName, parseMailbox, type Mailbox } from '#core/message/address';
import { keptValues } from '#core/fields/values';
import type { MessageDetails } from '#core/message/details';
import { MAX_RECIPIENTS } from '#core/limits';
import type { Choices, Plan } from '#core/plan/plan';
import { Invalid } from '../errors';

/** One recipient as it is given: an address as text or in parts, or a group by `Name:;` or by its id. */
export type AddressInput = string | { address: string; name?: string } | { group: string };

/** The groups there are, for those named among recipients. */
export type KnownGroups = readonly { id: string; name: string }[];

export interface DraftInput extends Partial<MessageDetails> {
  to?: AddressInput[];
  cc?: AddressInput[];
  bcc?: AddressInput[];
  replyTo?: AddressInput[];
  subject?: string;
  text?: string;
  html?: string | null;
  /** How it is to leave; null: now. It commits to nothing. */
  plan?: Plan | null;
  choices?: Choices;
  /** The message this one answers. */
  answers?: string;
  /** The message this one passes on, with what is attached to it. */
  forwards?: string;
}

/** What is asked of a message beside its words and recipients, as far as it is given. */
export function readDetails(
  input: DraftInput,
  identities: readonly { id: string }[],
): Partial<MessageDetails> {
  const { identity, importance, sensitivity, deliveryReceipt, readReceipt, usualWatch, keptIn, setAside } =
    input;
  const { sign, encrypt } = input;
  if (identity && !identities.some(({ id }) => id === identity))
    throw new Invalid('There is no such identity. Choose another one.', 'identity');
  const given = {
    identity,
    importance,
    sensitivity,
    deliveryReceipt,
    readReceipt,
    sign,
    encrypt,
    usualWatch,
    setAside,
  };
  const details: Partial<MessageDetails> = Object.fromEntries(
    Object.entries(given).filter(([, value]) => value !== undefined),
  );
  if (input.fields) details.fields = keptValues(input.fields);
  if (keptIn !== undefined) details.keptIn = keptIn === null ? null : oneLine(keptIn) || null;
  return details;
}

export const ADDRESS_FIELDS = ['to', 'cc', 'bcc', 'replyTo'] as const;
export type AddressField = (typeof ADDRESS_FIELDS)[number];

function readGroup(input: AddressInput, path: string, groups: KnownGroups): Mailbox | undefined {
  const name = typeof input === 'string' ? groupName(input) : undefined;
  const id = typeof input === 'object' && 'group' in input ? input.group : undefined;
  if (name === undefined && id === undefined) return undefined;
  const found = groups.find(
    (group) => group.id === id || (name !== undefined && folded(group.name) === folded(name)),
  );
  if (!found)
    throw new Invalid(name ? `There is no group called “${name}”.` : 'There is no such group.', path);
  return { name: found.name, address: '', group: found.id };
}

function readOne(input: AddressInput, path: string, groups: KnownGroups): Mailbox {
  const group = readGroup(input, path, groups);
  if (group) return group;
  try {
    if (typeof input === 'string') return parseMailbox(input);
    if (!('address' in input)) throw new Invalid('An address is missing.', path);
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
export function readAddresses(
  input: DraftInput,
  groups: KnownGroups,
): Partial<Record<AddressField, Mailbox[]>> {
  const fields: Partial<Record<AddressField, Mailbox[]>> = {};
  for (const field of ADDRESS_FIELDS) {
    const given = input[field];
    if (!given) continue;
    if (given.length > MAX_RECIPIENTS) {
      throw new Invalid(`A message goes to at most ${MAX_RECIPIENTS} recipients.`, field);
    }
    const byKey = new Map<string, Mailbox>();
    given.forEach((entry, index) => {
      const mailbox = readOne(entry, `${field}.${index}`, groups);
      if (mailbox.group && field === 'replyTo')
        throw new Invalid('Answers go to addresses, not to a group.', `${field}.${index}`);
      const key = mailbox.group ?? addressKey(mailbox.address);
      if (!byKey.has(key)) byKey.set(key, mailbox);
    });
    fields[field] = [...byKey.values()];
  }
  return fields;
}

/** A subject on one line: line breaks would begin another header. */
// eslint-disable-next-line no-control-regex
export const oneLine = (text: string) => text.replace(/[\u0000-\u001f\u007f]+/g, ' ').trim();
