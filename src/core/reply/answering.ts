/** Who an answer goes to, as whom it is written, and what passing on is called. */
import { addressKey, type Mailbox } from '../message/address';
import type { Identity } from '../message/details';
import { baseSubject } from './threading';

/** What an answer needs of the message it answers. */
export interface Answered {
  direction: 'in' | 'out';
  from: Mailbox;
  to: readonly Mailbox[];
  cc: readonly Mailbox[];
  replyTo: readonly Mailbox[];
}

const unique = (list: readonly Mailbox[]) => [
  ...new Map(list.map((each) => [each.group ?? addressKey(each.address), each])).values(),
];

/** Where the writer wants answers to go (RFC 5322 §3.6.2); of what I wrote those I wrote to. */
export function answerTo(message: Answered): Mailbox[] {
  if (message.direction === 'out') return [...message.to];
  return message.replyTo.length > 0 ? [...message.replyTo] : [message.from];
}

/**
 * The recipients of an answer to all: the writer in To, the others in Cc, nobody twice, and I not at all.
 * @param mine my addresses
 */
export function answerAll(message: Answered, mine: readonly string[]): { to: Mailbox[]; cc: Mailbox[] } {
  const own = new Set(mine.map(addressKey));
  const others = (list: readonly Mailbox[]) =>
    unique(list).filter(({ address, group }) => group || !own.has(addressKey(address)));
  const to = others(answerTo(message));
  const taken = new Set(to.map(({ address }) => addressKey(address)));
  const cc = others([...(message.direction === 'in' ? message.to : []), ...message.cc]).filter(
    ({ address }) => !taken.has(addressKey(address)),
  );
  // Whoever answers themselves has to write to somebody.
  return to.length > 0 ? { to, cc } : { to: cc, cc: [] };
}

/** True where an answer to all goes to more than an answer to the writer. */
export const hasOthers = (message: Answered, mine: readonly string[]): boolean => {
  const { to, cc } = answerAll(message, mine);
  return to.length + cc.length > unique(answerTo(message)).length;
};

/** The identity a message was sent to, so that the answer comes from there; null for the main one. */
export function answerAs(message: Answered, identities: readonly Identity[]): string | null {
  const reached = new Set([...message.to, ...message.cc].map(({ address }) => addressKey(address)));
  const from = addressKey(message.from.address);
  const own = identities.find(({ address }) =>
    message.direction === 'out' ? addressKey(address) === from : reached.has(addressKey(address)),
  );
  return own?.id ?? null;
}

/** The subject of a message that is passed on: one “Fwd: ”, whatever stood there. */
export const forwardSubject = (subject: string): string => `Fwd: ${baseSubject(subject)}`;
