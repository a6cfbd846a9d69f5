/** What a plan comes to for these readers, committing to nothing. */
import { addressKey } from '../core/message/address';
import type { Plan, PlanPreview, Reader } from '../core/plan/plan';
import { previewPlan as preview } from '../core/plan/preview';
import { LocalTimeError } from '../core/time/wallClock';
import { canonicalZone, UnknownZoneError } from '../core/time/zones';
import { correspondentsAt } from '../store/correspondents';
import { type Desk } from './desk';
import { Invalid } from './errors';
import { readAddresses, type AddressInput } from './messages/draftInput';

export interface PreviewRequest {
  plan: Plan;
  recipients: { address: AddressInput; zone?: string }[];
  senderZone?: string;
}

function zoneAt(path: string, name: string): string {
  try {
    return canonicalZone(name);
  } catch (error) {
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, path);
    throw error;
  }
}

/**
 * A reader's zone is the one given, else the one known of the correspondent.
 * @throws Invalid
 */
export function previewPlan(desk: Desk, request: PreviewRequest): PlanPreview {
  const mailboxes = request.recipients.map(({ address }, index) => {
    try {
      return readAddresses({ to: [address] }).to![0]!;
    } catch (error) {
      if (error instanceof Invalid) throw new Invalid(error.message, `recipients.${index}.address`);
      throw error;
    }
  });
  const known = correspondentsAt(
    desk.store.db,
    mailboxes.map((mailbox) => mailbox.address),
  );
  const readers = mailboxes.map((mailbox, index): Reader => {
    const person = known.get(addressKey(mailbox.address));
    const given = request.recipients[index]!.zone;
    return {
      address: mailbox.address,
      name: person?.name ?? mailbox.name,
      place: given ? undefined : (person?.place ?? undefined),
      zone: given ? zoneAt(`recipients.${index}.zone`, given) : (person?.zone ?? undefined),
    };
  });
  const { holdSeconds, zone, hourCycle } = desk.settings();
  const senderZone = request.senderZone ? zoneAt('senderZone', request.senderZone) : zone;
  try {
    return preview(request.plan, readers, { now: desk.now(), holdSeconds, senderZone, hourCycle });
  } catch (error) {
    if (error instanceof LocalTimeError) throw new Invalid(error.message, 'plan.local');
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, 'plan.zone');
    throw error;
  }
}
