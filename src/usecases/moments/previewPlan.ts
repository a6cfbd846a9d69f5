/** What a plan comes to for these readers, committing to nothing. */
import { isRepeating, leavesOnceHeld } from '#core/plan/kinds/registry';
import { addressKey, type Mailbox } from '#core/message/address';
import { usualHold } from '#core/hold/decide';
import { usualChoices, type Choices, type Plan, type PlanPreview } from '#core/plan/plan';
import { previewPlan as preview } from '#core/plan/preview';
import { canonicalZone, UnknownZoneError } from '#core/time/zones';
import { pendingTo } from '#store/deliveries';
import { allGroups } from '#store/groups';
import { findMessage } from '#store/messages';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { withEvent } from '../events/boundPlan';
import { contentOf, emptyContent, holdFor } from '../holds/holdFor';
import { readAddresses, type AddressInput } from '../messages/draftInput';
import { membersAsMailboxes } from '../people/groups';
import { inWords } from '../inWords';
import { meAsPerson, readersAt, workingIn, type KnownReader } from '../people/readers';

/** One recipient asked about: an address, or a group. */
export interface AskedRecipient {
  address: AddressInput;
  /** In place of the zone that is known. */
  zone?: string;
}

export interface PreviewRequest extends Partial<Choices> {
  plan: Plan;
  recipients: AskedRecipient[];
  senderZone?: string;
  /** The message it is about: what is on its way already is not warned of as another one. */
  message?: string;
  /** Quiet hours are set aside. */
  inSpiteOfQuiet?: boolean;
  /** So many departures are given at most, of what repeats so many occurrences; the sentence and the warnings are of all. */
  limit?: number;
  /** Of what repeats: from now on (as usual), or from its start. */
  from?: 'now' | 'start';
}

function zoneAt(path: string, name: string): string {
  try {
    return canonicalZone(name);
  } catch (error) {
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, path);
    throw error;
  }
}

function mailboxesOf(desk: Desk, { address }: AskedRecipient, path: string): Mailbox[] {
  const { db } = desk.store;
  try {
    const [mailbox] = readAddresses({ to: [address] }, allGroups(db)).to!;
    return mailbox!.group ? membersAsMailboxes(db, mailbox!.group) : [mailbox!];
  } catch (error) {
    if (error instanceof Invalid) throw new Invalid(error.message, `${path}.address`);
    throw error;
  }
}

/**
 * The readers asked about, groups expanded, each once. A zone given goes before the one that is known.
 * @throws Invalid
 */
export function askedReaders(desk: Desk, recipients: readonly AskedRecipient[]): KnownReader[] {
  const byKey = new Map<string, KnownReader>();
  recipients.forEach((asked, index) => {
    const path = `recipients.${index}`;
    for (const reader of readersAt(desk, desk.store.db, mailboxesOf(desk, asked, path))) {
      const key = addressKey(reader.address);
      if (byKey.has(key)) continue;
      const zone = asked.zone && zoneAt(`${path}.zone`, asked.zone);
      const working = reader.working ?? (zone ? workingIn(desk.store.db, zone, desk.now()) : undefined);
      byKey.set(key, zone ? { ...reader, zone, working, place: undefined } : reader);
    }
  });
  return [...byKey.values()];
}

/**
 * With how it would be held where it leaves now: by what is kept of the message.
 * @throws Invalid
 */
export function previewPlan(desk: Desk, asked: PreviewRequest): PlanPreview {
  const request = { ...asked, plan: withEvent(desk, desk.store.db, asked.plan) };
  const readers = askedReaders(desk, request.recipients);
  const { zone, hourCycle } = desk.settings();
  const senderZone = request.senderZone ? zoneAt('senderZone', request.senderZone) : zone;
  const { copies, ifTheyWriteFirst, ifOff } = { ...usualChoices, ...request };
  const others = pendingTo(
    desk.store.db,
    readers.map(({ address }) => addressKey(address)),
  ).filter(({ messageId }) => messageId !== request.message);
  const message = request.message === undefined ? undefined : findMessage(desk.store.db, request.message);
  const [content] = message ? contentOf(desk.store.db, [message]) : [emptyContent];
  const mailboxes = readers.map(({ name = '', address }) => ({ name, address }));
  const hold = leavesOnceHeld(request.plan)
    ? holdFor(desk, desk.store.db, mailboxes, content!, request.inSpiteOfQuiet)
    : usualHold(0);
  return inWords(() => {
    const whole = preview(request.plan, readers, {
      now: desk.now(),
      hold,
      senderZone,
      hourCycle,
      others,
      mine: meAsPerson(desk).working,
      most: request.limit,
      from: request.from === 'start' ? -Infinity : undefined,
      choices: { copies, ifTheyWriteFirst, ifOff },
    });
    if (isRepeating(request.plan)) return whole;
    return { ...whole, departures: whole.departures.slice(0, request.limit) };
  });
}
