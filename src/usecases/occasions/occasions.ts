/** Occasions: made, called otherwise, deleted; and which messages belong around them. */
import { offsetWords, readOffset, type Offset } from '#core/occasion/offset';
import { isLocal } from '#core/time/wallClock';
import { canonicalZone, UnknownZoneError } from '#core/time/zones';
import { departuresOf } from '#store/departures';
import { noteChange } from '#store/journal';
import { findMessage, swapMessage } from '#store/messages';
import {
  dropOccasionsDeletedBefore,
  findOccasion,
  insertOccasion,
  messagesAround,
  putAround,
  swapOccasion,
  takeFromAround,
  type OccasionMessage,
  type OccasionRow,
} from '#store/occasions';
import type { Reading, Tx } from '#store/store';
import { moveDeparture } from '../departures/changeDeparture';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { oneLine } from '../messages/draftInput';
import { outgoingMessage } from '../messages/outgoingMessage';
import { scheduleMessage } from '../messages/scheduleMessage';
import { newId } from '../newId';
import { receivers } from '../messages/envelope';
import { around, canMove, planAt } from './aroundPlan';

export interface OccasionInput {
  name: string;
  /** Where it is: `2026-12-12T19:00`. */
  local: string;
  zone: string;
}

/** @throws Invalid */
export function checkedDate({ local, zone }: Pick<OccasionInput, 'local' | 'zone'>) {
  if (!isLocal(local))
    throw new Invalid(`“${local}” is not a date and time. Write it as 2026-12-12T19:00.`, 'local');
  try {
    return { local: local.slice(0, 16), zone: canonicalZone(zone) };
  } catch (error) {
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, 'zone');
    throw error;
  }
}

/** @throws NotFound */
export function knownOccasion(db: Reading, id: string, deletedToo = false): OccasionRow {
  const occasion = findOccasion(db, id);
  if (!occasion || (occasion.deletedAt !== null && !deletedToo))
    throw new NotFound('There is no such occasion.');
  return occasion;
}

/** @throws Invalid */
export function checkedName(name: string): string {
  const good = oneLine(name);
  if (!good) throw new Invalid('An occasion needs a name: “opening night”.', 'name');
  return good;
}

/** {@link addOccasion} within a transaction. */
export function addOccasionWithin(desk: Desk, tx: Tx, input: OccasionInput): OccasionRow {
  const name = checkedName(input.name);
  const date = checkedDate(input);
  const row = insertOccasion(tx, { id: newId(), name, ...date, createdAt: desk.now(tx) });
  noteChange(tx, 'occasion', row.id);
  return row;
}

/** @throws Invalid */
export const addOccasion = (desk: Desk, input: OccasionInput): OccasionRow =>
  desk.store.write((tx) => addOccasionWithin(desk, tx, input));

/** What is around it goes on as it is planned. {@link restoreOccasion} undoes it. @throws NotFound, Stale */
export const deleteOccasion = (desk: Desk, id: string): void =>
  desk.store.write((tx) => {
    if (!swapOccasion(tx, knownOccasion(tx, id), { deletedAt: desk.now(tx) })) throw new Stale('occasion');
    noteChange(tx, 'occasion', id);
    noteChange(tx, 'departure', id);
  });

/** @throws NotFound, Stale */
export const restoreOccasion = (desk: Desk, id: string): OccasionRow =>
  desk.store.write((tx) => {
    const next = swapOccasion(tx, knownOccasion(tx, id, true), { deletedAt: null });
    if (!next) throw new Stale('occasion');
    noteChange(tx, 'occasion', id);
    noteChange(tx, 'departure', id);
    return next;
  });

/** What was deleted before `until`, epoch ms, is forgotten, sets too; what was around them stays what it is. */
export const forgetOccasions = (desk: Desk, until: number): void =>
  desk.store.write((tx) => dropOccasionsDeletedBefore(tx, until));

/** An offset as it is given: in words, or in parts. @throws Invalid */
export function checkedOffset(given: string | Offset): Offset {
  if (typeof given !== 'string') return readOffset(offsetWords(given)) ?? given;
  const offset = readOffset(given);
  if (!offset)
    throw new Invalid(
      `“${given}” is no place around an occasion: “14 days before”, “3 of their working days before at 9:00”, “the morning after”.`,
      'offset',
    );
  return offset;
}

/** Nothing says where it belongs, such as days of work somebody does not have. */
const nowhere = (offset: Offset) =>
  new Invalid(`“${offsetWords(offset)}” is no day for its reader.`, 'offset');

/** Has what is planned of a message leave where its offset says. @throws Invalid, Refused */
function follow(desk: Desk, tx: Tx, occasion: OccasionRow, { messageId, offset }: OccasionMessage): void {
  const departures = departuresOf(tx, messageId).filter(
    ({ state }) => state !== 'ended' && state !== 'draft',
  );
  if (departures.length === 0) {
    const moment = around(desk, tx, occasion, offset, messageId);
    if (!moment) throw nowhere(offset);
    if (!swapMessage(tx, findMessage(tx, messageId)!, { plan: planAt(moment) })) throw new Stale('message');
  }
  for (const departure of departures.filter(canMove)) {
    const moment = around(desk, tx, occasion, offset, messageId, departure.reader);
    if (!moment) throw nowhere(offset);
    moveDeparture(desk, departure.id, planAt(moment));
  }
  noteChange(tx, 'message', messageId);
}

/**
 * Says where a message of mine belongs: what is planned of it moves there, a draft is meant to leave there.
 * @throws NotFound, Invalid; Refused where it has left
 */
export const placeAround = (desk: Desk, id: string, messageId: string, given: string | Offset): void =>
  desk.store.write((tx) => {
    const occasion = knownOccasion(tx, id);
    const message = outgoingMessage(tx, messageId);
    if (message.leftAt !== null) throw new Refused('It has left already.');
    if (
      message.seriesId !== null ||
      message.fileWatchId !== null ||
      message.batchId !== null ||
      message.textId !== null
    )
      throw new Refused('It does not leave itself, so it belongs around no occasion.');
    const row = { messageId, occasionId: id, offset: checkedOffset(given) };
    putAround(tx, row);
    follow(desk, tx, occasion, row);
    noteChange(tx, 'occasion', id);
  });

/** It leaves as it is planned, wherever the occasion moves. @throws NotFound */
export const takeOutOfOccasion = (desk: Desk, id: string, messageId: string): void =>
  desk.store.write((tx) => {
    if (!messagesAround(tx, id).some((each) => each.messageId === messageId))
      throw new NotFound('This message does not belong to it.');
    takeFromAround(tx, messageId);
    noteChange(tx, 'occasion', id);
    noteChange(tx, 'message', messageId);
  });

export interface ScheduledAround {
  scheduled: string[];
  left: { messageId: string; subject: string; why: string }[];
}

/**
 * Schedules the drafts of it, each by itself: what cannot be scheduled stays a draft, and it is said why.
 * @param only this one
 * @throws NotFound
 */
export function scheduleAround(desk: Desk, id: string, only?: string): ScheduledAround {
  const { db } = desk.store;
  const occasion = knownOccasion(db, id);
  const result: ScheduledAround = { scheduled: [], left: [] };
  for (const row of messagesAround(db, id)) {
    const { messageId, offset } = row;
    const message = findMessage(db, messageId);
    if (!message?.draft || message.deletedAt !== null || (only && only !== messageId)) continue;
    try {
      desk.store.write((tx) => {
        const moment = around(desk, tx, occasion, offset, messageId);
        if (!moment) throw nowhere(offset);
        const chosen = message.choices ?? {};
        // On several clocks each gets a copy of their own.
        const apart = offset.clock === 'theirs' && receivers(tx, messageId).length > 1;
        const copies = apart ? { ...chosen, copies: 'individual' as const } : chosen;
        scheduleMessage(desk, messageId, planAt(moment), undefined, copies);
        if (apart) follow(desk, tx, occasion, row);
      });
      result.scheduled.push(messageId);
    } catch (error) {
      if (![Invalid, Refused, Stale, NotFound].some((kind) => error instanceof kind)) throw error;
      result.left.push({ messageId, subject: message.subject, why: (error as Error).message });
    }
  }
  return result;
}
