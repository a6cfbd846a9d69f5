/** Messages that are watched and have left, as use cases make them. */
import type { Deadline, SettledBy } from '#core/watch/watch';
import type { Chasers } from '#core/watch/chasers';
import { toLocal } from '#core/time/wallClock';
import { moveClock } from '#usecases/clock/sandbox';
import type { Desk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { readMessage } from '#usecases/messages/readMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { claimDeparture } from '#usecases/release/claimDeparture';
import { finishAttempt } from '#usecases/release/finishAttempt';
import { watchMessage } from '#usecases/watches/setWatch';

const TEXT = 'Could you confirm by Thursday that the two crates have cleared customs?';

interface Sent {
  id: string;
  /** Message-IDs without what `mailOf` puts behind them, by reader. */
  ids: string[];
}

/** Releases what is due of a message as the engine does, to a server that takes it for everyone but those named. */
export async function release(desk: Desk, id: string, refused: readonly string[] = []): Promise<string[]> {
  const ids: string[] = [];
  for (const { id: departure } of readMessage(desk, id).departures) {
    const claim = (await claimDeparture(desk, departure))!;
    const outcomes = claim.envelope.addresses.map((address) =>
      refused.includes(address)
        ? { address, status: 'refused' as const, answer: '550 no' }
        : { address, status: 'accepted' as const, answer: '250 ok' },
    );
    const left = await finishAttempt(desk, departure, { outcomes, unanswered: false });
    ids.push(left.headerId!);
  }
  return ids;
}

interface Writing {
  to?: string[];
  individual?: boolean;
  deadline?: Deadline;
  settledBy?: SettledBy;
  chasers?: Chasers;
}

export const draftOf = (desk: Desk, to: string[]) =>
  createDraft(desk, { to, subject: 'Crates', text: TEXT }).id;

/** It leaves in a minute; the clock goes there. */
export function plan(desk: Desk, id: string, individual = false) {
  const at = desk.now() + 60_000;
  const local = toLocal(at, 'Etc/UTC');
  const copies = individual ? 'individual' : 'together';
  const planned = scheduleMessage(desk, id, { kind: 'at', local, zone: 'Etc/UTC' }, undefined, { copies });
  moveClock(desk, { set: at });
  return planned;
}

/** A message that was watched while it was written, and has left. */
export async function sent(desk: Desk, writing: Writing = {}): Promise<Sent & { watch: string }> {
  const { to = ['Ana <ana@x.example>'], individual, deadline = { hours: 24 }, settledBy, chasers } = writing;
  const id = draftOf(desk, to);
  const { id: watch } = watchMessage(desk, id, { deadline, settledBy, chasers });
  plan(desk, id, individual);
  return { id, ids: await release(desk, id), watch };
}
