/** Taking back: what has not left is a draft again. */
import { addressKey } from '#core/message/address';
import { transition } from '#core/departure/states';
import { departuresOf, type Departure } from '#store/departures';
import { thaw } from '#store/frozen';
import { deliveriesOf } from '#store/deliveries';
import { noteChange } from '#store/journal';
import { findMessage, setRecipients, swapMessage, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Stale } from '../errors';
import { deriveMessage } from '../messages/deriveMessage';
import { receivers, type Receiver } from '../messages/envelope';
import { intentOf } from '../messages/intent';
import { takeQuestionAlong } from '../questions/takeAlong';
import { takeWatchAlong } from '../watches/beginWatch';
import { applyEvent } from './applyEvent';
import { change } from './changeDeparture';

const FRESH = { attempts: 0, firstAttemptAt: null, stage: null, reason: null };

function canComeBack(tx: Tx, departure: Departure): boolean {
  const accepted = deliveriesOf(tx, [departure.id]).some(({ status }) => status === 'accepted');
  return transition(departure.state, 'take-back', accepted).ok;
}

/**
 * Takes it back: the message is a draft again, whole. One of several copies comes back as a draft of its own, to
 * that reader; the others go on.
 * @param which `all` takes every copy of the message back that has not left
 * @throws NotFound; Refused, saying so plainly, where it has left or is leaving
 */
export function takeBack(
  desk: Desk,
  id: string,
  revision?: number,
  which: 'this' | 'all' = 'this',
): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    const siblings = departuresOf(tx, seen.messageId).filter(
      (each) => each.id !== id && each.state !== 'draft' && each.state !== 'ended',
    );
    const along = which === 'all' ? siblings.filter((each) => canComeBack(tx, each)) : [];
    const staying = siblings.length - along.length;
    const message = findMessage(tx, seen.messageId)!;
    const back = [seen, ...along];
    const home = staying === 0 ? message : splitOff(tx, message, back, now);
    if (home !== message) {
      takeQuestionAlong(tx, message.id, home.id, now);
      takeWatchAlong(tx, message.id, home.id, back);
    }
    const [next] = back.map((each) => {
      thaw(tx, each.id);
      return applyEvent(tx, each, 'take-back', now, { ...FRESH, messageId: home.id });
    });
    if (home === message && !swapMessage(tx, message, { at: now, ...intentOf(seen) }))
      throw new Stale('message');
    noteChange(tx, 'message', seen.messageId);
    return next!;
  });
}

/** The readers of some copies become the recipients of a message of their own. */
function splitOff(tx: Tx, message: Message, copies: readonly Departure[], now: number): Message {
  const all = receivers(tx, message.id);
  const theirs = new Set(copies.map(({ reader }) => addressKey(reader!)));
  const isTheirs = ({ address }: Receiver) => theirs.has(addressKey(address));
  const own = deriveMessage(tx, message, now, intentOf(copies[0]!));
  setRecipients(tx, own.id, 'to', all.filter(isTheirs));
  // Groups are written out: what they hold is not what this message goes to any more.
  for (const field of ['to', 'cc', 'bcc'] as const)
    setRecipients(
      tx,
      message.id,
      field,
      all.filter((each) => each.field === field && !isTheirs(each)),
    );
  noteChange(tx, 'message', own.id);
  if (!swapMessage(tx, message, {})) throw new Stale('message');
  return own;
}
