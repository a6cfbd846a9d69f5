/** What is in doubt settles by itself when something comes in that can only come in if it arrived, or did not. */
import { addressKey } from '#core/message/address';
import type { MessageReport } from '#core/reply/report';
import { departuresInState, type Departure } from '#store/departures';
import { deliveriesOf, recordOutcomes } from '#store/deliveries';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { noteLeft } from '../release/noteLeft';
import { applyEvent } from './applyEvent';

/** What came in. */
export interface Evidence {
  /** Who it is from, for the history. */
  from: string;
  /** Message-IDs it names as the ones it answers. */
  answers: readonly string[];
  report: MessageReport | undefined;
}

/** It has arrived: everyone it was for has it. Who was put off before is tried again. */
export function settleArrived(desk: Desk, tx: Tx, seen: Departure, now: number, why: string): Departure {
  const leftAt = seen.firstAttemptAt ?? now;
  const given = deliveriesOf(tx, [seen.id]);
  const patch = { leftAt: seen.leftAt ?? leftAt, stage: null, reason: null };
  const next = given.some(({ status }) => status === 'deferred')
    ? applyEvent(tx, seen, 'settle-partly', now, { ...patch, due: now }, why)
    : applyEvent(tx, seen, 'settle-arrived', now, patch, why);
  const waiting = given.filter(({ status }) => status === 'waiting');
  recordOutcomes(
    tx,
    seen.id,
    waiting.map(({ address }) => ({ address, status: 'accepted', answer: '' })),
  );
  noteLeft(desk, tx, next, deliveriesOf(tx, [seen.id]), leftAt);
  return next;
}

function settleBounced(desk: Desk, tx: Tx, seen: Departure, now: number, report: MessageReport): void {
  const words = new Map(report.recipients.map((each) => [addressKey(each.address), each.words]));
  const failed = deliveriesOf(tx, [seen.id]).filter(({ address }) => words.has(addressKey(address)));
  recordOutcomes(
    tx,
    seen.id,
    failed.map(({ address }) => ({
      address,
      status: 'refused',
      answer: words.get(addressKey(address)) ?? '',
    })),
  );
  const everyone = deliveriesOf(tx, [seen.id]).every((delivery) => delivery.status === 'refused');
  const reason = report.recipients.map((each) => `${each.address}: ${each.words}`).join('; ');
  if (!everyone) {
    settleArrived(desk, tx, seen, now, 'a report of non-delivery names only some of its recipients');
    return;
  }
  applyEvent(tx, seen, 'settle-bounced', now, { stage: null, reason }, reason);
}

/** Settles the unconfirmed departures that the evidence names. */
export function settleByEvidence(desk: Desk, tx: Tx, evidence: Evidence, now: number): void {
  for (const seen of departuresInState(tx, 'unconfirmed')) {
    const { headerId } = seen;
    if (headerId === null) continue;
    const { report, from, answers } = evidence;
    if (report?.about === headerId) {
      if (report.recipients.some((each) => each.action === 'failed'))
        settleBounced(desk, tx, seen, now, report);
      else settleArrived(desk, tx, seen, now, `a receipt from ${from}`);
    } else if (answers.includes(headerId)) settleArrived(desk, tx, seen, now, `answered by ${from}`);
  }
}
