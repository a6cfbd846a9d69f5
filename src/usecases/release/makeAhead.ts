/**
 * Made ahead of its moment, so that much of what is due at once leaves at once. Only what is made of the message alone: what is
 * filled in, read, asked about or signed at its moment is made then.
 */
import { kindOf } from '#core/plan/kinds/registry';
import { newMessageId } from '#mail/compose';
import { findDeparture, isDepartureAsSeen, type Departure } from '#store/departures';
import { extrasOf, type Extras } from '#store/extras';
import { findMessage, isAsSeen, recipientsOf, type Message } from '#store/messages';
import type { Desk } from '../desk';
import { hasFields } from '../fields/fillMessage';
import { isProtected } from '../openpgp/sealBody';
import { prepare, type Prepared } from './steps/prepare';

/** What is to leave, and what it was made from. */
export interface Made {
  seen: Departure;
  message: Message;
  headerId: string;
  prepared: Prepared;
}

/** What is longer takes its time wherever it is made; letters. */
const LONGEST = 16 * 1024;

/** The Date says when it was ready to leave (RFC 5322 §3.6.1): what is kept waiting longer than this, ms, is made anew. */
const FRESH_MS = 10_000;

/** What its readers get is what the message says. */
export const isPlain = ({ visitOrigin }: Desk, { plain, watched }: Extras): boolean =>
  plain && !(watched && visitOrigin !== undefined);

/** Nothing of it waits for its moment to be known. */
const isOfItself = (message: Message, { plan, headerId }: Departure): boolean =>
  headerId === null &&
  kindOf(plan).event === undefined &&
  !isProtected(message) &&
  !hasFields(message) &&
  message.text.length + (message.html?.length ?? 0) <= LONGEST;

/**
 * What a departure will leave as, with its planned moment as its Date. Whoever claims it looks whether all of it is as it was.
 * @returns undefined where it has to be made at its moment
 */
export async function makeAhead(desk: Desk, id: string): Promise<Made | undefined> {
  const { db } = desk.store;
  const seen = findDeparture(db, id);
  const message = seen && findMessage(db, seen.messageId);
  if (!seen || !message || !isOfItself(message, seen)) return undefined;
  const extras = extrasOf(db, seen);
  // Who is in a group is known at its moment.
  if (!isPlain(desk, extras) || recipientsOf(db, [message.id]).some(({ groupId }) => groupId !== null))
    return undefined;
  const headerId = newMessageId(message.fromAddress);
  const prepared = await prepare(desk, seen, message, extras, headerId, seen.due);
  return 'policy' in prepared ? undefined : { seen, message, headerId, prepared };
}

/**
 * Whether it is worth trying to claim it as it was made: one that fails costs those it would be committed with.
 * @param now epoch ms
 */
export const isFresh = (desk: Desk, { seen, message }: Made, now: number): boolean =>
  now - seen.due < FRESH_MS && isDepartureAsSeen(desk.store.db, seen) && isAsSeen(desk.store.db, message);
