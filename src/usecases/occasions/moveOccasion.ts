/** The date of an occasion moves, and what has not left moves with it: seen before, and done in one go. */
import type { Occasion } from '#core/occasion/offset';
import { departuresOf, type Departure } from '#store/departures';
import { noteChange } from '#store/journal';
import { findMessage, swapMessage } from '#store/messages';
import { messagesAround, swapOccasion, type OccasionMessage, type OccasionRow } from '#store/occasions';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import { moveDeparture } from '../departures/changeDeparture';
import type { Desk } from '../desk';
import { Stale } from '../errors';
import { contextFor } from '../fields/context';
import { filledWith, hasFields } from '../fields/fillMessage';
import { receivers } from '../messages/envelope';
import { readersAt } from '../people/readers';
import { previewPlan } from '../moments/previewPlan';
import { around, canMove, planAt, standsThere } from './aroundPlan';
import { checkedDate, checkedName, knownOccasion, type OccasionInput } from './occasions';

/** What comes of one departure, or of a draft. */
export interface OccasionMove {
  messageId: string;
  /** null for a draft. */
  departureId: string | null;
  subject: string;
  readers: string[];
  /** When it leaves now, epoch ms; null for a draft. */
  from: number | null;
  /** When it would; null where it stays. */
  at: number | null;
  zone: string;
  /** Why it stays as it is; null where it moves. */
  stays: string | null;
  /** What is worth a look about the new moment. */
  warnings: string[];
}

/** Why it was stopped by a move, and goes on by another one. */
const PAST = 'Its moment around the occasion is past.';

interface Step {
  move: OccasionMove;
  apply: (tx: Tx) => void;
}

function stepFor(
  desk: Desk,
  tx: Tx,
  before: Occasion,
  after: Occasion,
  { messageId, offset }: OccasionMessage,
  departure: Departure | undefined,
): Step | undefined {
  const now = desk.now(tx);
  const message = findMessage(tx, messageId);
  if (!message || message.deletedAt !== null) return undefined;
  const reader = departure?.reader ?? null;
  const all = receivers(tx, messageId);
  const readers = (reader ? all.filter(({ address }) => address === reader) : all).map(
    ({ name, address }) => name || address,
  );
  const was = around(desk, tx, before, offset, messageId, reader);
  const next = around(desk, tx, after, offset, messageId, reader);
  const from = departure ? departure.meant : null;
  const [known] =
    readers.length === 1
      ? readersAt(
          desk,
          tx,
          all.filter((each) => !reader || each.address === reader),
        )
      : [];
  const subject = hasFields(message)
    ? filledWith(message, contextFor(desk, tx, message, known, next?.at ?? now, { messageId })).subject
    : message.subject;
  const about = { messageId, departureId: departure?.id ?? null, subject, readers, from };
  const stay = (stays: string): Step => ({
    move: { ...about, at: null, zone: after.zone, stays, warnings: [] },
    apply: () => {},
  });
  if (departure && !canMove(departure)) return stay('It has left, or is leaving.');
  // One that a move has stopped stands where it was before that.
  const stopped = departure?.state === 'paused' && departure.reason === PAST;
  if (departure && !stopped && was && !standsThere(departure, was)) return stay('It was moved by hand.');
  if (!next) return stay('There is no such day for its reader.');
  const past = next.at < now;
  const recipients = (reader ? [reader] : all.map(({ address }) => address)).map((address) => ({ address }));
  const preview = past
    ? undefined
    : previewPlan(desk, { plan: planAt(next), recipients, message: messageId });
  const warnings = past
    ? ['Its moment would be past: it stops, and asks.']
    : [...(preview?.warnings ?? []), ...(preview?.departures ?? []).flatMap((each) => each.warnings)].map(
        ({ text }) => text,
      );
  const move = { ...about, at: next.at, zone: next.zone, stays: null, warnings: [...new Set(warnings)] };
  return {
    move,
    apply: (inside) => {
      if (!departure) {
        if (!swapMessage(inside, message, { plan: planAt(next) })) throw new Stale('message');
        noteChange(inside, 'message', messageId);
        return;
      }
      if (past) {
        const patch = { pausedFor: 'review' as const, reason: PAST };
        if (departure.state !== 'paused' && departure.state !== 'failed')
          applyEvent(inside, departure, 'pause', now, patch);
        return;
      }
      moveDeparture(desk, departure.id, planAt(next), undefined, { goOn: stopped });
    },
  };
}

function stepsFor(desk: Desk, tx: Tx, before: OccasionRow, after: Occasion): Step[] {
  const steps = messagesAround(tx, before.id).flatMap((row): (Step | undefined)[] => {
    const departures = departuresOf(tx, row.messageId).filter(
      ({ state }) => state !== 'ended' && state !== 'draft',
    );
    if (departures.length === 0) return [stepFor(desk, tx, before, after, row, undefined)];
    return departures.map((departure) => stepFor(desk, tx, before, after, row, departure));
  });
  return steps
    .filter((step) => step !== undefined)
    .sort((a, b) => (a.move.at ?? a.move.from ?? 0) - (b.move.at ?? b.move.from ?? 0));
}

/** What would come of it; nothing is changed. @throws NotFound, Invalid */
export const previewMove = (
  desk: Desk,
  id: string,
  to: Pick<OccasionInput, 'local' | 'zone'>,
): OccasionMove[] =>
  desk.store.write((tx) =>
    stepsFor(desk, tx, knownOccasion(tx, id), checkedDate(to)).map(({ move }) => move),
  );

/**
 * Another name or another date; with the date all moves that has not left and was not moved by hand.
 * @param revision as it was read; undefined takes any
 * @throws NotFound, Invalid, Stale
 */
export const changeOccasion = (
  desk: Desk,
  id: string,
  change: Partial<OccasionInput>,
  revision?: number,
): OccasionMove[] =>
  desk.store.write((tx) => {
    const seen = knownOccasion(tx, id);
    if (revision !== undefined && revision !== seen.revision) throw new Stale('occasion');
    const date = checkedDate({ local: change.local ?? seen.local, zone: change.zone ?? seen.zone });
    const steps = date.local === seen.local && date.zone === seen.zone ? [] : stepsFor(desk, tx, seen, date);
    const name = change.name === undefined ? seen.name : checkedName(change.name);
    if (!swapOccasion(tx, seen, { ...date, name })) throw new Stale('occasion');
    for (const { apply } of steps) apply(tx);
    noteChange(tx, 'occasion', id);
    noteChange(tx, 'departure', id);
    return steps.map(({ move }) => move);
  });
