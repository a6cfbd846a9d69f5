/**
 * The editing lease: while a pending departure is open for editing its clock stands still. Whoever has it open
 * gives signs of life; one who goes without a word leaves it paused, never released half-edited.
 */
import { departuresOf, findDeparture, type Departure } from '#store/departures';
import {
  deleteLease,
  findLease,
  findLeaseBy,
  insertLease,
  leasesOf,
  prolongLease,
  shiftLeases,
} from '#store/leases';
import { findMessage } from '#store/messages';
import { leavesOnceHeld } from '#core/plan/kinds/registry';
import { PENDING_STATES, transition } from '#core/departure/states';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { committableMoment, pauseForReview } from './planDepartures';
import { NotFound, Refused } from '../errors';
import { checkFilled } from '../fields/checkFilled';
import { applyEvent } from './applyEvent';
import { goOn } from './resume';
import { holdLeft } from './holdLeft';

/** Without a sign of life for this long, real milliseconds, the editor is gone. Give one every third of it. */
export const LEASE_MS = 30_000;

/** What closing an editor means: `go-on` and `pause` are the person's word, `leave` is merely going away. */
export type Closing = 'go-on' | 'pause' | 'leave';

/** The other copies of its message that stand still because it is open, or would leave meanwhile. */
function siblings(tx: Tx, seen: Departure): Departure[] {
  if (seen.reader === null) return [];
  return departuresOf(tx, seen.messageId).filter(
    ({ id, state, pausedFor }) =>
      id !== seen.id && (PENDING_STATES.includes(state) || (state === 'paused' && pausedFor === 'editing')),
  );
}

function departureIn(tx: Tx, id: string): Departure {
  const seen = findDeparture(tx, id);
  if (!seen) throw new NotFound('There is no such departure.');
  return seen;
}

/**
 * Opens a departure for editing: one that would leave by itself stops. One that stands still anyway only says so.
 * @param token of an earlier call, as a sign of life
 * @returns the token; undefined where nothing has to be stopped
 * @throws NotFound; Refused where it has left or is leaving, or where the token no longer counts since someone
 * else decided meanwhile
 */
export function openForEditing(desk: Desk, id: string, token?: string): string | undefined {
  return desk.store.write((tx) => {
    const seen = departureIn(tx, id);
    const until = Date.now() + LEASE_MS;
    if (token !== undefined) {
      if (!findLease(tx, id, token))
        throw new Refused('It was closed meanwhile, in another window or after a long silence.');
      prolongLease(tx, token, until);
      return token;
    }
    const beingEdited = seen.state === 'paused' && seen.pausedFor === 'editing';
    if (!beingEdited) {
      const edit = transition(seen.state, 'edit');
      if (!edit.ok) throw new Refused(edit.why);
      // A draft, a failed one, one paused for another reason: its clock does not run.
      if (!transition(seen.state, 'open').ok || seen.state === 'paused') return undefined;
      const now = desk.now(tx);
      // The copies of a message are written together: all of them stand still.
      for (const each of [seen, ...siblings(tx, seen)])
        if (each.state !== 'paused')
          applyEvent(tx, each, 'open', now, { pausedFor: 'editing', holdLeft: holdLeft(each, now) });
    }
    const fresh = newId();
    const { revision } = findMessage(tx, seen.messageId)!;
    insertLease(tx, { token: fresh, departureId: id, messageRevision: revision, until });
    return fresh;
  });
}

/**
 * What was changed while it was held may be what another rule is for: its hold then is that rule's, counted from now,
 * and never shorter than what was left.
 */
function judgeAgain(desk: Desk, tx: Tx, gone: Departure, now: number): Departure {
  if (gone.state !== 'held' || !leavesOnceHeld(gone.plan)) return gone;
  const { at, heldBy, review } = committableMoment(desk, tx, gone.plan, gone.messageId, gone.reader);
  if (!heldBy?.rule || heldBy.rule.name === gone.heldBy?.rule?.name) return gone;
  const due = Math.max(at, gone.due);
  const moved = applyEvent(tx, gone, 'move', now, { meant: due, due, heldBy });
  return review ? pauseForReview(tx, moved, now) : moved;
}

/**
 * Gives a lease back. Merely going away from an unchanged message lets it go on as before; from a changed one it
 * leaves it paused, since nobody has said that the change may go.
 * @param token of the lease; undefined takes the one there is
 * @throws NotFound; Invalid where a field it has by now is not known of a reader; Refused where the token no longer counts, or where it
 * cannot go on because its moment has passed: then ask for another
 */
export function closeEditing(desk: Desk, id: string, token: string | undefined, closing: Closing): Departure {
  return desk.store.write((tx) => {
    const seen = departureIn(tx, id);
    const lease = token === undefined ? leasesOf(tx, id)[0] : findLease(tx, id, token);
    if (!lease) throw new Refused('It was closed meanwhile, in another window or after a long silence.');
    const now = desk.now(tx);
    const message = findMessage(tx, seen.messageId)!;
    const changed = message.revision !== lease.messageRevision;
    // As when it was scheduled.
    if (closing === 'go-on' && changed) checkFilled(desk, tx, message, [seen, ...siblings(tx, seen)]);
    const close = (each: Departure): Departure => {
      if (closing === 'pause') return applyEvent(tx, each, 'pause', now, { pausedFor: 'me' });
      if (closing === 'go-on') return judgeAgain(desk, tx, goOn(desk, tx, each, now, 'ask'), now);
      if (changed) return applyEvent(tx, each, 'left-open', now, { pausedFor: 'left-open' });
      // Something else stopped it meanwhile, and that has not been decided.
      if (each.pausedFor !== 'editing') return each;
      return goOn(desk, tx, each, now, 'hold again');
    };
    if (closing === 'leave') {
      deleteLease(tx, lease.token);
      if (!changed && leasesOf(tx, id).length > 0) return seen;
    }
    for (const each of siblings(tx, seen)) if (each.state === 'paused') close(each);
    return close(seen);
  });
}

/**
 * Ends the lease of somebody who has been silent too long: what they had open stays paused, unless they were gone as soon
 * as they had come.
 * @param real epoch ms
 */
export function expireLease(desk: Desk, tx: Tx, token: string, real: number): void {
  const lease = findLeaseBy(tx, token);
  if (!lease || lease.until > real) return;
  const { departureId, messageRevision, alive } = lease;
  deleteLease(tx, token);
  const seen = findDeparture(tx, departureId);
  const last = leasesOf(tx, departureId).length === 0;
  if (seen?.state !== 'paused' || seen.pausedFor !== 'editing' || !last) return;
  const now = desk.now(tx);
  // Opened, and closed before the page knew of its lease: nothing can have been written in it.
  const untouched = !alive && findMessage(tx, seen.messageId)!.revision === messageRevision;
  for (const each of [seen, ...siblings(tx, seen)]) {
    if (each.state !== 'paused' || each.pausedFor !== 'editing') continue;
    if (untouched) goOn(desk, tx, each, now, 'hold again');
    else applyEvent(tx, each, 'left-open', now, { pausedFor: 'left-open' });
  }
}

/** After the machine slept or its clock was set: nobody was silent in the time that was skipped. */
export function excuseSilence(desk: Desk, skipped: number): void {
  desk.store.write((tx) => shiftLeases(tx, skipped));
}
