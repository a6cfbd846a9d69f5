/** A recipient writes before what is on its way to them has left: it stops, and the person decides. */
import { addressKey } from '#core/message/address';
import { departuresWaitingFor } from '#store/deliveries';
import { findMessage, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import { applyEvent } from './applyEvent';
import { holdLeft } from './holdLeft';

/** Call it for what a person wrote: automatic answers (RFC 3834) and receipts stop nothing. */
export function pauseForWriter(tx: Tx, incoming: Message, now: number): void {
  const who = incoming.fromName || incoming.fromAddress;
  for (const departure of departuresWaitingFor(tx, addressKey(incoming.fromAddress))) {
    // What stands still by somebody's decision does so already.
    if (departure.state === 'paused' && departure.pausedFor !== 'editing') continue;
    // What has been tried is under way to some of them already.
    if (departure.attempts > 0) continue;
    const about = findMessage(tx, departure.messageId)!;
    const concerns =
      departure.ifTheyWriteFirst === 'any' ||
      (departure.ifTheyWriteFirst === 'thread' && about.threadId === incoming.threadId);
    if (!concerns) continue;
    const reason = `${who} has written${incoming.subject ? `: “${incoming.subject}”` : ''}.`;
    const left = departure.state === 'held' ? { holdLeft: holdLeft(departure, now) } : {};
    const patch = { pausedFor: 'wrote-first' as const, reason, ...left };
    applyEvent(tx, departure, 'wrote-first', now, patch, `by ${who}`);
  }
}
